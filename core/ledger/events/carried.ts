import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { whither } from './steps.ts';

/** Moved to another place within its stage. */
export const carried: EventKind<'carried'> = {
  laysDown: true,
  minutes: 0,
  correctable: true,
  apply(state, event) {
    const here = state.stages[state.stage];
    if (!state.underWay || !here?.startedOn) refuse(event, 'kind', say.of('noPlaceYet'));
    if (here.placeId === event.placeId) refuse(event, 'placeId', say.of('thereAlready'));
    if (event.on < (here.stays?.at(-1)?.on ?? here.startedOn)) refuse(event, 'on', say.of('beforeTheMove'));
    // Moved twice on one day, only the last counts.
    const before = (here.stays ?? []).filter(({ on }) => on < event.on);
    state.stages[state.stage] = { ...here, placeId: event.placeId, stays: [...before, { on: event.on, placeId: event.placeId }] };
  },
  facts: ({ placeId }, telling) => [{ did: 'elsewhere', ...whither(placeId, telling) }],
};
