import { say } from '@chill/words/plan.ts';
import { useLearned } from '../data/learned.ts';

/** Said above what is weighed by the handbook alone, until the nursery's own results have been read. */
export function ByHandbookSoFar() {
  const known = useLearned();
  if (known?.done) return null;
  return (
    <p role="status" className="mt-3 text-ink2">
      {say('byHandbookSoFar')}
    </p>
  );
}
