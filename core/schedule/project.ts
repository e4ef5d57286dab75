import type { Batch, DatedStage } from '@chill/model/batch.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { Stage } from '@chill/model/stage.ts';
import { addDays, daysBetween, earlier, later } from '../calendar/dates.ts';
import { dayReaching, earnedByDay, exposureByDay, type Lying, uncertainDays } from '../chill/account.ts';
import { type Credit, NO_CREDIT } from '../chill/requirement.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { fold } from '../ledger/fold.ts';
import { storedDryDays } from '../lot/lotLedger.ts';
import { meanShare, soundShare } from '../lot/viability.ts';
import { firstRootDay, likelyCount } from '../sprout/forecast.ts';
import { chanceSoon, daysToSprout, sproutedOfThoseThatWill, type ThermalTime, thermalTime } from '../sprout/thermalTime.ts';
import { readTurns } from '../treat/turns.ts';
import { bestPull, earnedPerDay, horizonDays, type Pull, type PullCurve, pullCurve, type SteadyTreatment } from '../ways/pull.ts';
import { coatOpened, cuesAnswered, sproutingStage, TURN_CREDIT_DAYS, treatmentOf, turnsCredit } from '../ways/resolve.ts';
import { yearOf } from '../winter/climate.ts';
import { outdoorStay } from '../winter/outdoors.ts';

/** What a batch is read against. */
export interface Setting {
  species: Species;
  lot: Pick<Lot, 'soundness' | 'wintered' | 'provenance' | 'storage'>;
  places: readonly Place[];
  nursery: Pick<Nursery, 'lastFrost' | 'settings' | 'latitude_deg' | 'climate' | 'timeZone'>;
  today: PlainDate;
  /** The moment, where the one who asks knows it: what is recorded then carries it, and what runs against a timer has one. */
  now?: string;
}

/** A stage as it was, is or will be. */
export interface ProjectedStage extends DatedStage {
  started: boolean;
  finished: boolean;
}

/** The account of a treatment that is under way or was the last one done. */
export interface TreatmentForecast {
  stage: number;
  since: PlainDate;
  /** Days in it so far, and effective days earned in them (with any credit). */
  days: number;
  earned: number;
  /** Effective days that the plan asks for. */
  wanted: number;
  /** Days counted only in part because it was found dry. */
  uncertain_days: number;
  freedNow: number;
  freedAtBest: number;
  /** The day on which the planned chill is earned, held inside the window. */
  dueOut: PlainDate;
  /** How many days later than planned that is, from what was found; negative for earlier. */
  shifted_days: number;
  best: PlainDate;
  window: { from: PlainDate; to: PlainDate };
  curve: PullCurve;
  /** What makes the curve; absent for a winter outdoors, which the months make. */
  treatment?: SteadyTreatment;
  /** Its best day and window in days since it began. */
  pull: Pull;
  /** Change in yield, seeds in 100 sound ones, if left a week longer than today (or than the day it is due out). */
  aWeekMore: number;
  firstRoot?: PlainDate;
}

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
  /** New ones expected at this look: the range that holds 8 times in 10. */
  expectNew: { low: number; high: number };
  /** Days to half of those that will. */
  halfway_days: number;
  /** When nearly all that will come should have: 98 in 100 of them. */
  allButDone: PlainDate;
  lastSproutOn?: PlainDate;
}

/** A batch, replanned from what really happened. */
export interface Projection {
  state: BatchState;
  stages: ProjectedStage[];
  treatment?: TreatmentForecast;
  sprouting?: SproutForecast;
  setOut: PlainDate;
}

/** Reads a batch: folds its events and replans everything after them. */
export function project(batch: Batch, setting: Setting): Projection {
  const state = fold(batch.plan, batch.events);
  const treatment = treatmentForecast(batch, state, setting);
  const sprouting = sproutForecast(batch, state, setting, treatment);
  const stages = projectStages(batch, state, setting, treatment);
  const setOut = (stages.at(-1) as ProjectedStage).end;
  return { state, stages, setOut, ...(treatment && { treatment }), ...(sprouting && { sprouting }) };
}

/** The temperature of the place that a stage lies in, or the planned one. */
function temperatureIn(state: BatchState, planned: DatedStage, index: number, places: readonly Place[]): number {
  const placeId = state.stages[index]?.placeId ?? planned.placeId;
  return places.find((place) => place.id === placeId)?.nominal_C ?? planned.temperature_C;
}

