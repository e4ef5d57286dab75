import type { Batch } from '@chill/model/batch.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import type { Situation } from '../follow/situation.ts';
import { placesFor } from '../kinds/places.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { endedAs } from '../methods/endings.ts';
import { sowingFault } from '../sowing/fault.ts';
import { sownBy } from '../sowing/sown.ts';
import type { Recorded } from './record.ts';

/**
 * The event by which a batch that is not sown yet is sown as `sowing` says, or, without it, laid on the towel: what is planned from the stage to come on goes on
 * with that instead, on the days that were planned.
 */
export function recordSownAs(
  { plan }: Pick<Batch, 'plan'>,
  state: Pick<BatchState, 'stage' | 'underWay'>,
  sowing: Sowing | undefined,
  { places }: Pick<Situation, 'places'>,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const from = state.underWay ? state.stage + 1 : state.stage;
  if (sownBy(plan.method.stages, from - 1)) return refusal(say.of('sownAlready'));
  const fault = sowing && sowingFault(sowing);
  if (fault) return fault;
  const method = endedAs(plan.method.stages.slice(from), sowing);
  if (!method) return refusal(say.of(sowing ? 'nothingToSow' : 'sownBeforeItWaits'));
  const stages = plan.stages.slice(from).map((dated, i): DatedStage => {
    const { kind } = method[i] ?? dated;
    if (kind === dated.kind) return dated;
    const { medium: _left, placeId: _elsewhere, ...days } = dated;
    const place = placesFor(kind, places)[0];
    return { ...days, kind, ...(place && { placeId: place.id, temperature_C: place.nominal_C }) };
  });
  return { events: [{ id: newId(), on, kind: 'amended', why: sowing ? 'sownAs' : 'ontoTowel', from, method, stages }] };
}
