import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** A timer is ended by hand. */
export const timerEnded: EventKind<'timerEnded'> = {
  minutes: 0,
  apply(state, event) {
    const timer = state.timers.find(({ id }) => id === event.timer);
    if (!timer) refuse(event, 'timer', say.of('noSuchTimer'));
    if (timer.ended) refuse(event, 'timer', say.of('timerEndedBefore'));
    const ended_ms = Date.parse(event.at);
    if (ended_ms < timer.started_ms) refuse(event, 'at', say.of('beforeTimerStarted'));
    Object.assign(timer, { ended: true, ended_ms });
  },
  facts(event, { timers }) {
    const timer = timers.find(({ id }) => id === event.timer);
    return [{ did: 'timerEnded', ...(timer && { timer }) }];
  },
};
