import type { Batch } from '@chill/model/batch.ts';
import type { LedgerEvent } from '@chill/model/event.ts';
import type { Nursery } from '@chill/model/nursery.ts';
import type { Species } from '@chill/model/species.ts';
import { asRead, type Read } from '@chill/words/testing.ts';
import { addDays } from '../calendar/dates.ts';
import type { Situation } from '../follow/situation.ts';
import { type Projection, project } from '../forecast/project.ts';
import { startingPlaces } from '../kinds/places.ts';
import { viableShare } from '../lot/viability.ts';
import { planFrom, propose } from '../methods/propose.ts';
import { type Recorded, recordBegin, recordCheck, recordMove } from '../record/record.ts';
import type { Task } from '../tasks/task.ts';
import { tasksFor } from '../tasks/tasks.ts';
import { newId } from './towelBench.ts';

export const places = startingPlaces(newId);
export const START = '2026-11-01';

/** For tests: batches that can be lived through day by day, of a handbook's species in a nursery that has just begun. */
export function livesOf(handbook: readonly Species[], nursery: Nursery) {
  /** A batch that can be lived through day by day. */
  function life(speciesId: string, methodId: string, seeds = 100, start = START) {
    const species = handbook.find((one) => one.id === speciesId) as Species;
    const method = species.methods.find((one) => one.id === methodId) as Species['methods'][number];
    const lot = {
      viability: { kind: 'tested', tested: 20, viable: 17 },
      provenance: { kind: 'collected', place: 'a bank', on: '2026-08-01' },
    } as const;
    const viable = viableShare(lot.viability, species);
    const wish = { plants: 20, confidence: 0.9, timing: { by: 'startOn', date: start } } as const;
    const plan = planFrom(propose(method, { species, viable, available: seeds, wish, nursery, places, today: start }), wish, seeds);
    const batch: Batch = { id: newId(), lotId: newId(), code: '7QK', speciesId, madeOn: start, plan, events: [] };
    const at = (today: string): Situation => ({ species, lot, places, nursery, today });
    const take = (recorded: Recorded) => {
      if ('reason' in recorded) throw new Error(recorded.reason.key);
      const added = recorded.events.map(
        (event, i): LedgerEvent => ({
          ...event,
          batchId: batch.id,
          version: batch.events.length + i + 1,
          recordedAt: `${event.on}T12:00:00Z`,
        }),
      );
      batch.events.push(...added);
      return added;
    };
    const read = (today: string) => project(batch, at(today));
    return {
      batch,
      plan,
      species,
      read,
      take,
      at,
      tasks: (today: string) => asRead(tasksFor(batch, read(today), at(today))),
      begin: (on: string) => take(recordBegin(batch, read(on).state, at(on), on, newId)),
      move: (on: string) => take(recordMove(batch, read(on).state, at(on), on, newId)),
      check: (on: string, counts: Partial<Record<'up' | 'mouldy' | 'lost', number>> = {}, damp: 'dry' | 'right' | 'wet' = 'right') =>
        take(recordCheck(batch, read(on).state, { damp, mould: counts.mouldy ? 'few' : 'none', counts }, on, newId)),
    };
  }

  /** A batch already lying in the cold since the day after `START`. */
  function inTheCold(speciesId: string, methodId: string, seeds = 100) {
    const one = life(speciesId, methodId, seeds);
    one.begin(START);
    const cold = one.plan.method.stages.findIndex(({ kind }) => kind === 'coldMoist');
    // Fleshy seed is cleaned and soaked on its first day.
    for (let stage = 1; stage < cold; stage++) one.move(START);
    one.move(addDays(START, 1));
    return { ...one, since: addDays(START, 1) };
  }
  return { life, inTheCold };
}

export const kinds = (tasks: Read<Task>[]) => tasks.map((task) => `${task.kind} ${task.due}`);
export const only = (tasks: Read<Task>[], kind: string) => tasks.find((task) => task.kind === kind) as Read<Task>;

/** The day on which the last stage ends, whatever the frosts are doing then. */
export const ready = ({ stages }: Projection) => stages.at(-1)?.end as string;
