import type { Batch } from '@chill/model/batch.ts';
import type { Lot } from '@chill/model/lot.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { DatedStage, Stage, StageKind } from '@chill/model/stage.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import {
  earnedByDay,
  exposureByDay,
  type Loss,
  type Lying,
  lossesOf,
  type Unmeasured,
  uncertainDays,
  unmeasuredIn,
} from '../chill/account.ts';
import { coldResponseOf, effectiveness } from '../chill/effectiveness.ts';
import { TURN_CREDIT_DAYS, turnsCredit } from '../chill/freezeThaw.ts';
import { type Met, metBy } from '../chill/met.ts';
import { type Credit, daysToFree, NO_CREDIT, type Requirement, requirementsOf } from '../chill/requirement.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { chills, isStage, keptDry, STAGES } from '../kinds/stages.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { creditOf, storedDryDays } from '../lot/lotLedger.ts';
import { treatmentOf, withOwnRot } from '../methods/resolve.ts';
import { goesOnFrom, isTakenUp } from '../methods/stageOrder.ts';
import { ROT_LAW } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import {
  bestTakeOut,
  earnedPerDay,
  horizonDays,
  type SteadyTreatment,
  type TakeOut,
  type TakeOutCurve,
  takeOutCurve,
  yieldOfRest,
} from '../takeOut/takeOut.ts';
import { readTurns } from '../treat/turns.ts';
import { yearOf } from '../winter/climate.ts';
import { outdoorStay } from '../winter/outdoors.ts';
import { bathedBefore, type Situation, temperatureIn } from './situation.ts';

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
  /** Effective days that the planned temperature would have earned by now, beyond what was earned, by their reasons. */
  losses: Loss[];
  /** For each day so far, the share of it that was measured; the rest is nominal. */
  measured: number[];
  /** The stretches that were not, and what the place's own figure stood for in them. */
  unmeasured: Unmeasured[];
  /** What the place is expected to hold from now on, °C, and whether its readings say so. */
  expected_C: number;
  expectedMeasured: boolean;
  /** Effective days, with any credit, by which 10, 50 and 95 in 100 of those that need it are released. */
  needs: { tenth: number; half: number; nearlyAll: number };
  releasedNow: number;
  releasedAtBest: number;
  /** Share released by the day it was or is to be taken out. */
  releasedFinally: number;
  /** Rot hazard added up from now to that day, in the middle of what is believed. */
  rotAhead: number;
  /** Share that had what it needed of the treatments before this one: for the rest, this one does not count. 1 where there was none. */
  releasedBefore: number;
  /**
   * The best day by what was measured and found; earlier by as much as the plan cut it short on purpose, though never before its window
   * (science: the day that is due is t* of what has been measured).
   */
  takeOutOn: PlainDate;
  /** How many days later than planned that is, from what was found; negative for earlier. */
  shifted_days: number;
  best: PlainDate;
  window: { from: PlainDate; to: PlainDate };
  curve: TakeOutCurve;
  /** What makes the curve; absent for a winter outdoors, which the months make. */
  treatment?: SteadyTreatment;
  /** Its best day and window in days since it began. */
  takeOut: TakeOut;
  /** Change in yield, seeds in 100 sound ones, if left a week longer than today (or than the day it is due out). */
  aWeekMore: number;
  /** True where it lies in a place in which it earns next to nothing: what is to come is told as if it were moved back today. */
  stalled: boolean;
  /** The day on which the first root shows in the cold, half of the time; and the days between which it does so 8 times in 10. */
  firstRoot?: PlainDate;
  firstRootRange?: { from: PlainDate; to: PlainDate };
}

/** The accounts of all treatments begun, by their stage; each told for itself. */
export function treatmentAccounts(batch: Batch, state: BatchState, situation: Situation): (TreatmentForecast | undefined)[] {
  const accounts: (TreatmentForecast | undefined)[] = [];
  for (const index of batch.plan.stages.keys()) accounts.push(accountOf(batch, state, situation, index, accounts));
  return accounts;
}

/** The account of the last treatment begun, with what those before it left, or `undefined` where none was. */
export function lastTreatment(
  accounts: readonly (TreatmentForecast | undefined)[],
  { species }: Pick<Situation, 'species'>,
  stages: readonly { kind: StageKind }[],
): TreatmentForecast | undefined {
  const upTo = accounts.findLastIndex((one) => one !== undefined);
  const begun = accounts.filter((one, i) => one !== undefined && !isTakenUp(species, stages, i, upTo)) as TreatmentForecast[];
  const last = begun.at(-1);
  const releasedBefore = begun.slice(0, -1).reduce((share, one) => share * one.releasedNow, 1);
  return (
    last && {
      ...last,
      releasedBefore,
      releasedNow: last.releasedNow * releasedBefore,
      releasedAtBest: last.releasedAtBest * releasedBefore,
    }
  );
}

