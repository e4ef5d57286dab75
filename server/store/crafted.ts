import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { NURSERY, someBatch, someLot, TODAY, temporaryFolder, testServer, uuid } from '../testing.ts';
import { DATABASE_FILE } from './files.ts';

/** For tests and attacks: the data file of a nursery that has one lot, and one batch with one entry. */
export async function soundFile(): Promise<Uint8Array> {
  const server = await testServer();
  await server.ask('PUT', '/api/nursery', NURSERY);
  const lot = someLot();
  await server.ask('POST', '/api/lots', lot);
  const batch = someBatch(lot, 20);
  await server.ask('POST', '/api/batches', batch);
  const begun = { id: uuid(), on: TODAY, kind: 'stageStarted', stage: 0, placeId: uuid() };
  await server.ask('POST', `/api/batches/${batch.id}/events`, { decidedOn: 0, events: [begun] });
  const file = readFileSync(await server.backups.save());
  await server.close();
  return file;
}

/** For tests and attacks: a sound data file after some SQL, in a folder of its own. */
export function crafted(sound: Uint8Array, sql: string): string {
  const folder = temporaryFolder();
  writeFileSync(join(folder, DATABASE_FILE), sound);
  const database = new Database(join(folder, DATABASE_FILE));
  database.pragma('foreign_keys = OFF');
  // What only appends is in the way of whoever forges.
  const guards = database.prepare("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'").all() as { name: string; sql: string }[];
  for (const { name } of guards) database.exec(`DROP TRIGGER ${name}`);
  database.exec(sql.split('-- guards off')[0] as string);
  if (!sql.includes('-- guards off')) for (const guard of guards) database.exec(guard.sql);
  database.close();
  return folder;
}

const body = (table: string, path: string, value: string) => `UPDATE ${table} SET body = json_set(body, '${path}', ${value})`;

/** What an open batch would leave if it were closed, forged. */
const KEPT = `INSERT INTO kept (batch_id, lot_id, test, mould_read, outcome_read, given) SELECT id, lot_id, 0, 1, 1, '{"x":5000}' FROM batch`;

/** What a file can be made to hold, as SQL, and what is said of it; nothing is, of one that is sound. */
export const CRAFTED: readonly (readonly [sql: string, fault: string | undefined])[] = [
  ['SELECT 1', undefined],
  ['CREATE TRIGGER empty AFTER INSERT ON event BEGIN DELETE FROM place; END', 'made otherwise than Chill makes it (trigger empty)'],
  ['SELECT 1 -- guards off', 'made otherwise'],
  ['ALTER TABLE place RENAME TO kept_place; CREATE VIEW place AS SELECT * FROM kept_place', 'made otherwise'],
  ['CREATE VIEW endless AS WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT count(*) FROM n', 'view endless'],
  ["INSERT INTO own_species (id, body) VALUES ('x', 'no JSON')", 'table own_species, x'],
  ["UPDATE nursery SET body = 'null'", 'table nursery, 1'],
  [body('nursery', '$.timeZone', "'Nowhere/Land'"), 'table nursery, 1, timeZone'],
  ["UPDATE batch SET body = json_remove(body, '$.plan')", 'plan'],
  [body('event', '$.kind', "'danced'"), 'table event, 1, kind'],
  [
    "UPDATE event SET body = json_object('id', json_extract(body, '$.id'), 'on', json_extract(body, '$.on'), 'kind', 'seedsMoved', 'batchId', batch_id, 'version', 1, 'recordedAt', json_extract(body, '$.recordedAt'), 'moves', json('[{\"from\":\"waiting\",\"to\":\"mouldy\",\"count\":5000}]'))",
    'table batch, ',
  ],
  ['DELETE FROM migrations WHERE id = (SELECT max(id) FROM migrations); DROP TABLE kept_mould', 'made otherwise'],
  ["INSERT INTO migrations (timestamp, name) VALUES (2, 'Later2')", 'newer Chill'],
  [KEPT, 'its columns say otherwise'],
  [`${KEPT}; INSERT INTO outcome (batch_id, page, species_id, body) SELECT id, 0, 'x', 'no JSON' FROM batch`, 'table outcome, 1'],
  ["INSERT INTO learned (species_id, mark, body) VALUES ('x', 'y', 'no JSON')", undefined],
  ["UPDATE batch SET closed_on = '2026-01-01'", 'its columns say otherwise'],
  ['UPDATE batch SET seeds = 3', 'its columns say otherwise'],
  ["UPDATE event SET batch_id = 'nobody'", 'table event'],
];
