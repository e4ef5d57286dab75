import { bagWords } from '@chill/core/labels/words.ts';
import { Link, useParams } from 'react-router';
import { useBatchByCode } from '../../data/nursery.ts';
import { Label } from '../../kit/Label.tsx';
import { Tag } from '../../kit/Tag.tsx';
import { Waiting } from '../../kit/Waiting.tsx';

/** The bag's label, to print by itself. */
export default function LabelPage() {
  const { code } = useParams();
  const { view, looking } = useBatchByCode(code);
  if (!view && looking) return <Waiting />;
  if (!view) {
    return (
      <div className="px-4 py-10 desk:px-10">
        <h1>No batch has the code {code}</h1>
      </div>
    );
  }
  return (
    <div className="px-4 pt-5 desk:px-10">
      <div className="screen-only">
        <h1>
          Bag <Tag code={view.batch.code} large />
        </h1>
        <p className="mt-1 max-w-prose text-ink2">Label first, then fill. Pencil lasts decades; marker fades in months.</p>
      </div>
      <div className="mt-5">
        <Label words={bagWords(view)} address={`${location.origin}/batch/${view.batch.code}`} />
      </div>
      <div className="screen-only mt-6 flex flex-wrap items-center gap-6">
        <button type="button" className="action" onClick={() => print()}>
          print the label
        </button>
        <Link to={`/labels?of=${view.batch.code}`} className="quiet">
          onto a sheet of labels
        </Link>
        <Link to={`/batch/${view.batch.code}`} className="quiet">
          to the batch
        </Link>
        <Link to="/" className="quiet">
          to the round
        </Link>
      </div>
    </div>
  );
}
