import type { Batch } from '@chill/model/batch.ts';
import type { Lot, LotInHand, TowelResult } from '@chill/model/lot.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { MouldRecord, Past } from '@chill/model/past.ts';
import type { Place } from '@chill/model/place.ts';
import type { PlainDate } from '@chill/model/primitives.ts';
import type { Species } from '@chill/model/species.ts';
import type { PlaceTemperatures } from '@chill/model/temperature.ts';
import type { Situation } from '../follow/situation.ts';
import { mouldOf } from '../forecast/mould.ts';
import { type Projection, project } from '../forecast/project.ts';
import { laidDownIn } from '../ledger/events/index.ts';
import { stateOf } from '../ledger/fold.ts';
import { asPlannedNow } from '../ledger/planInForce.ts';
import { lotState } from '../lot/lotLedger.ts';
import type { LotState } from '../lot/lotState.ts';
import { asOfLot } from '../lot/variety.ts';
import { withFigures } from '../methods/figures.ts';
import { type LearnedRot, learnRot } from '../rot/learned.ts';
import type { Task } from '../tasks/task.ts';
import { tasksFor } from '../tasks/tasks.ts';

/** A lot with where every seed of it is, and what its tests say together. */
export interface LotView extends LotInHand {
  state: LotState;
}

/** One batch with everything that follows from it today. */
export interface BatchView {
  batch: Batch;
  species: Species;
  lot: LotView;
  projection: Projection;
  tasks: Task[];
}

/** All that is stored, and the day and moment on which it is read. */
export interface Stored {
  nursery: Nursery;
  today: PlainDate;
  /** The moment by the nursery's clock, ISO 8601; and the same in ms since 1970. */
  now: string;
  now_ms: number;
  places: readonly Place[];
  lots: readonly LotInHand[];
  handbook: readonly Species[];
  temperatures: readonly PlaceTemperatures[];
  /** The batches in hand. */
  batches: readonly Batch[];
  /** Closed ones that somebody wants to see: read like the others, after them; what they say of mould is in `past` already. */
  calledUp?: readonly Batch[];
  past?: Past;
}

/** The nursery, read. */
export interface ReadNursery {
  lots: LotView[];
  rot: LearnedRot;
  batches: BatchView[];
}

/** A lot as its ledger leaves it: with what its tests say, and kept as it was last moved. Whatever is computed of a lot takes this. */
export function asItStands(lot: LotView): Lot & { towelTests: readonly TowelResult[]; testedOn?: PlainDate } {
  const { viability, towelTests, storage, testedOn } = lot.state;
  return { ...lot, viability, towelTests, ...(storage && { storage }), ...(testedOn && { testedOn }) };
}

/** A batch with a running timer is read again this often, ms. */
const READ_AGAIN_MS = 300_000;

/**
 * Reads a whole nursery, and remembers: a batch is read again only when it, the day, the places, their temperatures, what is known of rot, or its lot
 * have changed. Batches are told apart by being other objects.
 */
export class NurseryReader {
  readonly #lots = new WeakMap<LotInHand, { against: readonly Batch[]; view: LotView }>();
  readonly #views = new WeakMap<Batch, { against: unknown[]; ofLot: string; view: BatchView; read_ms: number }>();
  readonly #mould = new WeakMap<Batch, { against: unknown[]; mould: MouldRecord[] }>();
  #rot: { text: string; rot: LearnedRot } | undefined;

  /** Every lot, what the nursery's mould says, and every batch whose species and lot are known. */
  read(stored: Stored): ReadNursery {
    const reading = this.inSteps(stored);
    for (;;) {
      const step = reading.next();
      if (step.done) return step.value;
    }
  }

