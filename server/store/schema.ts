import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type Database from 'better-sqlite3';
import { DataSource } from 'typeorm';
import { MIGRATIONS } from './migrations.ts';
import { rawDatabase } from './raw.ts';

/** Tables, indexes, triggers and views of a database, by kind and name: the words that make them. */
export type Schema = Map<string, string>;

/** Reads what a database is made of; nothing of it is run. */
export function schemaOf(database: Database.Database): Schema {
  const rows = database.prepare("SELECT type, name, sql FROM sqlite_master WHERE name NOT LIKE 'sqlite\\_%' ESCAPE '\\'").all();
  return new Map(
    (rows as { type: string; name: string; sql: string | null }[]).map(({ type, name, sql }) => [`${type} ${name}`, plain(sql ?? '')]),
  );
}

const plain = (sql: string) => sql.replace(/\s+/g, ' ').trim();

/** The migrations that a database says were made, in their order. */
export function migrationsOf(database: Database.Database): string[] {
  const hasAny = database.prepare("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = 'migrations'").pluck().get();
  return hasAny ? (database.prepare('SELECT name FROM migrations ORDER BY id').pluck().all() as string[]) : [];
}

/** What the first so many migrations make of an empty database. */
export async function schemaAfter(migrations: number): Promise<Schema> {
  const folder = mkdtempSync(join(tmpdir(), 'chill-schema-'));
  const source = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'empty.sqlite'),
    migrations: MIGRATIONS.slice(0, migrations),
    migrationsTransactionMode: 'each',
  });
  try {
    await source.initialize();
    await source.runMigrations();
    return schemaOf(rawDatabase(source));
  } finally {
    if (source.isInitialized) await source.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}
