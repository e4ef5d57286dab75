import type { Plan } from '@chill/model/batch.ts';
import { say } from '@chill/words/ledger.ts';
import { MINUTES } from '../../kinds/tasks.ts';
import { refuse } from '../refuse.ts';
import type { EventKind } from './kind.ts';
import { kindOf, requireNotBefore, whither } from './steps.ts';

/** The next stage of the plan begins, in a place. */
export const stageStarted: EventKind<'stageStarted'> = {
  laysDown: true,
  minutes: MINUTES.begin,
  correctable: true,
  apply(state, event, planned) {
    if (event.stage !== state.stage || state.underWay) refuse(event, 'stage', say.of('notNextStage'));
    requireNotBefore(state, event);
    state.stages[event.stage] = { startedOn: event.on, placeId: event.placeId, stays: [{ on: event.on, placeId: event.placeId }] };
    state.underWay = true;
    // Going on in the same sand or pot, its medium goes on ageing.
    if (!lastsFrom(planned, event.stage)) state.freshened.push(event.on);
  },
  facts: ({ stage, placeId }, telling) => [{ did: 'into', stage: kindOf(telling.stages, stage), ...whither(placeId, telling) }],
};

/** Whether a stage goes on in the medium of the one before it. */
function lastsFrom(planned: Plan['stages'], stage: number): boolean {
  const medium = planned[stage]?.medium;
  return stage > 0 && medium !== undefined && planned[stage - 1]?.medium === medium;
}
