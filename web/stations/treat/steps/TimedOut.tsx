import type { Timer } from '@chill/core/ledger/batchState.ts';
import type { ReactNode } from 'react';
import type { BatchView } from '../../../data/nursery.ts';
import { Problem } from '../../../kit/told/Problem.tsx';
import { StepAction } from '../StepAction.tsx';
import { TimerFace } from '../TimerFace.tsx';

/** Seed in a bath with its timer running, or over: what is done with it then. */
export function TimedOut({
  view,
  timer,
  then,
  act,
  problem,
  inline,
  children,
}: {
  view: BatchView;
  timer: Timer | undefined;
  then: string;
  act: () => void;
  problem: string | undefined;
  inline?: boolean;
  children: ReactNode;
}) {
  return (
    <>
      {timer && (
        <div className="max-w-xl">
          <TimerFace view={view} timer={timer} large />
        </div>
      )}
      <p className="mt-3 text-[1.06rem]">{then}</p>
      <StepAction onClick={act} inline={inline ?? false}>
        {children}
      </StepAction>
      <Problem>{problem}</Problem>
    </>
  );
}
