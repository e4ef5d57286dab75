import type { Plan } from '@chill/model/batch.ts';
import type { LotId, PlainDate } from '@chill/model/primitives.ts';
import type { Priority } from '@chill/model/promise.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import { type DatedWork, plantingOut } from '../season/work.ts';
import { firstFrostOf, frostSafeFrom } from '../winter/frost.ts';
import { type Course, type CoursePart, coursesFor, planOf } from './courses.ts';
import type { PlanChoice, PlanProblem, Use } from './problem.ts';
import { freeIn, minutesOn, type OpenDays, openDays, type SeasonToPlan } from './season.ts';
import type { Wanted } from './wanted.ts';

/** A course that begins on a day, in certain places; days are counted from today. */
export interface Candidate {
  course: Course;
  start: number;
  /** When its plants go out: ready, and safe from frost as far as the nursery wants. */
  out: number;
  late_days: number;
  /** Which of its possible places each lying has. */
  laid: number[];
  minutes: number;
  choice: PlanChoice;
}

/** A season as a problem, and what its rows and choices stand for. */
export interface LaidOut {
  problem: PlanProblem;
  /** Of each wanted promise, in their order. */
  candidates: Candidate[][];
  /** Days on which people have time, as the last resource counts them; absent where nobody is named. */
  hands?: OpenDays;
}

/** What leaving a promise costs. No nine after it outweigh one; to be late is better than nothing. */
const UNKEPT: Record<Priority, number> = { first: 1000, next: 100, ifRoom: 10 };
/** A promise that is kept late is worth so much less, most of it lost in three weeks; one that is kept in part a fifth less, besides what is missing. */
const LATE_LOSES = 0.6;
const LATENESS_SETTLES_DAYS = 21;
const IN_PART = 0.8;
/** What tells plans apart that keep the same: all the seed of a lot, an hour of work, a week earlier than need be, a method's drawback, a younger lot. */
const SMALL = { stock: 0.5, hour: 0.1, week: 0.02, drawback: 0.5, younger: 0.1 };
/** So many ways to deal what a course lays down to places that are alike. */
const DEALINGS = 3;
/** Days that hands are counted for: two winters. */
const HORIZON_DAYS = 840;

/** Lays a season out: every way to keep each promise, what it takes of places, people and seed, and what it costs. `hurried`: see {@link coursesFor}. */
export function layOut(season: SeasonToPlan, hurried = false): LaidOut {
  const { places, stays, today, lots, wanted } = season;
  const courses = wanted.map((one) => coursesFor(season, one, hurried));
  const hands = openDays(season, HORIZON_DAYS);
  const rooms = places.map((place) => freeIn(place, stays, today));
  // Only where a place may be too full does it matter which of two that are alike is taken.
  const scarce = rooms.map((free, place) => mostWanted(courses, place) > Math.min(...free.map((step) => step.free)));
  const count = counting(season, hands);
  const candidates = courses.map((of) =>
    of.flatMap((course) => {
      const dealings = dealingsOf(course, scarce);
      const starts = new Set(course.starts.map((start) => onWorkingDay(season, start)));
      return [...starts].flatMap((start) => dealings.map((laid) => count(course, start, laid)));
    }),
  );
  return {
    candidates,
    ...(hands && { hands }),
    problem: {
      resources: hands ? [...rooms, hands.free] : rooms,
      stocks: lots.map(({ unassigned }) => unassigned),
      rows: candidates.map((of, row) => ({ unkept: unkeptOf(wanted[row] as Wanted), choices: of.map(({ choice }) => choice) })),
    },
  };
}

/** What leaving a promise costs a plan. */
export const unkeptOf = ({ promise }: Wanted): number => UNKEPT[promise.priority ?? 'next'];

/** Seeds of one lot, and the plan that they would follow. */
export interface PlannedPart {
  lotId: LotId;
  plan: Plan;
}

/** The plans that a candidate stands for, one a lot. */
export function plansOf({ course, start, laid }: Candidate, { today, places }: Pick<SeasonToPlan, 'today' | 'places'>): PlannedPart[] {
  return course.parts.map((part: CoursePart, index) => {
    const plan = planOf(part, addDays(today, start));
    const stages = plan.stages.map((stage, i) => {
      const at = course.lying.findIndex((lying) => lying.part === index && lying.stage === i);
      const place = places[course.lying[at]?.in[laid[at] as number]?.place ?? -1];
      return place && place.id !== stage.placeId ? { ...stage, placeId: place.id, temperature_C: place.nominal_C } : stage;
    });
    return { lotId: part.lot.id, plan: { ...plan, stages } };
  });
}

/** The most that promises could want of a place at once. */
function mostWanted(courses: readonly Course[][], place: number): number {
  const wants = ({ lying }: Course) => lying.reduce((sum, { in: [first] }) => sum + (first?.place === place ? first.room : 0), 0);
  return courses.reduce((sum, of) => sum + Math.max(0, ...of.map(wants)), 0);
}

/** Ways to lay down what a course lays down: each in its fittest place, and what is in scarce ones in others that are alike. */
function dealingsOf({ lying }: Course, scarce: readonly boolean[]): number[][] {
  let dealings = [lying.map(() => 0)];
  for (const [i, { in: places }] of lying.entries()) {
    if (!scarce[places[0]?.place ?? -1]) continue;
    const others = places.slice(1).flatMap((_, other) => dealings.map((one) => one.map((at, k) => (k === i ? other + 1 : at))));
    dealings = [...dealings, ...others].slice(0, DEALINGS);
  }
  return dealings;
}

