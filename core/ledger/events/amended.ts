import { say } from '@chill/words/ledger.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';

/** The plan goes on otherwise; the plan in force is read from all amendments together, before any event is applied. */
export const amended: EventKind<'amended'> = {
  minutes: 0,
  apply(state, event) {
    const next = state.underWay ? state.stage + 1 : state.stage;
    // What had begun stays as it was planned; and nothing may be left out before what comes instead.
    if (event.from !== next) refuse(event, 'from', say.of('onlyStagesNotBegun'));
    state.amendments.push({ eventId: event.id, on: event.on, why: event.why, from: event.from });
    delete state.waitUntil;
    delete state.checkOn;
  },
  facts: ({ why, method }) => [{ did: 'amended', why, stages: method.map(({ kind }) => kind) }],
};
