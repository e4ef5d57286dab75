import type { Batch } from '@chill/model/batch.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { NewId, PlainDate } from '@chill/model/primitives.ts';
import { refusal } from '@chill/model/refusal.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import { say } from '@chill/words/schedule.ts';
import type { Situation } from '../follow/situation.ts';
import { hasOutdoors, PLACES, placesFor } from '../kinds/places.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { planAfter } from '../ledger/planInForce.ts';
import type { SownSaid } from '../ledger/sownLine.ts';
import { countIn } from '../ledger/states.ts';
import { endedAs } from '../methods/endings.ts';
import { containerOf, containersFor, growsAlone, inGround } from '../mix/containers.ts';
import { sowingFault } from '../sowing/fault.ts';
import { sowingInto, sownBy, usualSowing } from '../sowing/sown.ts';
import { type Recorded, type RecordSituation, recordBegin, recordMove } from './record.ts';

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
  const fault = sowing && sowingFault(sowing, hasOutdoors(places));
  if (fault) return fault;
  const method = endedAs(plan.method.stages.slice(from), sowing);
  if (!method) return refusal(say.of(sowing ? 'nothingToSow' : 'sownBeforeItWaits'));
  const stages = plan.stages.slice(from).map((dated, i): DatedStage => {
    const { kind } = method[i] ?? dated;
    // What is sown into the ground is outdoors from then on.
    const into = sownBy(method, i);
    const ground = into !== undefined && inGround(into);
    if (kind === dated.kind && !ground) return dated;
    const { medium: _left, placeId: _elsewhere, ...days } = dated;
    const place = placesFor(kind, places).find((one) => !ground || PLACES[one.kind].weather);
    return { ...days, kind, ...(place && { placeId: place.id, temperature_C: place.nominal_C }) };
  });
  return { events: [{ id: newId(), on, kind: 'amended', why: sowing ? 'sownAs' : 'ontoTowel', from, method, stages }] };
}

const same = (one: Sowing, other: Sowing | undefined) =>
  one.container === other?.container && one.own?.name === other.own?.name && one.each === other.each && one.cover_mm === other.cover_mm;

/** The events of a line that says it was sown, and how: sown otherwise than planned where that was said, and begun; the stage before it is ended. */
export function recordSown(
  batch: Batch,
  state: BatchState,
  { container, trays, each, cover_mm }: SownSaid,
  situation: RecordSituation,
  on: PlainDate,
  newId: NewId,
): Recorded {
  const { species } = situation;
  const next = state.underWay ? state.stage + 1 : state.stage;
  const planned = batch.plan.method.stages[next]?.sowing;
  const usual = container && container !== planned?.container ? sowingInto(species, container) : (planned ?? usualSowing(species));
  const seeds = countIn(state.counts, ['waiting', 'swollen']);
  const { perTray } = containerOf(usual);
  const spread = trays && growsAlone(usual) ? Math.max(1, Math.ceil(seeds / (trays * perTray))) : usual.each;
  const sowing: Sowing = { ...usual, each: each ?? spread, ...(cover_mm !== undefined && { cover_mm }) };
  const needs = containersFor(seeds, sowing).trays;
  if (trays !== undefined && trays !== needs) return refusal(say.of('otherTrays', { trays, needs, seeds }));
  const decided: Recorded = same(sowing, planned) ? { events: [] } : recordSownAs(batch, state, sowing, situation, on, newId);
  if ('reason' in decided) return decided;
  const now = { ...batch, plan: planAfter(batch.plan, decided.events) };
  const begun = state.underWay ? recordMove(now, state, situation, on, newId) : recordBegin(now, state, situation, on, newId);
  return 'reason' in begun ? begun : { events: [...decided.events, ...begun.events] };
}