/** The day, or the nearest before it on which somebody works, or after it where that would be past. */
function onWorkingDay({ nursery, today }: SeasonToPlan, day: number): number {
  const works = (at: number) => minutesOn(nursery, addDays(today, at)) !== 0;
  for (let at = day; at >= 0 && at > day - 7; at--) if (works(at)) return at;
  for (let at = day + 1; at < day + 7; at++) if (works(at)) return at;
  return day;
}

/** Counts what a course takes from a start on, and what it costs. */
function counting(season: SeasonToPlan, hands: OpenDays | undefined): (course: Course, start: number, laid: number[]) => Candidate {
  const { today, places, lots } = season;
  // Asked of every candidate: the first frost is found once, and each day's answer is kept.
  const nursery = { ...season.nursery, firstFrost: firstFrostOf(season.nursery) };
  const safe = new Map<number, number>();
  const frostSafe = (day: number) => {
    const known = safe.get(day) ?? daysBetween(today, frostSafeFrom(addDays(today, day), nursery));
    safe.set(day, known);
    return known;
  };
  const wantedOn = new Map<PlainDate, number>();
  const onHands = hands && spreading(hands, places.length);
  return (course, start, laid) => {
    const { wanted, parts, plants, enough, rank, latest, days, lying, work, doubt, drawbacks } = course;
    const by = wantedOn.get(wanted.promise.on) ?? daysBetween(today, wanted.promise.on);
    wantedOn.set(wanted.promise.on, by);
    const out = frostSafe(start + days);
    const late_days = Math.max(0, out - by);
    const uses = new Map<number, Use[]>();
    for (const [i, { from, to, grows, in: where }] of lying.entries()) {
      const { place, room } = where[laid[i] as number] as (typeof where)[number];
      const use = { resource: place, from: start + from, to: grows ? Math.max(start + to, out) : start + to, amount: room };
      uses.set(place, [...(uses.get(place) ?? []), use]);
    }
    const minutes = work.reduce((sum, one) => sum + one.minutes, PLANTING_OUT.minutes * parts.length);
    const takes = parts.map(({ lot, proposal }) => ({ stock: lots.indexOf(lot), count: proposal.starting }));
    const ofHands = onHands?.([
      ...work.map((one) => ({ ...one, day: start + one.day })),
      { ...PLANTING_OUT, day: out, minutes: PLANTING_OUT.minutes * parts.length },
    ]);
    const unkept = unkeptOf(wanted);
    const whole = enough ? 1 : IN_PART * Math.min(1, (plants.low + plants.high) / 2 / wanted.plants);
    const inTime = 1 - LATE_LOSES * (1 - Math.exp(-late_days / LATENESS_SETTLES_DAYS));
    const cost =
      unkept * (1 - whole * inTime) +
      SMALL.stock * takes.reduce((sum, { stock, count }) => sum + count / Math.max(1, lots[stock]?.unassigned ?? 1), 0) +
      (SMALL.hour * minutes) / 60 +
      (SMALL.week * Math.max(0, latest - start)) / 7 +
      SMALL.drawback * drawbacks +
      doubt +
      SMALL.younger * rank;
    const all = [...[...uses.values()].flatMap(summed), ...(ofHands ?? [])];
    return { course, start, out, late_days, laid, minutes, choice: { cost, uses: all, takes } };
  };
}

/** Uses of one resource added up, so that no two overlap. */
function summed(uses: readonly Use[]): Use[] {
  const [first] = uses;
  if (uses.length < 2 || !first) return [...uses];
  const moments = [...new Set(uses.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  return moments.flatMap((from, i): Use[] => {
    const to = moments[i + 1];
    const amount = uses.reduce((sum, use) => (use.from <= from && from < use.to ? sum + use.amount : sum), 0);
    return to !== undefined && amount > 0 ? [{ resource: first.resource, from, to, amount }] : [];
  });
}

/** Work on a day counted from today. */
type WorkOn = Pick<DatedWork, 'minutes' | 'sooner_days' | 'later_days'> & { day: number };
const PLANTING_OUT = plantingOut('2000-01-01', 0);

/**
 * Work as uses of the days on which people have time, each thing spread evenly over those that it may be done on; where there is none among them it waits
 * for the next. Days in a row that are asked for alike are one use.
 */
function spreading({ days, first }: OpenDays, resource: number): (work: readonly WorkOn[]) => Use[] {
  const steps = new Float64Array(days.length + 1);
  const last = days.length - 1;
  return (work) => {
    let [least, most] = [days.length, 0];
    for (const { day, minutes, sooner_days, later_days } of work) {
      const from = Math.min(last, first(day - sooner_days));
      const to = Math.max(from + 1, first(day + later_days + 1));
      steps[from] = (steps[from] as number) + minutes / (to - from);
      steps[to] = (steps[to] as number) - minutes / (to - from);
      [least, most] = [Math.min(least, from), Math.max(most, to)];
    }
    const uses: Use[] = [];
    let run: Use | undefined;
    let amount = 0;
    for (let at = least; at < most; at++) {
      amount += steps[at] as number;
      steps[at] = 0;
      if (amount <= LEAST_MINUTES) run = undefined;
      else if (run && Math.abs(run.amount - amount) <= LEAST_MINUTES) run.to = at + 1;
      else {
        run = { resource, from: at, to: at + 1, amount };
        uses.push(run);
      }
    }
    steps[most] = 0;
    return uses;
  };
}
/** Rounding is no work. */
const LEAST_MINUTES = 1e-6;
