import type { Batch } from '@chill/model/batch.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { StageKind } from '@chill/model/stage.ts';
import { addDays, dayNumber, daysBetween, later } from '../calendar/dates.ts';
import { metBy } from '../chill/met.ts';
import { PLACES } from '../kinds/places.ts';
import { keptDry, STAGES, staysAtBench } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { upFor } from '../sowing/sown.ts';
import type { ReleasedPart } from '../sprout/belief.ts';
import { degreesPerDay, thermalTime } from '../sprout/thermalTime.ts';
import { yearOf } from '../winter/climate.ts';
import type { FollowedStage } from './followed.ts';
import { degreesOutdoors } from './outdoorWarmth.ts';
import type { Situation } from './situation.ts';
import { goesOnFrom, isTakenUp, sproutingStage } from './stageOrder.ts';

/**
 * A batch's way through its temperatures, day by day from its first stage on: how warm it has been for sprouting, in degree-days added up over what its
 * places had hour by hour and are expected to have; and which part of its seeds is released at which warmth.
 */
export interface WarmthCourse {
  from: PlainDate;
  /** Degree-days by the start of each day. */
  warmth: Float64Array;
  parts: ReleasedPart[];
  /** Warmth by the start of a day; before the first, none. */
  on(day: PlainDate): number;
  /** The first day by whose start it has been so warm; `undefined` where it never will be. */
  dayOf(warmth: number): PlainDate | undefined;
}

/** Seed kept frozen or dry drinks nothing and does not move; an hour at the bench is no warmth worth adding. */
function standsStill(kind: StageKind): boolean {
  return keptDry(kind) || staysAtBench(kind);
}
/** Warmth is followed so far beyond the last stage that anything sprouts in, days. */
const BEYOND_DAYS = 400;
/** Freed seed is kept in about so many parts. */
const PARTS = 24;

/** Follows a batch by its stages; `released_all` is what all of them release, with what the method leaves out. */
export function warmthCourse(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  stages: readonly FollowedStage[],
  released_all: number,
): WarmthCourse {
  const { species } = situation;
  const { sowing } = stages[sproutingStage(batch.plan.method)] as FollowedStage;
  // What is sown is seen once it is up.
  const up = sowing ? upFor(species, sowing) : 0;
  const sprouts = sproutingStage(batch.plan.method);
  const from = (stages[0] as FollowedStage).start;
  const over = state.closedOn ?? situation.today;
  const lastDay = daysBetween(from, later(over, (stages[sprouts] as FollowedStage).start)) + BEYOND_DAYS;
  const warmth = new Float64Array(lastDay + 1);
  const released = new Float64Array(lastDay + 1);
  // A cold that goes on where an earlier one left off tells of both: that one then counts for nothing more.
  const goesOn = stages.map((_, k) => goesOnFrom(species, stages, k) !== undefined);
  const counts = (i: number, upTo?: number) => (isTakenUp(species, stages, i, upTo) ? 1 : finalOf(stages[i] as FollowedStage));
  const missed =
    released_all /
    Math.max(
      1e-12,
      product(stages.length, (i) => counts(i)),
    );
  /** What the treatments after the `k`th free before they begin. */
  const untouched = stages.map((_, k) => product(stages.length, (i) => (i > k && !goesOn[i] ? (stages[i]?.curve?.released[0] ?? 1) : 1)));
  const done = stages.map((_, k) => product(k, (i) => counts(i, k)));
  let day = 0;
  for (const [k, stage] of stages.entries()) {
    // The stage that sprouts goes on for as long as anybody waits.
    const open = k >= sprouts && state.stages[k]?.finishedOn === undefined;
    const until = open ? lastDay : Math.min(lastDay, daysBetween(from, stage.end));
    const begun = daysBetween(from, stage.start);
    const degrees = degreesOn(batch, state, situation, k, stage);
    const { curve } = stage;
    for (; day < until; day++) {
      const since = day - begun;
      warmth[day + 1] = (warmth[day] as number) + (since >= 0 ? degrees(since) : 0);
      const here = curve ? (curve.released[Math.min(curve.released.length - 1, Math.max(0, since))] as number) : 1;
      released[day] = Math.max(day > 0 ? (released[day - 1] as number) : 0, missed * (done[k] as number) * here * (untouched[k] as number));
    }
    if (open) break;
  }
  for (; day < lastDay; day++) {
    warmth[day + 1] = warmth[day] as number;
    released[day] = released[Math.max(0, day - 1)] as number;
  }
  released[lastDay] = Math.max(released[lastDay - 1] ?? 0, 0);
  const number = dayNumber(from);
  return {
    from,
    warmth,
    parts: partsOf(released, warmth).map(({ part, from: at }) => ({ part, from: at + up })),
    on: (date) => warmth[Math.min(lastDay, Math.max(0, dayNumber(date) - number))] as number,
    dayOf: (target) => {
      const day = firstReaching(warmth, target);
      return day === undefined ? undefined : addDays(from, day);
    },
  };
}