function projectStages(batch: Batch, state: BatchState, { today }: Setting, treatment?: TreatmentForecast): ProjectedStage[] {
  const planned = batch.plan.stages;
  let day = (planned[0] as DatedStage).start;
  return planned.map((stage, index) => {
    const done = state.stages[index] ?? {};
    const length = daysBetween(stage.start, stage.end);
    const notYet = done.startedOn === undefined;
    // What has not begun cannot begin before today.
    const start = done.startedOn ?? later(day, state.closedOn ?? today);
    const isCurrent = treatment?.stage === index && !done.finishedOn;
    const expectedEnd = isCurrent ? treatment.dueOut : addDays(start, length);
    const end = done.finishedOn ?? later(expectedEnd, notYet ? start : (state.closedOn ?? today));
    day = end;
    const { window: _planned, ...rest } = stage;
    const moved = daysBetween(stage.start, start);
    const window = isCurrent
      ? treatment.window
      : stage.window && { from: addDays(stage.window.from, moved), to: addDays(stage.window.to, moved) };
    return { ...rest, start, end, started: !notYet, finished: done.finishedOn !== undefined, ...(window && { window }) };
  });
}

/** The account of the last treatment begun, or `undefined` where none was. */
function treatmentForecast(batch: Batch, state: BatchState, setting: Setting): TreatmentForecast | undefined {
  let last: TreatmentForecast | undefined;
  let freedBefore = 1;
  for (let index = 0; index < batch.plan.stages.length; index++) {
    const next = accountOf(batch, state, setting, index);
    if (!next) continue;
    freedBefore *= last?.freedNow ?? 1;
    last = next;
  }
  return last && { ...last, freedNow: last.freedNow * freedBefore, freedAtBest: last.freedAtBest * freedBefore };
}

/** The account of one stage, if it was begun and frees anything by waiting. */
function accountOf(batch: Batch, state: BatchState, setting: Setting, index: number): TreatmentForecast | undefined {
  const since = state.stages[index]?.startedOn;
  if (!since) return undefined;
  const days = daysBetween(since, state.stages[index]?.finishedOn ?? state.closedOn ?? setting.today);
  const made = accountCurve(batch, state, setting, index, { since, days });
  if (!made) return undefined;
  const { curve, pull, wanted, dueOut, temperature_C, treatment, uncertain_days } = made;
  const planned = batch.plan.stages[index] as DatedStage;
  const last = curve.yields.length - 1;
  const on = (line: readonly number[], day: number) => line[Math.min(last, day)] as number;
  const from = Math.max(days, daysBetween(since, dueOut));
  const { species, lot } = setting;
  const sound = batch.plan.seeds * meanShare(soundShare(lot.soundness, species));
  const willSprout = sound * coatOpened(species, batch.plan.way) * species.sprouting.share;
  const root = firstRootDay(curve.freed, willSprout, thermalTime(species.sprouting), temperature_C);
  return {
    stage: index,
    since,
    days,
    earned: on(curve.earned, days),
    wanted,
    uncertain_days,
    freedNow: on(curve.freed, days),
    freedAtBest: on(curve.freed, pull.best),
    dueOut,
    shifted_days: daysBetween(addDays(since, daysBetween(planned.start, planned.end)), dueOut),
    best: addDays(since, pull.best),
    window: { from: addDays(since, pull.from), to: addDays(since, pull.to) },
    curve,
    ...(treatment && { treatment }),
    pull,
    aWeekMore: 100 * (on(curve.yields, from + 7) - on(curve.yields, from)),
    ...(root !== undefined && { firstRoot: addDays(since, root) }),
  };
}

interface AccountCurve {
  curve: PullCurve;
  pull: Pull;
  wanted: number;
  dueOut: PlainDate;
  temperature_C: number;
  treatment?: SteadyTreatment;
  uncertain_days: number;
}

function accountCurve(
  batch: Batch,
  state: BatchState,
  { species, lot, places, nursery }: Setting,
  index: number,
  { since, days }: { since: PlainDate; days: number },
): AccountCurve | undefined {
  const planned = batch.plan.stages[index] as DatedStage;
  const stage = batch.plan.way.stages[index] as Stage;
  const temperature_C = temperatureIn(state, planned, index, places);
  const credit =
    stage.kind === 'dryStore' ? { days: storedDryDays(lot, since), give_days: 0 } : creditBefore(batch, state, index, lot.wintered);
  if (stage.kind === 'outdoorWinter') {
    const stay = outdoorStay(species, yearOf(nursery), since, credit);
    if (!stay) return undefined;
    const { curve, pull } = stay;
    return { curve, pull, wanted: curve.earned[stay.days] as number, dueOut: addDays(since, stay.days), temperature_C, uncertain_days: 0 };
  }
  const plain = treatmentOf(species, stage, temperature_C, credit);
  if (!plain) return undefined;
  const bathed = state.timers.some((timer) => timer.step === 'bath' && timer.stage < index);
  const treatment: SteadyTreatment = bathed ? { ...plain, rot: { ...plain.rot, cleanliness: 'bathed' } } : plain;
  const perDay = earnedPerDay(treatment);
  const lying: Lying = { since, checks: state.checks, freshened: state.freshened };
  const horizon = Math.max(days + 7, horizonDays(treatment.requirement, perDay));
  const earned = earnedByDay(horizon, perDay, lying);
  const exposed = exposureByDay(horizon, treatment.rot, lying);
  const curve = pullCurve(
    horizon,
    treatment.requirement,
    (day) => earned[day] as number,
    (day) => exposed[day] as number,
    treatment.credit,
  );
  const pull = bestPull(curve);
  const plannedPerDay = earnedPerDay({ ...treatment, temperature_C: planned.temperature_C });
  const wanted = daysBetween(planned.start, planned.end) * plannedPerDay;
  const reached = dayReaching(wanted, since, earned) ?? addDays(since, pull.best);
  const dueOut = later(addDays(since, pull.from), earlier(reached, addDays(since, pull.to)));
  return {
    curve,
    pull,
    wanted: wanted + (treatment.credit?.days ?? 0),
    dueOut,
    temperature_C,
    treatment,
    uncertain_days: uncertainDays(lying),
  };
}

