import type { Plan } from '@chill/model/batch.ts';
import type { Sowing } from '@chill/model/container.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { DatedStage, StageKind } from '@chill/model/stage.ts';
import type { Sentence } from '@chill/words/subject.ts';
import { addDays, later } from '../calendar/dates.ts';
import type { Early } from '../forecast/project.ts';
import { growsWhereSown } from '../kinds/media.ts';
import { atBench, isStage, mediumOf, STAGES } from '../kinds/stages.ts';
import { countIn, LAID_UP } from '../ledger/states.ts';
import { type RoomIn, roomOf, roomOfPlants, tooLargeFor } from '../methods/room.ts';
import { growsAlone } from '../mix/containers.ts';
import { sownBy } from '../sowing/sown.ts';
import type { BatchView } from './reader.ts';

/** A batch in a place, the stage that it lies there in, how much of its room it takes, and the day on which it is expected to leave. */
export interface Lodger {
  view: BatchView;
  kind: StageKind;
  room: number;
  leaves: PlainDate;
}

/** The day on which a batch leaves the place of a stage: what sprouts lies there for as long as waiting is worth it, plants until they go out, whatever was planned. */
export function leavesOn({ projection: { stages, sprouting, plantOut } }: BatchView, index: number): PlainDate {
  const stage = stages[index] as BatchView['projection']['stages'][number];
  if (stage.finished) return stage.end;
  if (STAGES[stage.kind].course === 'grows') return later(stage.end, plantOut);
  return sprouting?.stage === index ? sprouting.allButDone : stage.end;
}

/** What lies in a place on a day, today or later, as it is projected now; what leaves first before the rest. What is overdue to leave counts until it has. */
export function lodgersOf(place: Pick<Place, 'id'> & RoomIn, batches: readonly BatchView[], today: PlainDate, on = today): Lodger[] {
  return batches
    .flatMap((view): Lodger[] => {
      const { state, stages, early } = view.projection;
      if (state.closedOn) return [];
      const potted = early?.placeId === place.id && on < later(early.out, addDays(today, 1)) ? early : undefined;
      const leaves = stages.map((_, i) => leavesOn(view, i));
      const index = stages.findIndex(({ start, finished, started, placeId }, i) => {
        const here = started ? state.stages[i]?.placeId : placeId;
        const under = state.underWay && i === state.stage;
        const then = on > today ? start <= on && on < (leaves[i] as string) && !finished : under;
        return here === place.id && then;
      });
      const stage = stages[index];
      const inPots = potted && { room: roomInPots(view, potted, place), leaves: potted.out };
      if (!stage) return inPots ? [{ view, kind: 'pot', ...inPots }] : [];
      const lies: Lodger = { view, kind: stage.kind, room: roomInStage(view, index, place), leaves: leaves[index] as string };
      return [inPots ? { ...lies, room: lies.room + inPots.room, leaves: later(lies.leaves, inPots.leaves) } : lies];
    })
    .sort((a, b) => a.leaves.localeCompare(b.leaves));
}

/** Room that a batch takes in a place in one of its stages: for all that is there once it has begun, for what is expected to come so far before. */
export function roomInStage({ batch, species, projection }: BatchView, index: number, place: RoomIn): number {
  const stage = projection.stages[index] as BatchView['projection']['stages'][number];
  const { state } = projection;
  // Those in pots before the rest stand in a place of their own, but for those that stay in the cells that they came up in.
  const apart = standsWhereSown(batch.plan) ? 0 : (projection.early?.plants ?? 0);
  const seeds = countIn(state.counts, LAID_UP);
  const plants = countIn(state.counts, ['potted', 'established']) - apart;
  const medium = mediumOf(batch.plan.method.stages[index] ?? stage);
  const sowing = sowingIn(batch.plan, index);
  const roomFor = (of: number) => roomOf(of, medium, species.seed, place, sowing);
  if (stage.finished) return roomFor(batch.plan.seeds);
  if (!stage.started) return roomToCome(batch.plan, [index, stage], seeds + plants, species, place, apart);
  if (STAGES[stage.kind].course !== 'grows') return roomFor(seeds + plants);
  // What was sown stays in its trays; what was lifted stands in pots of its own. Where both are the same trays, they are counted once.
  return isSownInPots(batch.plan)
    ? Math.max(roomFor(seeds + plants), sowing ? 0 : roomOfPlants(plants, species.seed, place))
    : roomOfPlants(plants, species.seed, place) + roomFor(seeds);
}

