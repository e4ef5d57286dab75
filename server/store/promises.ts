import type { NewEvent } from '@chill/model/event.ts';
import type { PlantPromise, PromisesInHand } from '@chill/model/promise.ts';
import { say } from '@chill/words/server.ts';
import type Database from 'better-sqlite3';
import type { EntityManager } from 'typeorm';
import { Fault } from '../door/fault.ts';
import { bodyOf } from './body.ts';
import { counted } from './counted.ts';
import { PromiseRow } from './entities.ts';

/** Every promise, the first due first, with what the batches closed before `since` gave: those are not in hand any more. */
export async function readPromises(manager: EntityManager, database: Database.Database, since: string): Promise<PromisesInHand> {
  const promises = (await manager.find(PromiseRow)).map(bodyOf<PlantPromise>);
  const gave = database
    .prepare(
      `SELECT one.key AS id, sum(one.value) AS count FROM kept JOIN batch ON batch.id = kept.batch_id, json_each(kept.given) AS one WHERE kept.given <> '{}' AND batch.closed_on < ? GROUP BY one.key`,
    )
    .all(since) as { id: string; count: number }[];
  const given = Object.fromEntries(gave.map(({ id, count }) => [id, count])) as PromisesInHand['given'];
  return { since, promises: promises.sort((a, b) => a.on.localeCompare(b.on) || a.id.localeCompare(b.id)), given };
}

/** Keeps promises as they are now; one that has had plants stays of its species. */
export async function savePromises(
  manager: EntityManager,
  database: Database.Database,
  promises: readonly PlantPromise[],
): Promise<PlantPromise[]> {
  const given = database.prepare(`SELECT 1 FROM event WHERE json_extract(body, '$.promise') = ? LIMIT 1`);
  const saved: PlantPromise[] = [];
  for (const [i, promise] of promises.entries()) {
    const row = await manager.findOneBy(PromiseRow, { id: promise.id });
    const stands = row ? bodyOf<PlantPromise>(row) : undefined;
    if (stands && stands.speciesId !== promise.speciesId && given.get(promise.id))
      throw Fault.field(promises.length > 1 ? `promises.${i}.speciesId` : 'speciesId', say('promiseHasHadPlants'));
    const now = counted(stands, promise);
    saved.push(now);
    await manager.upsert(PromiseRow, { id: promise.id, body: JSON.stringify(now) }, ['id']);
  }
  return saved;
}

/** Plants are only handed over against a promise that was made, of the same species. */
export async function requirePromises(manager: EntityManager, speciesId: string, events: readonly NewEvent[]): Promise<void> {
  for (const [index, event] of events.entries()) {
    if (!('promise' in event) || event.promise === undefined) continue;
    const row = await manager.findOneBy(PromiseRow, { id: event.promise });
    if (row && bodyOf<PlantPromise>(row).speciesId === speciesId) continue;
    throw Fault.field(`events.${index}.promise`, row ? say('promiseOfOtherSpecies') : say('noSuchPromise'));
  }
}
