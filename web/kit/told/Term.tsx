import type { Term as TermName } from '@chill/words/terms.ts';
import { lazy, type ReactNode, Suspense, useId, useState } from 'react';

const Explanation = lazy(() => import('./Explanation.tsx'));

/** A term of the field where it is used: a press explains it in place; Escape, or a press beside it, closes it again. */
export function Term({ of, children }: { of: TermName; children: ReactNode }) {
  const id = useId();
  const [asked, setAsked] = useState(false);
  return (
    <>
      <button type="button" className="term" popoverTarget={id} onClick={() => setAsked(true)}>
        {children}
      </button>
      <span id={id} popover="auto" className="explanation">
        {asked && (
          <Suspense fallback={null}>
            <Explanation of={of} />
          </Suspense>
        )}
      </span>
    </>
  );
}