/** Room that seedlings take in their pots while the rest of their batch is somewhere else. */
export const roomInPots = ({ species, batch }: BatchView, { plants }: Early, place: RoomIn): number =>
  standsWhereSown(batch.plan) ? 0 : roomOfPlants(plants, species.seed, place);

/** Whether each that comes up stands in the container that it was sown into: its tray is there already. */
const standsWhereSown = ({ method }: Pick<Plan, 'method'>): boolean => method.stages.some(({ sowing }) => sowing && growsAlone(sowing));

const isSownInPots = ({ method }: Pick<Plan, 'method'>): boolean =>
  method.stages.some(({ medium, sowing }) => (sowing ? growsAlone(sowing) : medium && growsWhereSown(medium)));

/** How seed is sown that lies or stands in a stage; what grows on has left an open tray. */
function sowingIn({ method }: Pick<Plan, 'method'>, index: number): Sowing | undefined {
  const sowing = sownBy(method.stages, index);
  const grows = isStage(method.stages[index]?.kind, ({ course }) => course === 'grows');
  return sowing && (!grows || growsAlone(sowing)) ? sowing : undefined;
}

/**
 * Room that a stage will take which is not begun, of so many seeds that come as far: into pots of their own go those that are expected up, the middle of their
 * range, without those that stand in pots already. What was sown where it grows keeps its trays as well.
 */
function roomToCome(
  { method, expects }: Pick<Plan, 'method' | 'expects'>,
  [index, stage]: readonly [index: number, stage: Pick<DatedStage, 'kind' | 'medium'>],
  seeds: number,
  { seed }: Pick<Species, 'seed'>,
  place: RoomIn,
  apart = 0,
): number {
  const sowing = sowingIn({ method }, index);
  const sown = roomOf(seeds, mediumOf(method.stages[index] ?? stage), seed, place, sowing);
  if (STAGES[stage.kind].course !== 'grows') return sown;
  const plants = Math.min(seeds, Math.max(0, Math.ceil((expects.low + expects.high) / 2) - apart));
  return Math.max(isSownInPots({ method }) ? sown : 0, sowing ? 0 : roomOfPlants(plants, seed, place));
}

/** Room that a plan's stage will take in a place, in what the place counts; nothing of it has begun. */
export function roomAhead(
  plan: Pick<Plan, 'method' | 'stages' | 'seeds' | 'expects'>,
  index: number,
  species: Pick<Species, 'seed'>,
  place: RoomIn,
): number {
  return roomToCome(plan, [index, plan.stages[index] as DatedStage], plan.seeds, species, place);
}

/** What a stage of a plan wants of its place on the day it comes there, and what is free there then, in what the place counts. */
export interface Lodging {
  stage: DatedStage;
  place: Place;
  wants: number;
  /** Why what it is sown into does not go in there at all, where it does not. */
  tooLarge?: Sentence;
  /** Below zero where the place is fuller than it holds already. */
  free: number;
}

/** Where a plan's seeds would lie, stage by stage, against what lies there by then; stages at the bench, which are over in a day or two, are left out. */
export function lodgingsOf(
  plan: Pick<Plan, 'method' | 'stages' | 'seeds' | 'expects'>,
  species: Pick<Species, 'seed'>,
  { places, batches, today }: { places: readonly Place[]; batches: readonly BatchView[]; today: PlainDate },
): Lodging[] {
  return plan.stages.flatMap((stage, index): Lodging[] => {
    const place = places.find(({ id }) => id === stage.placeId);
    if (!place || atBench(stage.kind)) return [];
    const taken = lodgersOf(place, batches, today, stage.start > today ? stage.start : today).reduce((sum, { room }) => sum + room, 0);
    const sowing = sowingIn(plan, index);
    const tooLarge = sowing && tooLargeFor(place, sowing);
    return [{ stage, place, wants: roomAhead(plan, index, species, place), free: place.capacity - taken, ...(tooLarge && { tooLarge }) }];
  });
}
