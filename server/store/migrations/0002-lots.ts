import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A ledger for lots, append-only like that of batches, and the nursery's own species. */
export class Lots1760000000002 implements MigrationInterface {
  name = 'Lots1760000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "lot_event" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "id" text NOT NULL, "lot_id" text NOT NULL, "version" integer NOT NULL, "body" text NOT NULL, CONSTRAINT "lot_event_id" UNIQUE ("id"), CONSTRAINT "lot_event_order" UNIQUE ("lot_id", "version"), CONSTRAINT "lot_event_lot" FOREIGN KEY ("lot_id") REFERENCES "lot" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`,
    );
    for (const change of ['UPDATE', 'DELETE']) {
      await runner.query(
        `CREATE TRIGGER "lot_event_no_${change.toLowerCase()}" BEFORE ${change} ON "lot_event" BEGIN SELECT RAISE(ABORT, 'the ledger is append-only: reverse the event instead'); END`,
      );
    }
    await runner.query(`CREATE TABLE "own_species" ("id" text PRIMARY KEY NOT NULL, "body" text NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['own_species', 'lot_event']) await runner.query(`DROP TABLE "${table}"`);
  }
}
