import { refusal } from '@chill/model/refusal.ts';
import { pourFault } from '../../heat/pourFault.ts';
import type { EventKind } from './kind.ts';
import { requireUnderWay } from './steps.ts';

/** Hot water poured over the seed. */
export const poured: EventKind<'poured'> = {
  minutes: 0,
  apply(state, event) {
    requireUnderWay(state, event);
    state.pours.push({ eventId: event.id, stage: event.stage, pour: event.pour, at_ms: Date.parse(event.at), readings: [] });
  },
  facts: ({ pour }) => [{ did: 'poured', mL: pour.water_mL, pour_C: pour.pour_C }],
  fault({ pour }) {
    const fault = pourFault(pour);
    return fault && refusal(fault.reason, `pour.${fault.field}`);
  },
};