/** The account of one stage, if it was begun and frees anything by waiting. */
function accountOf(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  index: number,
  earlier: readonly (TreatmentForecast | undefined)[],
): TreatmentForecast | undefined {
  const since = state.stages[index]?.startedOn;
  if (!since) return undefined;
  const days = daysBetween(since, state.stages[index]?.finishedOn ?? state.closedOn ?? situation.today);
  const made = accountCurve(batch, state, situation, index, { since, days, earlier });
  if (!made) return undefined;
  const { curve, takeOut, wanted, takeOutOn, treatment, stalled, said } = made;
  const planned = batch.plan.stages[index] as DatedStage;
  const last = curve.yields.length - 1;
  const on = (line: readonly number[], day: number) => line[Math.min(last, day)] as number;
  const from = Math.max(days, daysBetween(since, takeOutOn));
  const over = state.stages[index]?.finishedOn !== undefined || state.closedOn !== undefined;
  const end = over ? days : from;
  const lastCheck = state.checks.filter(({ on: day }) => day >= since).at(-1)?.on ?? since;
  const lookedAt = over ? days : Math.min(days, Math.max(0, daysBetween(since, lastCheck)));
  return {
    stage: index,
    since,
    days,
    earned: on(curve.earned, days),
    wanted,
    ...said,
    releasedBefore: 1,
    releasedNow: on(curve.released, days),
    releasedAtBest: on(curve.released, takeOut.best),
    releasedFinally: on(curve.released, end),
    rotAhead: Math.max(0, on(curve.exposed, end) - on(curve.exposed, lookedAt)),
    takeOutOn,
    shifted_days: daysBetween(addDays(since, daysBetween(planned.start, planned.end)), takeOutOn),
    best: addDays(since, takeOut.best),
    window: { from: addDays(since, takeOut.from), to: addDays(since, takeOut.to) },
    curve,
    ...(treatment && { treatment }),
    takeOut,
    stalled,
    aWeekMore: 100 * (on(curve.yields, from + 7) - on(curve.yields, from)),
  };
}

/** A place in which a day earns less than this part of a planned one is no place for the stage. Assumption. */
const STALLED_BELOW = 0.1;

interface AccountCurve {
  curve: TakeOutCurve;
  takeOut: TakeOut;
  wanted: number;
  takeOutOn: PlainDate;
  treatment?: SteadyTreatment;
  stalled: boolean;
  said: Pick<TreatmentForecast, 'uncertain_days' | 'losses' | 'measured' | 'unmeasured' | 'expected_C' | 'expectedMeasured' | 'needs'>;
}

