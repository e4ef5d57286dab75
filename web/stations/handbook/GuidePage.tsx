import { say } from '@chill/words/guide.ts';
import { GUIDE, guided } from '@chill/words/season.ts';
import { Link, Navigate, useParams } from 'react-router';

/** The pictures of the documentation, by name: loaded with the page that shows them. */
const PICTURES = import.meta.glob<string>('../../../docs/screenshots/{seeds,plan,labels,treat,round,cold,warm,sow,results}.png', {
  import: 'default',
  query: '?url',
  eager: true,
});

/** A first season, a page at a time: what to do, what to know, a picture, and the way to the screen itself. */
export default function GuidePage() {
  const { page } = useParams();
  const at = page ? GUIDE.findIndex((one) => one.page === page) : 0;
  const shown = GUIDE[at];
  if (!shown) return <Navigate to="/guide" replace />;
  const { title, says } = guided(shown.page);
  const next = GUIDE[at + 1];
  return (
    <div className="flex flex-col px-4 pt-5 desk:grid desk:grid-cols-[15rem_minmax(0,1fr)] desk:gap-x-12 desk:px-10">
      <nav aria-label={say('guide')} className="max-desk:order-last max-desk:mt-8">
        <p className="text-[0.95rem] text-ink2">{say('lead')}</p>
        <ol className="mt-3 mb-6">
          {GUIDE.map((one, i) => (
            <li key={one.page} className="border-t border-line">
              <Link
                to={`/guide/${one.page}`}
                aria-current={i === at ? 'page' : undefined}
                className="flex min-h-12 items-center gap-3 aria-[current]:font-bold desk:min-h-10"
              >
                <span className="font-mono">{i + 1}</span>
                {guided(one.page).title}
              </Link>
            </li>
          ))}
        </ol>
      </nav>
      <article className="max-w-3xl">
        <h1>{title}</h1>
        {says.map((text, i) => (
          <p key={text} className={`mt-3 max-w-prose text-[1.06rem] ${i === 0 ? 'font-semibold' : ''}`}>
            {text}
          </p>
        ))}
        <p className="mt-4 flex flex-wrap items-center gap-x-8 gap-y-2">
          <Link to={shown.screen} className="action">
            {say('show')}
          </Link>
          {next && (
            <Link to={`/guide/${next.page}`} className="quiet">
              {say('next', { title: guided(next.page).title })}
            </Link>
          )}
        </p>
        <img
          className="mt-6 w-full border border-line"
          alt={say('picture')}
          src={PICTURES[`../../../docs/screenshots/${shown.picture}.png`]}
        />
      </article>
    </div>
  );
}
