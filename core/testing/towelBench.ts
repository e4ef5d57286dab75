import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent, NewEvent } from '@chill/model/event.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Place } from '@chill/model/place.ts';
import type { Species } from '@chill/model/species.ts';
import { addDays, daysBetween } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { project } from '../forecast/project.ts';
import { type WaitOrStop, waitOrStop } from '../forecast/waitOrStop.ts';
import { startingPlaces } from '../kinds/places.ts';
import { accept } from '../ledger/accept.ts';
import { asPlannedNow } from '../ledger/planInForce.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { methodsToWeigh } from '../methods/schools.ts';
import { recordAnswer, usualAnswer } from '../record/answer.ts';
import { tasksFor } from '../tasks/tasks.ts';

const START = '2026-11-01';
/** Seeds of each batch on a towel. */
export const SEEDS = 60;
const LOT = {
  viability: { kind: 'tested', tested: 20, viable: 15 },
  provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
} as const;

let serial = 0;
export const newId = () => `00000000-0000-4000-8000-${String(serial++).padStart(12, '0')}`;

/** For tests and the bench: batches on the warm towel in a nursery that has just begun, what is recorded of them, and how they are read. */
export function towelBench(where: Nursery) {
  // One and the same each time, as in the app: what is remembered of a nursery is remembered by it.
  const nursery = { ...where, timeZone: 'UTC' };
  const places = startingPlaces(newId);
  const placeOf = (kind: Place['kind']) => places.find((one) => one.kind === kind)?.id as string;
  const situation = (species: Species, today: string): Situation => ({
    species,
    lot: LOT,
    places,
    nursery,
    today,
  });

  function put(batch: Batch, event: NewEvent): void {
    const verdict = accept(batch, [event], event.on);
    if (!verdict.ok) throw new Error(`${event.kind} was refused: ${verdict.reason.key}`);
    batch.events.push({
      ...event,
      batchId: batch.id,
      version: batch.events.length + 1,
      recordedAt: `${event.on}T12:00:00Z`,
    } as LedgerEvent);
  }

  /** A batch on the towel since the day that it is due there, or after a part of its cold only. */
  function onTowel(species: Species, part = 1): Batch {
    const method = methodsToWeigh(species).methods.find(({ method }) => method.stages.some(({ kind }) => kind === 'warmTowel'))?.method;
    if (!method) throw new Error(`${species.id} has no towel.`);
    const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: START } } as const;
    const request = { species, viable: { alpha: 15.5, beta: 5.5 }, available: SEEDS, wish, nursery, places, today: START };
    const plan = planFrom(propose(method, request), wish, SEEDS);
    const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId: species.id, madeOn: START, plan, events: [] };
    const warm = plan.stages.findIndex(({ kind }) => kind === 'warmTowel');
    const cold = plan.stages[warm - 1] as Batch['plan']['stages'][number];
    const shift = (on: string, kind: string) =>
      kind === 'warmTowel' ? addDays(on, -Math.round((1 - part) * daysBetween(cold.start, cold.end))) : on;
    for (const [stage, { kind, start, placeId }] of plan.stages.slice(0, warm + 1).entries()) {
      put(batch, { id: newId(), on: shift(start, kind), kind: 'stageStarted', stage, placeId: placeId ?? placeOf('bench') });
      const next = plan.stages[stage + 1];
      if (stage < warm && next) put(batch, { id: newId(), on: shift(next.start, next.kind), kind: 'stageFinished', stage, moves: [] });
    }
    return batch;
  }

  /** So many more up, counted on a day. */
  const count = (batch: Batch, on: string, up: number) =>
    put(batch, { id: newId(), on, kind: 'checked', moves: up > 0 ? [{ from: 'waiting', to: 'sprouted', count: up }] : [] });

  const read = (batch: Batch, species: Species, today: string) => {
    const now = asPlannedNow({ ...batch, events: [...batch.events] });
    const projection = project(now, situation(species, today));
    return { now, projection, advice: waitOrStop(now, projection, situation(species, today)) as WaitOrStop };
  };

  /** Moves a batch on to its next stage on a day, as its round would; the day on which that was due. */
  function moveOn(batch: Batch, species: Species, day: string): string | undefined {
    const { now, projection } = read(batch, species, day);
    const around = situation(species, day);
    const move = tasksFor(now, projection, around).find(({ kind }) => kind === 'move');
    const made = move && recordAnswer(move, usualAnswer(move, projection.state), now, projection.state, around, newId);
    for (const event of made && 'events' in made ? made.events : []) put(batch, event);
    return move?.due;
  }

  return { placeOf, situation, put, onTowel, count, read, moveOn };
}

/** The day on which a batch was laid on its towel, before anything was counted. */
export const warmSince = (batch: Batch) => batch.events.at(-1)?.on as string;

/** One of the choices, by its kind. */
export const choice = ({ choices }: WaitOrStop, kind: string) => choices.find((one) => one.kind === kind);