  /** The same, batch by batch, so that whoever must not be kept waiting can do something else in between. */
  *inSteps(told: Stored): Generator<void, ReadNursery> {
    // Batches are stored with the plan that they were made with; everything is read by the one in force.
    const stored = {
      ...told,
      batches: told.batches.map(asPlannedNow),
      ...(told.calledUp && { calledUp: told.calledUp.map(asPlannedNow) }),
    };
    const ofLot = new Map<string, Batch[]>();
    for (const batch of stored.batches) {
      const mine = ofLot.get(batch.lotId);
      if (mine) mine.push(batch);
      else ofLot.set(batch.lotId, [batch]);
    }
    const lots: LotView[] = [];
    for (const lot of stored.lots) {
      lots.push(this.#lot(lot, ofLot.get(lot.id) ?? []));
      yield;
    }
    const mould: MouldRecord[] = [...(stored.past?.mould ?? [])];
    for (const batch of stored.batches) {
      mould.push(...this.#mouldIn(batch, stored));
      yield;
    }
    const rot = this.#learn(mould);
    const lotById = new Map(lots.map((lot) => [lot.id, lot]));
    const speciesById = new Map(stored.handbook.map((species) => [species.id, species]));
    const batches: BatchView[] = [];
    for (const batch of [...stored.batches, ...(stored.calledUp ?? [])]) {
      const [species, lot] = [speciesById.get(batch.speciesId), lotById.get(batch.lotId)];
      if (species && lot) batches.push(this.#view(batch, species, lot, { ...stored, rot }));
      yield;
    }
    return { lots, rot, batches };
  }

  #lot(lot: LotInHand, batches: readonly Batch[]): LotView {
    const kept = this.#lots.get(lot);
    if (kept && kept.against.length === batches.length && kept.against.every((one, i) => one === batches[i])) return kept.view;
    const view = { ...lot, state: lotState(lot, lot.events, batches) };
    this.#lots.set(lot, { against: batches, view });
    return view;
  }

  #view(batch: Batch, printed: Species, lot: LotView, around: Omit<Situation, 'species' | 'lot'> & Stored): BatchView {
    const { today, places, nursery, temperatures, rot, now, now_ms } = around;
    const kept = this.#views.get(batch);
    const ofLot =
      kept?.view.lot === lot
        ? kept.ofLot
        : JSON.stringify([
            lot.state.viability,
            lot.state.testedOn,
            lot.state.towelTests,
            lot.state.storage,
            lot.wintered,
            lot.provenance,
            lot.variety,
          ]);
    const against = [today, places, nursery, rot, printed, ofLot, ...recordsOf(batch, temperatures)];
    // What runs against a timer has tasks by the hour; everything else only by the day.
    const timed = kept?.view.projection.state.timers.some(({ ended }) => !ended);
    const fresh = kept && (!timed || now_ms - kept.read_ms < READ_AGAIN_MS);
    if (fresh && same(kept.against, against)) {
      if (kept.view.lot !== lot) kept.view = { ...kept.view, lot };
      return kept.view;
    }
    // What it was planned with holds to its end, whatever is learned meanwhile.
    const species = withFigures(asOfLot(printed, lot), batch.plan.figures);
    const situation: Situation = { species, lot: asItStands(lot), places, nursery, today, temperatures, now, ...(rot && { rot }) };
    const projection = project(batch, situation);
    const view = { batch, species, lot, projection, tasks: tasksFor(batch, projection, situation) };
    this.#views.set(batch, { against, ofLot, view, read_ms: now_ms });
    return view;
  }

  #mouldIn(batch: Batch, { places, temperatures, today }: Stored): MouldRecord[] {
    const against = [places, today, ...recordsOf(batch, temperatures)];
    const kept = this.#mould.get(batch);
    if (kept && same(kept.against, against)) return kept.mould;
    const mould = mouldOf(batch, stateOf(batch), { places, temperatures, today });
    this.#mould.set(batch, { against, mould });
    return mould;
  }

  /** What the nursery's mould says, all batches together; the same object until it says something else. */
  #learn(mould: readonly MouldRecord[]): LearnedRot {
    const rot = learnRot(mould);
    const text = JSON.stringify(rot);
    if (this.#rot?.text !== text) this.#rot = { text, rot };
    return this.#rot.rot;
  }
}

/** The readings that make a difference to a batch: those of the places where it has been, or is planned to lie. */
function recordsOf({ plan, events }: Batch, temperatures: readonly PlaceTemperatures[]): PlaceTemperatures[] {
  const places = new Set<string | undefined>(plan.stages.map(({ placeId }) => placeId));
  for (const event of events) places.add(laidDownIn(event));
  return temperatures.filter(({ placeId }) => places.has(placeId));
}

function same(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((one, i) => one === b[i]);
}