function accountCurve(
  batch: Batch,
  state: BatchState,
  situation: Situation,
  index: number,
  { since, days, earlier }: { since: PlainDate; days: number; earlier: readonly (TreatmentForecast | undefined)[] },
): AccountCurve | undefined {
  const { species, lot, places, nursery, temperatures: records = [], today } = situation;
  const planned = batch.plan.stages[index] as DatedStage;
  const stage = batch.plan.way.stages[index] as Stage;
  const temperature_C = temperatureIn(state, planned, index, situation);
  const stays = state.stages[index]?.stays ?? [];
  const met = (response: TemperatureResponse) =>
    metBy({ since, stays, planned_C: planned.temperature_C }, response, { places, records, today });
  const nominal_C = places.find(({ id }) => id === stays.at(-1)?.placeId)?.nominal_C ?? planned.temperature_C;
  const measuredBy = ({ measured: share }: Met, nominalPerDay: number) => {
    const measured = Array.from({ length: Math.max(0, days) }, (_, day) => share(day));
    return { measured, unmeasured: unmeasuredIn(since, measured, nominalPerDay) };
  };
  const credit = creditBefore(batch, state, index, { species, lot }, since, earlier);
  if (STAGES[stage.kind].earns === 'winter') {
    const [cold, warm] = [met(coldResponseOf(species)), met(WARM_RESPONSE)];
    const seen = records.some(({ placeId }) => stays.some((stay) => stay.placeId === placeId)) ? { cold, warm, days } : undefined;
    const shelter = places.find(({ id }) => id === stays.at(-1)?.placeId)?.cover;
    const stay = outdoorStay(species, yearOf(nursery), since, {
      credit,
      seen,
      shelter,
      rot: situation.rot?.outdoorFlat,
      days: stage.days?.best,
    });
    if (!stay) return undefined;
    const { curve, takeOut } = stay;
    const { cold: requirement } = requirementsOf(species);
    const said = {
      uncertain_days: 0,
      losses: [],
      ...measuredBy(cold, effectiveness(nominal_C, coldResponseOf(species))),
      expected_C: temperature_C,
      expectedMeasured: cold.expectedMeasured,
      needs: needsOf(requirement as Requirement),
    };
    return { curve, takeOut, wanted: curve.earned[stay.days] as number, takeOutOn: addDays(since, stay.days), stalled: false, said };
  }
  const plain = withOwnRot(treatmentOf(species, stage, temperature_C, credit), situation.rot);
  if (!plain) return undefined;
  const treatment: SteadyTreatment = bathedBefore(state, index) ? { ...plain, rot: { ...plain.rot, cleanliness: 'bathed' } } : plain;
  const plannedPerDay = earnedPerDay({ ...treatment, temperature_C: planned.temperature_C });
  const asMoist = met(treatment.response ?? COLD_RESPONSE);
  // Dry cold is counted in longer days.
  const slower = treatment.daysPerEffectiveDay ?? 1;
  const ahead = asMoist.effect(days + 1) / slower;
  const stalled = !state.stages[index]?.finishedOn && plannedPerDay > 0 && ahead < STALLED_BELOW * plannedPerDay;
  const counted: Met = {
    ...asMoist,
    effect: (day) => (stalled && day >= days ? plannedPerDay : asMoist.effect(day) / slower),
    rot: (day) => (stalled && day >= days ? ROT_LAW.at(planned.temperature_C) : asMoist.rot(day)),
  };
  // What is kept dry is not missing any water.
  const checks = keptDry(stage.kind) ? [] : state.checks;
  const lying: Lying = { since, checks, freshened: state.freshened };
  const horizon = Math.max(days + 7, horizonDays(treatment.requirement, Math.max(counted.effect(days + 1), plannedPerDay / 4)));
  const earned = earnedByDay(horizon, counted, lying);
  const exposed = exposureByDay(horizon, treatment.rot, lying, counted.rot);
  const curve = takeOutCurve(
    horizon,
    treatment.requirement,
    (day) => earned[day] as number,
    (day) => exposed[day] as number,
    treatment.credit,
    treatment.rotShape ?? ROT_PRIOR.shape,
  );
  // A cold that goes on where an earlier one left off is there for those that the earlier one left.
  const goesOn = goesOnFrom(species, batch.plan.way.stages, index) !== undefined;
  if (goesOn) curve.yields = yieldOfRest(curve);
  const takeOut = bestTakeOut(curve);
  const length = daysBetween(planned.start, planned.end);
  const wanted = length * plannedPerDay;
  // A plan that is late cuts the cold short, inside its window, and a second cold as short as is worth its room; what was measured moves the day, and leaves the cut.
  const cut = planned.best ? Math.max(0, daysBetween(planned.end, planned.best)) : 0;
  const takeOutOn = addDays(since, Math.max(goesOn ? 0 : takeOut.from, takeOut.best - cut));
  const spells = records.filter(({ placeId }) => stays.some((stay) => stay.placeId === placeId)).flatMap((record) => record.spells);
  return {
    curve,
    takeOut,
    wanted: wanted + (treatment.credit?.days ?? 0),
    takeOutOn,
    treatment,
    stalled,
    said: {
      uncertain_days: uncertainDays(lying),
      losses: lossesOf(days, plannedPerDay, counted, lying, spells),
      ...measuredBy(counted, earnedPerDay({ ...treatment, temperature_C: nominal_C })),
      expected_C: counted.expected_C,
      expectedMeasured: counted.expectedMeasured,
      needs: needsOf(treatment.requirement),
    },
  };
}

function needsOf(requirement: Requirement): TreatmentForecast['needs'] {
  return { tenth: daysToFree(0.1, requirement), half: daysToFree(0.5, requirement), nearlyAll: daysToFree(0.95, requirement) };
}

/** What counts before this stage begins, on `start`: days in the drawer before a dry store; before the cold, what the lot brought along, and freezer turns by the days they really took. */
export function creditBefore(
  batch: Batch,
  state: BatchState,
  index: number,
  { species, lot }: Pick<Situation, 'species'> & { lot: Pick<Lot, 'wintered' | 'provenance' | 'storage'> },
  start: PlainDate,
  earlier: readonly (Pick<TreatmentForecast, 'earned'> | undefined)[] = [],
): Credit {
  const before = goesOnFrom(species, batch.plan.way.stages, index);
  const hadBefore = before === undefined ? undefined : earlier[before];
  if (hadBefore) return { days: hadBefore.earned, give_days: 0 };
  if (isStage(batch.plan.way.stages[index]?.kind, ({ earns }) => earns === 'ripening'))
    return { days: storedDryDays(lot, start), give_days: 0 };
  const isFirstCold = !batch.plan.way.stages.slice(0, index).some(({ kind }) => chills(kind) && !keptDry(kind));
  const brought = (isFirstCold && creditOf(lot)) || NO_CREDIT;
  const turns = batch.plan.way.stages.findIndex(({ kind }) => STAGES[kind].course === 'turns');
  const done = turns < 0 || turns >= index ? undefined : state.stages[turns];
  const planned = batch.plan.stages[turns];
  // Turns still to come, or under way, are counted as they are planned.
  const byDays =
    done?.startedOn && done.finishedOn
      ? turnsCredit(daysBetween(done.startedOn, done.finishedOn))
      : done && planned
        ? turnsCredit(daysBetween(planned.start, planned.end))
        : 0;
  // Turns that were written down count as they were; without them, by the days.
  const earned = done?.finishedOn && state.turns.length > 1 ? TURN_CREDIT_DAYS * readTurns(state, 0).counted : byDays;
  return { ...brought, days: brought.days + earned };
}