/** Cold that counts before this stage begins: what the lot brought along, and freezer turns by the days they really took. */
function creditBefore(batch: Batch, state: BatchState, index: number, wintered: Lot['wintered']): Credit {
  const isFirstCold = !batch.plan.way.stages.slice(0, index).some(({ kind }) => kind === 'coldMoist' || kind === 'outdoorWinter');
  const brought = wintered && isFirstCold ? { days: wintered.chillDays, give_days: wintered.give_days } : NO_CREDIT;
  const turns = batch.plan.way.stages.findIndex((stage) => stage.kind === 'freezerTurns');
  const done = turns < 0 || turns >= index ? undefined : state.stages[turns];
  const byDays = done?.startedOn && done.finishedOn ? turnsCredit(daysBetween(done.startedOn, done.finishedOn)) : 0;
  // Turns that were written down count as they were; without them, by the days.
  const earned = done?.finishedOn && state.turns.length > 1 ? TURN_CREDIT_DAYS * readTurns(state, 0).counted : byDays;
  return { ...brought, days: brought.days + earned };
}

/** The share of the seeds left or up that can drink: what a soak has shown, where one was looked at, otherwise what the way is known for. */
function openedNow(batch: Batch, { counts, swellings }: BatchState, species: Species, up: number): number {
  if (swellings.length === 0) return coatOpened(species, batch.plan.way);
  const drinking = counts.swollen + up;
  return drinking === 0 ? 0 : drinking / (drinking + counts.waiting);
}

function sproutForecast(batch: Batch, state: BatchState, setting: Setting, treatment?: TreatmentForecast): SproutForecast | undefined {
  const { species, lot, places, today } = setting;
  const index = sproutingStage(batch.plan.way);
  const since = state.stages[index]?.startedOn;
  if (!since) return undefined;
  const planned = batch.plan.stages[index] as DatedStage;
  const temperature_C = temperatureIn(state, planned, index, places);
  const law = thermalTime(species.sprouting);
  const until = state.stages[index]?.finishedOn ?? state.closedOn ?? today;
  const day = daysBetween(since, until);
  const upHere = state.sprouts.filter((sprout) => sprout.on >= since);
  const up = upHere.reduce((sum, sprout) => sum + sprout.count, 0);
  const left = state.counts.waiting + state.counts.swollen;
  const seeds = left + up;

  const freed = treatment ? treatment.freedNow : species.cold.need === 'none' ? 1 : species.cold.freedWithout;
  const answered = openedNow(batch, state, species, up) * cuesAnswered(species, batch.plan.way);
  const able = meanShare(soundShare(lot.soundness, species)) * answered * freed;
  const willSprout = able * law.share;
  const expectedByNow = seeds * willSprout * sproutedOfThoseThatWill(day * law.rate(temperature_C), law);
  const lastLook = state.checks.filter((check) => check.on >= since).at(-1)?.on ?? since;
  const seenDays = daysBetween(since, lastLook);
  const soon = chanceSoon(seenDays, Math.max(1, day - seenDays), { ...law, share: willSprout }, temperature_C);
  const lastSproutOn = upHere.at(-1)?.on;
  const usable = Number.isFinite(daysToSprout(0.5, law, temperature_C)) ? temperature_C : species.sprouting.at_C;
  return {
    stage: index,
    since,
    day,
    temperature_C,
    law,
    seeds,
    willSprout,
    up,
    expectedByNow,
    expectNew: likelyCount(left, soon),
    halfway_days: daysToSprout(0.5, law, usable),
    allButDone: addDays(since, Math.ceil(daysToSprout(0.98, law, usable))),
    ...(lastSproutOn && { lastSproutOn }),
  };
}
