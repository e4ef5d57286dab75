import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { TemperatureResponse } from '@chill/model/species.ts';
import type { DatedStage } from '@chill/model/stage.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import { addDays, daysBetween, later } from '../calendar/dates.ts';
import { earnedByDay, exposureByDay, lossesOf, type StageChecks, uncertainDays, unmeasuredIn } from '../chill/account.ts';
import { coldResponseOf, effectiveness } from '../chill/effectiveness.ts';
import { TURN_CREDIT_DAYS, TURNS_SURVIVAL, turnsCredit } from '../chill/freezeThaw.ts';
import { type Met, metBy, type PlaceStay } from '../chill/met.ts';
import { daysToFree, NO_CREDIT, type Requirement, requirementsOf } from '../chill/requirement.ts';
import { COLD_RESPONSE, WARM_RESPONSE } from '../kinds/responses.ts';
import { keptDry, STAGES } from '../kinds/stages.ts';
import type { BatchState, StageDone } from '../ledger/batchState.ts';
import { expectedSurvival, ROT_LAW } from '../rot/hazard.ts';
import { ROT_PRIOR } from '../rot/learned.ts';
import { bestTakeOut, earnedPerDay, horizonDays, takeOutCurve, yieldOfRest } from '../takeOut/takeOut.ts';
import { readTurns } from '../treat/turns.ts';
import { outdoorStay } from '../winter/outdoors.ts';
import { meanOfYears, releasedThroughYears } from '../winter/throughYears.ts';
import type { BroughtIn, FollowedStage, StageGiven, Surroundings, TreatmentForecast } from './followed.ts';
import { atDay, placedAs, treatmentIn } from './stage.ts';
import { isTakenUp } from './stageOrder.ts';

/** What has happened so far to a batch, as far as its stages go by it. */
export interface Events {
  state: BatchState;
  today: PlainDate;
  places: readonly Place[];
  /** What the places' readings come to. */
  records: readonly PlaceTemperatures[];
}

/** A stage that has begun, among those of its batch. */
interface Begun {
  index: number;
  done: StageDone;
  planned: DatedStage;
}

/** A stage that has begun: as far as it was measured and looked at, as that was; from then on as its place is expected to hold. */
export function stageBegun(around: Surroundings, given: StageGiven, broughtIn: BroughtIn, begun: Begun, events: Events): FollowedStage {
  const { state, today } = events;
  const { index, done, planned } = begun;
  const { course, earns } = STAGES[given.kind];
  const account = accountOf(around, given, broughtIn, begun, events);
  // Once something else was decided on, this stage is over but for the move.
  const decided = state.amendments.findLast(({ from }) => from === index + 1);
  const due = decided?.on ?? account?.takeOutOn ?? addDays(given.start, daysBetween(planned.start, planned.end));
  const end = done.finishedOn ?? later(due, state.closedOn ?? today);
  const all = { ...placedAs(given), end, days: daysBetween(given.start, end) };
  if (course === 'turns') return { ...all, released: 1, survives: TURNS_SURVIVAL, turned_days: turned(begun, state) };
  if (!account) return { ...all, released: 1, survives: 1 };
  const rotShape = (earns === 'winter' ? around.rot?.outdoorFlat?.shape : account.treatment?.rotShape) ?? ROT_PRIOR.shape;
  const exposure = done.finishedOn ? 0 : account.rotAhead;
  const going = {
    ...all,
    account,
    curve: account.curve,
    released: account.releasedFinally,
    survives: expectedSurvival(exposure, rotShape),
    exposure,
    rotShape,
    earned: atDay(account.curve, all.days).earned,
  };
  return earns === 'winter' && !done.finishedOn ? yearsAhead(around, going, account, given, broughtIn) : going;
}

/** Freezer turns by the cold that they count for: as they were written down; without that by their days; those to come, or under way, as they are planned. */
function turned({ done, planned }: Begun, state: BatchState): number {
  if (done.finishedOn && state.turns.length > 1) return TURN_CREDIT_DAYS * readTurns(state, 0).counted;
  const { startedOn = planned.start, finishedOn } = done;
  return turnsCredit(finishedOn ? daysBetween(startedOn, finishedOn) : daysBetween(planned.start, planned.end));
}

/**
 * A winter outdoors that has begun: what it has freed by now stands; what it is still to free differs as single winters do from what the mean year frees of the
 * whole.
 */
