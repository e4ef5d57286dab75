import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { requireUnderWay } from './steps.ts';

/** A timer at the bench is started. */
export const timerStarted: EventKind<'timerStarted'> = {
  minutes: 0,
  apply(state, event) {
    requireUnderWay(state, event);
    const { timer: id, stage, step, seconds, at } = event;
    if (state.timers.some((timer) => timer.id === id)) refuse(event, 'timer', say.of('timerStartedBefore'));
    state.timers.push({ id, stage, step, seconds, started_ms: Date.parse(at), ended: false });
  },
  facts: ({ step, seconds }) => [{ did: 'timer', step, seconds }],
};
