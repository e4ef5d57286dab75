import { say } from '@chill/words/ledger.ts';
import { readingFault } from '../../heat/pourFault.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** The water poured last, read with a thermometer. */
export const waterRead: EventKind<'waterRead'> = {
  minutes: 0,
  apply(state, event) {
    const last = state.pours.at(-1);
    const at_ms = Date.parse(event.at);
    if (!last) refuse(event, 'kind', say.of('notPouredYet'));
    if (at_ms < last.at_ms) refuse(event, 'at', say.of('beforeThePour'));
    last.readings.push({ at_ms, water_C: event.water_C });
  },
  facts: ({ water_C }) => [{ did: 'waterRead', water_C }],
  fault({ water_C }, { pours }) {
    const pour = pours.at(-1)?.pour;
    return pour && readingFault(water_C, pour);
  },
};
