import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A batch that was taken back can be brought back, and be taken back again: each time is a row of its own. */
export class Withdrawals1760000000009 implements MigrationInterface {
  name = 'Withdrawals1760000000009';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "withdrawal" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "code" text NOT NULL)`);
    await runner.query(`INSERT INTO "withdrawal" ("code") SELECT "code" FROM "withdrawn"`);
    await runner.query(`DROP TABLE "withdrawn"`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "withdrawn" ("code" text PRIMARY KEY NOT NULL)`);
    await runner.query(`INSERT OR IGNORE INTO "withdrawn" ("code") SELECT "code" FROM "withdrawal"`);
    await runner.query(`DROP TABLE "withdrawal"`);
  }
}
