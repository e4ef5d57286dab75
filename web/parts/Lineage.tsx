import { say } from '@chill/words/treat.ts';
import { Link } from 'react-router';
import { useArchive } from '../data/archive.ts';
import { type BatchView, useNursery } from '../data/nursery.ts';

/** Where a part came from and what was split off it: each keeps its line. */
export function Lineage({ view }: { view: BatchView }) {
  const { batches } = useNursery();
  const there = new Set(batches.map(({ batch }) => batch.id));
  const kin = [view.batch.from?.batchId ?? [], view.projection.state.splits.map(({ into }) => into)].flat();
  // Kin is of the same lot; what of it is closed is called up.
  useArchive(kin.some((id) => !there.has(id)) ? `lot=${view.batch.lotId}` : undefined);
  const from = batches.find(({ batch }) => batch.id === view.batch.from?.batchId);
  const parts = view.projection.state.splits.flatMap(({ into, count }) => {
    const part = batches.find(({ batch }) => batch.id === into);
    return part ? [{ part, count }] : [];
  });
  if (!from && parts.length === 0) return null;
  return (
    <p className="text-[0.95rem] text-ink2">
      {from && (
        <>
          {say('splitFrom')} <CodeLink view={from} />
          {parts.length > 0 && '; '}
        </>
      )}
      {parts.map(({ part, count }) => (
        <span key={part.batch.id}>
          {say('wentRoundAgain', { count })} <CodeLink view={part} />{' '}
        </span>
      ))}
    </p>
  );
}

function CodeLink({ view }: { view: BatchView }) {
  return (
    <Link to={`/treat/${view.batch.code}`} className="code underline underline-offset-4">
      {view.batch.code}
    </Link>
  );
}
