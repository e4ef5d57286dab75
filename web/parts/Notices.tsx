import { say } from '@chill/words/kit.ts';
import { lazy, Suspense } from 'react';
import { useHealth } from '../browser/health.ts';
import { lastReadBack } from '../browser/readBack.ts';
import { isUnkept, sendAgain, useOutbox } from '../data/outbox.ts';

const DataTrouble = lazy(() => import('../kit/told/DataTrouble.tsx'));
const WasReadBack = lazy(() => import('../kit/told/WasReadBack.tsx'));
const RefusedEntries = lazy(() => import('./RefusedEntries.tsx'));

/** What could not be saved yet, or was refused: nothing typed is lost without being seen. */
export function Notices() {
  const { pending, waiting, reason } = useOutbox();
  const health = useHealth();
  const unsent = pending.filter((entry) => !entry.refused);
  // What this page alone holds is lost with it.
  const unkept = unsent.filter(isUnkept).length;
  const refused = pending.filter((entry) => entry.refused);
  return (
    <div aria-live="polite" className="screen-only">
      {waiting && unsent.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-4 bg-alarm px-4 py-2 font-semibold text-sheet desk:px-10">
          {say(unkept > 0 ? 'notSavedYetNotKept' : 'notSavedYetKeptHere', { unsent: unsent.length, reason: reason ?? say('serverSilent') })}
          <button type="button" className="underline underline-offset-4" onClick={sendAgain}>
            {say('sendAgain')}
          </button>
        </p>
      )}
      {lastReadBack() && (
        <Suspense fallback={null}>
          <WasReadBack />
        </Suspense>
      )}
      {health?.fault && (
        <Suspense fallback={null}>
          <DataTrouble health={health} />
        </Suspense>
      )}
      {refused.length > 0 && (
        <Suspense fallback={null}>
          <RefusedEntries refused={refused} />
        </Suspense>
      )}
    </div>
  );
}
