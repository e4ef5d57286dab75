import { pathOf } from '@chill/core/labels/square.ts';
import { bagWords } from '@chill/core/labels/words.ts';
import { say } from '@chill/words/batch.ts';
import { Link, useParams } from 'react-router';
import { useBatchByCode } from '../../data/nursery.ts';
import { Label, NoWayForPhones } from '../../kit/drawn/Label.tsx';
import { NotThere } from '../../kit/told/NotThere.tsx';
import { Tag } from '../../kit/told/Tag.tsx';
import { Term } from '../../kit/told/Term.tsx';
import { Waiting } from '../../kit/told/Waiting.tsx';

/** The bag's label, to print by itself. */
export default function LabelPage() {
  const { code } = useParams();
  const { view, looking } = useBatchByCode(code);
  if (!view && looking) return <Waiting />;
  if (!view) {
    return <NotThere title={say('noBatchHasCode', { code })} to="/" back={say('openRound')} />;
  }
  return (
    <div className="px-4 pt-5 desk:px-10">
      <div className="screen-only">
        <h1>
          <Term of="bagCode">{say('bag')}</Term> <Tag code={view.batch.code} large />
        </h1>
        <p className="mt-1 max-w-prose text-ink2">{say('labelFirstThenFill')}</p>
        <NoWayForPhones />
      </div>
      <div className="mt-5">
        <Label words={bagWords(view)} path={pathOf.bag(view.batch.code)} />
      </div>
      <div className="screen-only mt-6 flex flex-wrap items-center gap-6">
        <button type="button" className="action" onClick={() => print()}>
          {say('printTheLabel')}
        </button>
        <Link to={`/labels?of=${view.batch.code}`} className="quiet">
          {say('addSheetLabels')}
        </Link>
        <Link to={`/batch/${view.batch.code}`} className="quiet">
          {say('openBatch')}
        </Link>
        <Link to="/" className="quiet">
          {say('openRound')}
        </Link>
      </div>
    </div>
  );
}
