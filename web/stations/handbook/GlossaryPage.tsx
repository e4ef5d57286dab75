import { say } from '@chill/words/handbook.ts';
import { explained, TERMS } from '@chill/words/terms.ts';
import { useEffect } from 'react';
import { Link, useLocation } from 'react-router';

/** Every term of the field that Chill uses, in a sentence or two. */
export default function GlossaryPage() {
  const { hash } = useLocation();
  useEffect(() => document.getElementById(hash.slice(1))?.scrollIntoView({ block: 'center' }), [hash]);
  return (
    <section className="px-4 pt-5 desk:px-10">
      <Link to="/handbook" className="quiet">
        {say('allSpecies')}
      </Link>
      <h1>{say('glossary')}</h1>
      <dl className="mt-4 max-w-5xl gap-x-12 desk:columns-2">
        {TERMS.map((term) => {
          const { name, means } = explained(term);
          return (
            <div key={term} id={term} className="break-inside-avoid border-t border-line py-2.5 target:bg-raised">
              <dt className="font-semibold">{name}</dt>
              <dd className="max-w-prose text-ink2">{means}</dd>
            </div>
          );
        })}
      </dl>
    </section>
  );
}
