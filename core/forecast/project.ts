import type { Batch } from '@chill/model/batch.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import type { DatedStage, Stage } from '@chill/model/stage.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import type { Promised } from '../follow/coming.ts';
import { follow } from '../follow/follow.ts';
import type { FollowedStage, TreatmentForecast } from '../follow/followed.ts';
import { lastTreatment } from '../follow/going.ts';
import type { Outlook } from '../follow/outlook.ts';
import type { Situation } from '../follow/situation.ts';
import { sproutingStage } from '../follow/stageOrder.ts';
import { placesFor } from '../kinds/places.ts';
import { keptDry, STAGES } from '../kinds/stages.ts';
import type { BatchState, StageDone } from '../ledger/batchState.ts';
import { stateOf } from '../ledger/fold.ts';
import type { ProjectedStage } from '../ledger/projectedStage.ts';
import { countIn } from '../ledger/states.ts';
import { pottedOn } from '../pots/living.ts';
import { sownBy } from '../sowing/sown.ts';
import { daysToSprout, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { frostSafeFrom } from '../winter/frost.ts';

/** What to expect of seeds in the warmth. */
export interface SproutForecast {
  stage: number;
  since: PlainDate;
  day: number;
  temperature_C: number;
  law: ThermalTime;
  /** Seeds that went in or came up since, and the share of them that is expected to come in the end. */
  seeds: number;
  willSprout: number;
  /** Seeds up in this stage. */
  up: number;
  /** Expected by today. */
  expectedByNow: number;
  /** New ones expected at this check: the range that holds 8 times in 10. */
  expectNew: { low: number; high: number };
  /** Days to half of those that will. */
  halfway_days: number;
  /** When 9 in 10 of those still to come should have; past already, once hardly any more is expected. */
  allButDone: PlainDate;
  /** How many more are to come in all: expected, and the range that holds 8 times in 10; and the chance that at least one does. */
  more: { expected: number; low: number; high: number };
  anyMore: number;
  /** The day from which one more is worth looking for; absent where none is. */
  nextOn?: PlainDate;
  lastSproutOn?: PlainDate;
  /** What all of this is read off. */
  outlook: Outlook;
}

/** A batch, replanned from what really happened. */
export interface Projection {
  state: BatchState;
  stages: ProjectedStage[];
  treatment?: TreatmentForecast;
  sprouting?: SproutForecast;
  /** Plants, as planned and now; none for a test, nor once it is closed. */
  readonly promised: Promised | undefined;
  /** When its plants go out. */
  plantOut: PlainDate;
  /** Those in pots already while the rest is somewhere else. */
  early?: Early;
  /** What all of this is read off. */
  outlook: Outlook;
}

/** Seedlings in pots while the rest of their batch is somewhere else: how many, where they stand, since when, and the day on which they go out. */
export interface Early {
  plants: number;
  placeId?: PlaceId;
  since: PlainDate;
  out: PlainDate;
}

/** The stages as they are told: pots stand until their plants go out, which may be later than they are ready. */
export function stagesTold({ stages, plantOut }: Pick<Projection, 'stages' | 'plantOut'>): ProjectedStage[] {
  return stages.map((stage, i) =>
    i === stages.length - 1 && STAGES[stage.kind].course === 'grows' && !stage.finished && plantOut > stage.end
      ? { ...stage, end: plantOut }
      : stage,
  );
}

/** Reads a batch: folds its events and replans everything after them. */
export function project(batch: Batch, situation: Situation): Projection {
  const state = stateOf(batch);
  const { stages: followed, outlook } = follow(batch, state, situation);
  const last = lastTreatment(situation, followed);
  const stages = followed.map((stage, i) => ({
    ...told(stage, batch.plan.stages[i] as DatedStage, state.stages[i] ?? {}),
    ...sownAt(batch.plan.method.stages, i),
  }));
  const treatment = last && !keptDry((stages[last.stage] as ProjectedStage).kind) ? withRoots(last, state, situation, outlook) : last;
  const sprouting = sproutForecast(batch, state, situation, followed, outlook);
  return {
    state,
    stages,
    ...outDays(batch, state, stages, situation),
    ...(treatment && { treatment }),
    ...(sprouting && { sprouting }),
    outlook,
    get promised() {
      return outlook.promised;
    },
  };
}

/**
 * The days on which plants go out: when they are ready and the frost risk that the grower accepts is reached, whichever is later; or the day that was
 * chosen instead. What is in pots before the rest stands there as long as the rest is planned to, and does not wait for it.
 */
function outDays(
  batch: Batch,
  state: BatchState,
  stages: readonly ProjectedStage[],
  { nursery, places }: Situation,
): Pick<Projection, 'plantOut' | 'early'> {
  const { counts, closedOn, stage, tendingDays } = state;
  const ready = (stages.at(-1) as ProjectedStage).end;
  if (closedOn) return { plantOut: ready };
  const frostSafe = (on: PlainDate) => frostSafeFrom(on, nursery);
  const grows = ({ kind }: ProjectedStage) => STAGES[kind].course === 'grows';
  const [now, pots] = [stages[Math.min(stage, stages.length - 1)] as ProjectedStage, stages.find(grows)];
  const plants = countIn(counts, ['potted', 'established']);
  const potted = plants > 0 ? pottedOn(batch) : undefined;
  // A day that was chosen for those potted before these was theirs.
  const chosen = potted && (tendingDays.plantOut ?? '') >= potted.first ? tendingDays.plantOut : undefined;
  if (!potted || !pots || grows(now)) return { plantOut: chosen ?? frostSafe(ready) };
  const out = chosen ?? frostSafe(addDays(potted.half, daysBetween(pots.start, pots.end)));
  const placeId = potsPlace({ state, stages }, places)?.id;
  return { plantOut: frostSafe(ready), early: { plants, since: potted.first, out, ...(placeId && { placeId }) } };
}

/** The day on which the plants that stand in pots now go out: their own where they came before the rest. */
export const pottedOutOn = ({ early, plantOut }: Pick<Projection, 'early' | 'plantOut'>): PlainDate => early?.out ?? plantOut;

/** Where a batch's seedlings stand: with the rest once that is in pots too; on the bench while it is somewhere else. */
export function potsPlace(
  { state, stages }: { state: BatchState; stages: readonly ProjectedStage[] },
  places: readonly Place[],
): Place | undefined {
  const at = stages.findIndex(({ kind }) => STAGES[kind].course === 'grows');
  const placeId = state.stages[at]?.placeId ?? stages[at]?.placeId;
  return places.find(({ id }) => id === placeId) ?? placesFor('pot', places)[0];
}

/** Whether the seed is sown as a stage of a method begins, or lies sown already. */
function sownAt(stages: readonly Stage[], index: number): Pick<ProjectedStage, 'sown'> {
  if (!sownBy(stages, index)) return {};
  return { sown: sownBy(stages, index - 1) ? 'before' : 'here' };
}

/** A followed stage as it is told: as it was planned, on its real days, in the place where it lies. */
function told({ start, end, account }: FollowedStage, { window, best: _best, ...planned }: DatedStage, done: StageDone): ProjectedStage {
  const moved = daysBetween(planned.start, start);
  const going = account && !done.finishedOn;
  const open = going ? account.window : window && { from: addDays(window.from, moved), to: addDays(window.to, moved) };
  return {
    ...planned,
    start,
    end,
    started: done.startedOn !== undefined,
    finished: done.finishedOn !== undefined,
    ...(open && { window: open }),
  };
}

function sproutForecast(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  stages: readonly FollowedStage[],
  outlook: Outlook,
): SproutForecast | undefined {
  const { species, today } = situation;
  const index = sproutingStage(batch.plan.method);
  const done = state.stages[index];
  const since = done?.startedOn;
  if (!since) return undefined;
  const { course, belief, before, left } = outlook;
  const { temperature_C } = stages[index] as FollowedStage;
  const law = thermalTime(species.sprouting);
  const until = done.finishedOn ?? state.closedOn ?? today;
  const day = daysBetween(since, until);
  const upHere = state.sprouts.filter(({ stage }) => stage >= index);
  const up = upHere.reduce((sum, sprout) => sum + sprout.count, 0);
  const first = state.seen.find(({ on }) => on > since);
  const seeds = Math.max(left + up, first ? first.left + first.came : 0);
  const lastCheck = state.seen.filter(({ on }) => on >= since).at(-1)?.on ?? since;
  // Looked at today already, the next check is tomorrow's.
  const next = lastCheck < today ? today : addDays(today, 1);
  const lastSproutOn = upHere.at(-1)?.on;
  const usable = Number.isFinite(daysToSprout(0.5, law, temperature_C)) ? temperature_C : species.sprouting.at_C;
  const allBy = belief.warmthFor(NEARLY_ALL);
  const oneBy = belief.warmthForAny(left, SOON);
  const nextOn = oneBy === undefined ? undefined : course.dayOf(oneBy);
  const usual = before.warmthFor(NEARLY_ALL);
  const usualBy = usual === undefined ? undefined : course.dayOf(usual);
  const expected = left * belief.chance(course.warmth.at(-1));
  // Once the usual time is over, so few more are expected that waiting is over too: not worth the mat, whatever a slow seed may do.
  const hardlyMore = expected < Math.max(HARDLY_SEEDS, HARDLY_SHARE * seeds) && usualBy !== undefined && usualBy <= today;
  const more = left > 0 ? belief.count(left, course.warmth.at(-1)) : { low: 0, high: 0, middle: 0 };
  return {
    stage: index,
    since,
    day,
    temperature_C,
    law,
    seeds,
    willSprout: before.chance(course.warmth.at(-1)),
    up,
    expectedByNow: seeds * before.chance(course.on(until)),
    expectNew: left > 0 ? belief.count(left, course.on(next)) : { low: 0, high: 0 },
    more: { ...more, expected },
    anyMore: belief.anyChance(left, course.warmth.at(-1)),
    ...(nextOn && { nextOn: later(nextOn, today) }),
    halfway_days: daysToSprout(0.5, law, usable),
    allButDone:
      allBy === undefined || hardlyMore
        ? usualBy && usualBy < until
          ? usualBy
          : until
        : (course.dayOf(allBy) ?? addDays(since, Math.ceil(daysToSprout(NEARLY_ALL, law, species.sprouting.at_C)))),
    ...(lastSproutOn && { lastSproutOn }),
    outlook,
  };
}

/** Says between which days the first root shows in the cold, 8 times in 10; never later than the day it comes out. */
function withRoots(
  treatment: TreatmentForecast,
  state: BatchState,
  { today }: Situation,
  { course, belief, left }: Outlook,
): TreatmentForecast {
  if (left === 0 || state.sprouts.length > 0 || state.stages[treatment.stage]?.finishedOn) return treatment;
  const out = later(treatment.takeOutOn, today);
  const anyBy = (day: PlainDate) => belief.anyChance(left, course.on(day));
  const most = anyBy(out);
  if (most < 0.5) return treatment;
  const on = (chance: number): PlainDate => {
    if (most < chance) return out;
    let [before, by] = [-1, daysBetween(today, out)];
    while (by - before > 1) {
      const middle = (before + by) >> 1;
      if (anyBy(addDays(today, middle)) >= chance) by = middle;
      else before = middle;
    }
    return addDays(today, by);
  };
  return { ...treatment, firstRoot: on(0.5), firstRootRange: { from: on(0.1), to: on(0.9) } };
}

/** The share of those still to come by which waiting is as good as over, and the chance at which one more is worth looking for. */
const NEARLY_ALL = 0.9;
/** Fewer seeds more than this, or a smaller share of those laid down, are not waited for. Assumption. */
const HARDLY_SEEDS = 0.5;
const HARDLY_SHARE = 0.03;
const SOON = 0.1;
