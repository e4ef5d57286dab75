import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The first tables, and the triggers that keep the ledger append-only. */
export class Ledger1760000000001 implements MigrationInterface {
  name = 'Ledger1760000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "nursery" ("id" integer PRIMARY KEY NOT NULL, "body" text NOT NULL)`);
    await runner.query(`CREATE TABLE "clock" ("id" integer PRIMARY KEY NOT NULL, "today" text NOT NULL)`);
    await runner.query(`CREATE TABLE "place" ("id" text PRIMARY KEY NOT NULL, "position" integer NOT NULL, "body" text NOT NULL)`);
    await runner.query(
      `CREATE TABLE "lot" ("id" text PRIMARY KEY NOT NULL, "code" text NOT NULL, "seeds" integer NOT NULL, "version" integer NOT NULL, "body" text NOT NULL, CONSTRAINT "lot_code" UNIQUE ("code"))`,
    );
    await runner.query(
      `CREATE TABLE "batch" ("id" text PRIMARY KEY NOT NULL, "code" text NOT NULL, "lot_id" text NOT NULL, "seeds" integer NOT NULL, "body" text NOT NULL, CONSTRAINT "batch_code" UNIQUE ("code"), CONSTRAINT "batch_lot" FOREIGN KEY ("lot_id") REFERENCES "lot" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`,
    );
    await runner.query(`CREATE INDEX "batch_by_lot" ON "batch" ("lot_id") `);
    await runner.query(
      `CREATE TABLE "event" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "id" text NOT NULL, "batch_id" text NOT NULL, "version" integer NOT NULL, "body" text NOT NULL, CONSTRAINT "event_id" UNIQUE ("id"), CONSTRAINT "event_order" UNIQUE ("batch_id", "version"), CONSTRAINT "event_batch" FOREIGN KEY ("batch_id") REFERENCES "batch" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`,
    );
    for (const change of ['UPDATE', 'DELETE']) {
      await runner.query(
        `CREATE TRIGGER "event_no_${change.toLowerCase()}" BEFORE ${change} ON "event" BEGIN SELECT RAISE(ABORT, 'the ledger is append-only: reverse the event instead'); END`,
      );
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['event', 'batch', 'lot', 'place', 'clock', 'nursery']) await runner.query(`DROP TABLE "${table}"`);
  }
}
