import { say } from '@chill/words/ledger.ts';
import { MINUTES } from '../../kinds/tasks.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** A fresh towel, medium or water. */
export const refreshed: EventKind<'refreshed'> = {
  minutes: MINUTES.refresh,
  correctable: true,
  apply(state, event) {
    if (!state.underWay) refuse(event, 'kind', say.of('nothingWetYet'));
    state.freshened.push(event.on);
    state.sinceCheck.refreshed = true;
    if (event.at) state.freshWater_ms.push(Date.parse(event.at));
  },
  facts: () => [{ did: 'fresh' }],
};