/** The first place in a rising row that reaches a value; `undefined` where none does. */
function firstReaching(rising: Float64Array, target: number): number | undefined {
  let [before, by] = [-1, rising.length - 1];
  if ((rising[by] as number) < target) return undefined;
  while (by - before > 1) {
    const middle = (before + by) >> 1;
    if ((rising[middle] as number) >= target) by = middle;
    else before = middle;
  }
  return by;
}

/** Degree-days of each day of a stage, by what its places had and are expected to have. */
function degreesOn(batch: Batch, state: BatchState, situation: Situation, index: number, stage: FollowedStage): (day: number) => number {
  if (standsStill(stage.kind)) return () => 0;
  const { species, places, temperatures: records = [], today, nursery } = situation;
  const law = thermalTime(species.sprouting);
  const { most, response } = law;
  const planned_C = batch.plan.stages[index]?.temperature_C ?? stage.temperature_C;
  const begun = state.stages[index]?.startedOn !== undefined;
  const stays = state.stages[index]?.stays ?? (stage.place ? [{ on: stage.start, placeId: stage.place.id }] : []);
  const place = places.find(({ id }) => id === stays.at(-1)?.placeId);
  const outdoors = STAGES[stage.kind].earns === 'winter' || (place !== undefined && PLACES[place.kind].weather);
  const measured = records.some(({ placeId }) => stays.some((stay) => stay.placeId === placeId));
  if (outdoors) {
    const expected = degreesOutdoors(law, yearOf(nursery), stage.start);
    const by = measured ? metBy({ since: stage.start, stays, planned_C }, response, { places, records, today }) : undefined;
    const past = daysBetween(stage.start, today);
    return (day) => (by && day < past ? most * by.effect(day) : expected(day));
  }
  if (!begun) {
    const rate = degreesPerDay(stage.temperature_C, stage.halfSwing_C ?? 0, law);
    return () => rate;
  }
  const by = metBy({ since: stage.start, stays, planned_C }, response, { places, records, today });
  return (day) => most * by.effect(day);
}

/** The share that a treatment frees in the end: as far as it went, or to the day it is due out. */
const finalOf = ({ account, released }: FollowedStage): number => account?.releasedFinally ?? released;

function product(count: number, of: (i: number) => number): number {
  let all = 1;
  for (let i = 0; i < count; i++) all *= of(i);
  return all;
}

/** Released seed in parts, by the warmth at which it was released. */
function partsOf(released: Float64Array, warmth: Float64Array): ReleasedPart[] {
  const parts: ReleasedPart[] = [];
  const all = released.at(-1) as number;
  let open = { part: 0, weighed: 0, at: 0 };
  const close = () => {
    if (open.part > 0) parts.push({ part: open.part, from: open.weighed / open.part });
    open = { part: 0, weighed: 0, at: 0 };
  };
  for (let day = 0; day < released.length; day++) {
    const newly = (released[day] as number) - (day > 0 ? (released[day - 1] as number) : 0);
    if (newly <= 0) continue;
    const at = warmth[day] as number;
    // What is released at the same warmth is one part, however many days that takes.
    if (open.part > 0 && at > open.at && open.part >= all / PARTS) close();
    open = { part: open.part + newly, weighed: open.weighed + newly * at, at };
  }
  close();
  return parts;
}
