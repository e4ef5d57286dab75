import { delivered } from '@chill/core/ledger/delivered.ts';
import type { Batch } from '@chill/model/batch.ts';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * What came of closed batches stands in a table of its own, sent by the page and learned from by the species; it is read off them anew, with how their cold
 * was given. What was learned is kept. What a closed batch gave to promises stands beside it.
 */
export class OutcomesApart1760000000013 implements MigrationInterface {
  name = 'OutcomesApart1760000000013';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept" DROP COLUMN "outcome"`);
    await runner.query(`ALTER TABLE "kept" ADD COLUMN "outcome_read" integer NOT NULL DEFAULT (0)`);
    await runner.query(`ALTER TABLE "kept" ADD COLUMN "given" text NOT NULL DEFAULT ('{}')`);
    await runner.query(`CREATE INDEX "kept_unjudged" ON "kept" ("outcome_read", "test") `);
    await runner.query(
      `CREATE TABLE "outcome" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "batch_id" text NOT NULL, "page" integer NOT NULL, "species_id" text NOT NULL, "body" text NOT NULL, CONSTRAINT "outcome_of_batch" UNIQUE ("batch_id"), CONSTRAINT "outcome_kept" FOREIGN KEY ("batch_id") REFERENCES "kept" ("batch_id") ON DELETE CASCADE ON UPDATE NO ACTION)`,
    );
    await runner.query(`CREATE INDEX "outcome_by_page" ON "outcome" ("page", "seq") `);
    await runner.query(`CREATE INDEX "outcome_by_species" ON "outcome" ("species_id", "seq") `);
    await runner.query(`CREATE TABLE "learned" ("species_id" text PRIMARY KEY NOT NULL, "mark" text NOT NULL, "body" text NOT NULL)`);
    const gave: { id: string }[] = await runner.query(
      `SELECT DISTINCT "batch_id" AS "id" FROM "event" WHERE "body" LIKE '%"promise":%' AND "batch_id" IN (SELECT "batch_id" FROM "kept")`,
    );
    for (const { id } of gave) {
      const events: { body: string }[] = await runner.query(`SELECT "body" FROM "event" WHERE "batch_id" = ? ORDER BY "version"`, [id]);
      const given = delivered({ events: events.map(({ body }) => JSON.parse(body)) } as Batch);
      await runner.query(`UPDATE "kept" SET "given" = ? WHERE "batch_id" = ?`, [JSON.stringify(Object.fromEntries(given)), id]);
    }
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "learned"`);
    await runner.query(`DROP TABLE "outcome"`);
    await runner.query(`DROP INDEX "kept_unjudged"`);
    for (const column of ['given', 'outcome_read']) await runner.query(`ALTER TABLE "kept" DROP COLUMN "${column}"`);
    await runner.query(`ALTER TABLE "kept" ADD COLUMN "outcome" text`);
  }
}
