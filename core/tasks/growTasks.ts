import type { Batch } from '@chill/model/batch.ts';
import type { ContainerFacts } from '@chill/model/container.ts';
import type { DatedTending, Tending } from '@chill/model/event.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlaceId, PlainDate } from '@chill/model/primitives.ts';
import { say } from '@chill/words/schedule.ts';
import { addDays, daysBetween, later, spell } from '../calendar/dates.ts';
import { type Situation, warmthOf } from '../follow/situation.ts';
import { type Projection, potsPlace, pottedOutOn } from '../forecast/project.ts';
import { PLACES } from '../kinds/places.ts';
import type { BatchState } from '../ledger/batchState.ts';
import { countIn } from '../ledger/states.ts';
import { containerOf, growsAlone, SEPARATED_AT_PAIRS } from '../mix/containers.ts';
import { bringingOn, type GrowingStep } from '../pots/bringingOn.ts';
import { pottedOn } from '../pots/living.ts';
import { comesOff, goesInto, stepSaid } from '../pots/steps.ts';
import { toThin } from '../pots/thinning.ts';
import { sownBy, staysInGround } from '../sowing/sown.ts';
import { POTS_EVERY_DAYS } from '../treat/intervals.ts';
import { type Task, type TaskContext, task } from './task.ts';

/** How a batch's seedlings are brought on: where they stand, how warm, and each step with the day on which it was done, where it was. */
export interface BroughtOn {
  potted: PlainDate;
  place: Place | undefined;
  temperature_C: number;
  steps: (GrowingStep & { doneOn?: PlainDate })[];
}

/** How warm a pot stands where no place is known, °C. */
const INDOORS_C = 18;

/** The steps of bringing a batch's seedlings on; `undefined` while nothing of it is potted. */
export function broughtOn(batch: Batch, projection: Projection, situation: Situation): BroughtOn | undefined {
  const since = pottedOn(batch);
  if (!since) return undefined;
  const potted = since.half;
  const { state } = projection;
  const { species, nursery } = situation;
  const place = potsPlace(projection, situation.places);
  const temperature_C = place ? warmthOf(place, situation).celsius : INDOORS_C;
  const steps = bringingOn({
    species,
    nursery,
    potted,
    temperature_C,
    plantOut: pottedOutOn(projection),
    outdoors: place !== undefined && PLACES[place.kind].weather,
    grown_pairs: grownPairs(batch, state),
    container: cameUpIn(batch, state),
    toThin: toThin(batch, state),
    // A day that was chosen for those potted before these was theirs.
    moved: Object.fromEntries(Object.entries(state.tendingDays).filter(([, day]) => day >= since.first)),
  });
  const doneOn = (kind: GrowingStep['kind']) => state.tended.find(({ tending, on }) => tending === kind && on >= since.first)?.on;
  return {
    potted,
    place,
    temperature_C,
    steps: steps.map((step) => {
      const done = doneOn(step.kind);
      return { ...step, ...(done && { doneOn: done }) };
    }),
  };
}

/** Pairs of leaves that sown seedlings have as they are counted as potted: none where each comes up in its own container, those they are separated with otherwise. */
function grownPairs({ plan }: Batch, { stage }: BatchState): number | undefined {
  const sowing = sownBy(plan.method.stages, stage);
  return sowing && (growsAlone(sowing) ? 0 : SEPARATED_AT_PAIRS);
}

/** What sown seedlings came up in, one to each, and grow on in. */
function cameUpIn({ plan }: Batch, { stage }: BatchState): ContainerFacts | undefined {
  const sowing = sownBy(plan.method.stages, stage);
  return sowing && growsAlone(sowing) ? containerOf(sowing) : undefined;
}

/** A dome that is still on so long after its days has been off for long, only nobody wrote it down. Assumption. */
const DOME_LAPSES_DAYS = 14;

/** What there is to do for seedlings in their pots, each on its day; watering by itself only while the rest of the batch is somewhere else. */
export function growTasks(context: TaskContext): Task[] {
  const { batch, projection, situation } = context;
  const { state } = projection;
  // In the ground nothing is uncovered, fed, potted on or hardened off.
  if (staysInGround(batch.plan.method.stages)) return [];
  const inPots = countIn(state.counts, ['potted', 'established']);
  if (inPots === 0) return [];
  const grown = broughtOn(batch, projection, situation);
  if (!grown) return [];
  const { steps, place, potted } = grown;
  const tasks = steps.flatMap(({ kind, from, to, doneOn, off, into }) => {
    if (kind === 'up' || kind === 'plantOut' || doneOn || lapsed(kind, to, steps, situation.today)) return [];
    return [tend(context, kind, from, place, { off, into })];
  });
  if (!projection.early) return tasks;
  const watered = state.tended.findLast(({ tending }) => tending === 'water')?.on ?? potted;
  return [
    tend(context, 'water', addDays(later(watered, potted), POTS_EVERY_DAYS), place),
    ...tasks,
    setOutTask(context, projection.early.out, place?.id),
  ];
}

/** Plants go out on their day, hardened off. */
export function setOutTask(context: TaskContext, due: PlainDate, placeId: PlaceId | undefined): Task {
  const { projection, situation } = context;
  const late = daysBetween(due, situation.today);
  const plants = countIn(projection.state.counts, ['potted', 'established']);
  if (staysInGround(context.batch.plan.method.stages))
    return task(context, { kind: 'plantOut', due, placeId, title: say.of('countStanding'), hint: say.of('theyStay', { plants }) });
  return task(context, {
    kind: 'plantOut',
    due,
    placeId,
    title: stepSaid('plantOut').name,
    hint: say.of('hardenedOffLookAtFrost', { plants }),
    ...(late > 7 && { lateness: say.of('rootsCirclePot', { late: spell.of(late) }) }),
  });
}

function tend(
  context: TaskContext,
  tending: Tending,
  due: PlainDate,
  place: Place | undefined,
  { off, into }: { off?: number | undefined; into?: string | undefined } = {},
): Task {
  const { name, why, late: cost } = stepSaid(tending);
  const first = off !== undefined ? comesOff(off) : into !== undefined ? goesInto(into) : undefined;
  const late = daysBetween(due, context.situation.today);
  return task(context, {
    kind: 'tend',
    tending,
    due,
    placeId: place?.id,
    title: name,
    ...(off !== undefined && { off }),
    hint: first ? say.of('bothSaid', { one: first, other: why }) : why,
    ...(late > 0 && cost && { lateness: say.of('lateSo', { late: spell.of(late), cost }), pressing: late > POTS_EVERY_DAYS }),
  });
}

/** Whether a step is too late to be of any use, or was never begun. */
function lapsed(kind: DatedTending, to: PlainDate, steps: BroughtOn['steps'], today: PlainDate): boolean {
  const of = (which: DatedTending) => steps.find((step) => step.kind === which);
  const hardened = of('hardenOff');
  if (kind === 'hardenOff') return false;
  if (hardened && (hardened.doneOn || hardened.from < today)) return true;
  if (kind === 'lightsOff') return of('lights')?.doneOn === undefined;
  if (kind === 'domeOff') return addDays(to, DOME_LAPSES_DAYS) < today;
  if (kind === 'lights') return (of('lightsOff')?.from ?? to) <= today;
  return false;
}
