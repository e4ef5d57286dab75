import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { kindOf, moveSeeds, movesSaid, requireNotBefore, stopTimers } from './steps.ts';

/** The stage under way is over, with what became of its seeds. */
export const stageFinished: EventKind<'stageFinished'> = {
  minutes: 0,
  correctable: true,
  apply(state, event, planned) {
    if (event.stage !== state.stage || !state.underWay) refuse(event, 'stage', say.of('stageHasNotStarted'));
    requireNotBefore(state, event);
    moveSeeds(state, event);
    state.stages[event.stage] = { ...state.stages[event.stage], finishedOn: event.on };
    state.stage = Math.min(planned.length, event.stage + 1);
    state.underWay = false;
    delete state.waitUntil;
    delete state.checkOn;
    stopTimers(state, event);
  },
  facts({ stage, moves, at }, { stages, timers }) {
    const at_ms = at ? Date.parse(at) : undefined;
    const ended = timers.filter((timer) => timer.stage === stage && timer.ended_ms !== undefined && timer.ended_ms === at_ms);
    return [
      { did: 'outOf', stage: kindOf(stages, stage) },
      ...movesSaid(moves),
      ...ended.map((timer) => ({ did: 'timerEnded', timer }) as const),
    ];
  },
};