function yearsAhead(
  { species, year, winters }: Surroundings,
  stage: FollowedStage,
  { releasedNow, releasedFinally }: Pick<TreatmentForecast, 'releasedNow' | 'releasedFinally'>,
  { start, asked }: StageGiven,
  { credit }: BroughtIn,
): FollowedStage {
  const ahead = releasedFinally - releasedNow;
  const whole = year && outdoorStay(species, year, start, { credit, days: asked?.best });
  const usual = whole && atDay(whole.curve, whole.days).released;
  if (ahead <= 0 || !usual || !winters) return stage;
  const years = releasedThroughYears(species, winters, start, credit);
  const released = years.map((one) => Math.min(1, releasedNow + (ahead * one) / usual));
  return { ...stage, released: meanOfYears(released), releasedByYears: released };
}

/** The account of a stage that has begun, if it frees anything by waiting. */
function accountOf(
  around: Surroundings,
  given: StageGiven,
  broughtIn: BroughtIn,
  begun: Begun,
  events: Events,
): TreatmentForecast | undefined {
  const { state, today } = events;
  const { index, done, planned } = begun;
  const since = given.start;
  const days = daysBetween(since, done.finishedOn ?? state.closedOn ?? today);
  const made = accountCurve(around, given, broughtIn, begun, events, days);
  if (!made) return undefined;
  const { curve, takeOut, wanted, takeOutOn, treatment, stalled, said } = made;
  const last = curve.yields.length - 1;
  const on = (line: readonly number[], day: number) => line[Math.min(last, day)] as number;
  const from = Math.max(days, daysBetween(since, takeOutOn));
  const over = done.finishedOn !== undefined || state.closedOn !== undefined;
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

/** What an account is read off. */
interface AccountCurve extends Pick<TreatmentForecast, 'curve' | 'takeOut' | 'wanted' | 'takeOutOn' | 'treatment' | 'stalled'> {
  said: Pick<TreatmentForecast, 'uncertain_days' | 'losses' | 'measured' | 'unmeasured' | 'expected_C' | 'expectedMeasured' | 'needs'>;
}

/** A stage so far: its days, the places where the batch was, and what their temperatures did to it. */
interface SoFar {
  days: number;
  stays: readonly PlaceStay[];
  met: (response: TemperatureResponse) => Met;
  /** What was measured of it, and what the place's own figure stood for where it was not. */
  measuredBy: (met: Met, perDay: (celsius: number) => number) => Pick<TreatmentForecast, 'measured' | 'unmeasured'>;
}

function accountCurve(
  around: Surroundings,
  given: StageGiven,
  broughtIn: BroughtIn,
  begun: Begun,
  events: Events,
  days: number,
): AccountCurve | undefined {
  const { places, records, today } = events;
  const since = given.start;
  const planned_C = begun.planned.temperature_C;
  const stays = begun.done.stays ?? [];
  const nominal_C = places.find(({ id }) => id === stays.at(-1)?.placeId)?.nominal_C ?? planned_C;
  const soFar: SoFar = {
    days,
    stays,
    met: (response) => metBy({ since, stays, planned_C }, response, { places, records, today }),
    measuredBy: ({ measured: share }, perDay) => {
      const measured = Array.from({ length: Math.max(0, days) }, (_, day) => share(day));
      return { measured, unmeasured: unmeasuredIn(since, measured, perDay(nominal_C)) };
    },
  };
  return STAGES[given.kind].earns === 'winter'
    ? winterSoFar(around, given, broughtIn, events, soFar)
    : treatedSoFar(around, given, broughtIn, begun, events, soFar);
}

function winterSoFar(
  { species, year, rot }: Surroundings,
  given: StageGiven,
  { credit }: BroughtIn,
  { records }: Events,
  soFar: SoFar,
): AccountCurve | undefined {
  const { days, stays, met } = soFar;
  const coldResponse = coldResponseOf(species);
  const [cold, warm] = [met(coldResponse), met(WARM_RESPONSE)];
  const stay =
    year &&
    outdoorStay(species, year, given.start, {
      credit,
      seen: readIn(stays, records).length > 0 ? { cold, warm, days } : undefined,
      shelter: given.place?.cover,
      rot: rot?.outdoorFlat,
      days: given.asked?.best,
    });
  if (!stay) return undefined;
  const { curve, takeOut } = stay;
  const { cold: requirement } = requirementsOf(species);
  return {
    curve,
    takeOut,
    stalled: false,
    wanted: curve.earned[stay.days] as number,
    takeOutOn: addDays(given.start, stay.days),
    said: {
      uncertain_days: 0,
      losses: [],
      ...soFar.measuredBy(cold, (celsius) => effectiveness(celsius, coldResponse)),
      expected_C: cold.expected_C,
      expectedMeasured: cold.expectedMeasured,
      needs: needsOf(requirement as Requirement),
    },
  };
}

/** The readings of the places where it lay. */
const readIn = (stays: readonly PlaceStay[], records: readonly PlaceTemperatures[]) =>
  records.filter(({ placeId }) => stays.some((stay) => stay.placeId === placeId));

function treatedSoFar(
  around: Surroundings,
  given: StageGiven,
  broughtIn: BroughtIn,
  { done, planned }: Begun,
  { state, records }: Events,
  { days, stays, met, measuredBy }: SoFar,
): AccountCurve | undefined {
  const treatment = treatmentIn(around, given, broughtIn);
  if (!treatment) return undefined;
  const since = given.start;
  const plannedPerDay = earnedPerDay({ ...treatment, temperature_C: planned.temperature_C });
  const asMoist = met(treatment.response ?? COLD_RESPONSE);
  // Dry cold is counted in longer days.
  const slower = treatment.daysPerEffectiveDay ?? 1;
  const ahead = asMoist.effect(days + 1) / slower;
  const stalled = !done.finishedOn && plannedPerDay > 0 && ahead < STALLED_BELOW * plannedPerDay;
  const counted: Met = {
    ...asMoist,
    effect: (day) => (stalled && day >= days ? plannedPerDay : asMoist.effect(day) / slower),
    rot: (day) => (stalled && day >= days ? ROT_LAW.at(planned.temperature_C) : asMoist.rot(day)),
  };
  // What is kept dry is not missing any water; what goes on in an earlier stage's medium is as old as that is.
  const found: StageChecks = { since, checks: keptDry(given.kind) ? [] : state.checks, freshened: [broughtIn.fresh, ...state.freshened] };
  const horizon = Math.max(days + 7, horizonDays(treatment.requirement, Math.max(counted.effect(days + 1), plannedPerDay / 4)));
  const earned = earnedByDay(horizon, counted, found);
  const exposed = exposureByDay(horizon, treatment.rot, found, counted.rot);
  const whole = takeOutCurve(
    horizon,
    treatment.requirement,
    (day) => earned[day] as number,
    (day) => exposed[day] as number,
    treatment.credit,
    treatment.rotShape ?? ROT_PRIOR.shape,
  );
  const curve = broughtIn.goesOn ? { ...whole, yields: yieldOfRest(whole) } : whole;
  const takeOut = bestTakeOut(curve);
  // A plan that is late cuts the cold short, inside its window, and a second cold as short as is worth its room; what was measured moves the day, and leaves the cut.
  const cut = planned.best ? Math.max(0, daysBetween(planned.end, planned.best)) : 0;
  const spells = readIn(stays, records).flatMap((record) => record.spells);
  return {
    curve,
    takeOut,
    treatment,
    stalled,
    wanted: daysBetween(planned.start, planned.end) * plannedPerDay + (treatment.credit ?? NO_CREDIT).days,
    takeOutOn: addDays(since, Math.max(broughtIn.goesOn ? 0 : takeOut.from, takeOut.best - cut)),
    said: {
      uncertain_days: uncertainDays(found),
      losses: lossesOf(days, plannedPerDay, counted, found, spells),
      ...measuredBy(counted, (celsius) => earnedPerDay({ ...treatment, temperature_C: celsius })),
      expected_C: counted.expected_C,
      expectedMeasured: counted.expectedMeasured,
      needs: needsOf(treatment.requirement),
    },
  };
}

function needsOf(requirement: Requirement): TreatmentForecast['needs'] {
  return { tenth: daysToFree(0.1, requirement), half: daysToFree(0.5, requirement), nearlyAll: daysToFree(0.95, requirement) };
}

/** The account of the last treatment begun, with what those before it left, or `undefined` where none was. */
export function lastTreatment({ species }: Pick<Surroundings, 'species'>, stages: readonly FollowedStage[]): TreatmentForecast | undefined {
  const upTo = stages.findLastIndex(({ account }) => account);
  const begun = stages.flatMap(({ account }, i) => (account && !isTakenUp(species, stages, i, upTo) ? [account] : []));
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
