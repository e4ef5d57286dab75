import { say } from '@chill/words/ledger.ts';
import { MINUTES } from '../../kinds/tasks.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** Water added to what was found dry. */
export const watered: EventKind<'watered'> = {
  minutes: MINUTES.water,
  correctable: true,
  apply(state, event) {
    if (!state.underWay) refuse(event, 'kind', say.of('nothingDampYet'));
    state.sinceCheck.watered = true;
  },
  facts: ({ mL }) => [{ did: 'watered', mL }],
};
