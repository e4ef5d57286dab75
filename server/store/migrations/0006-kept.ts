import { fold } from '@chill/core/ledger/fold.ts';
import { foldLot, readTowelTest } from '@chill/core/lot/lotLedger.ts';
import type { Batch } from '@chill/model/batch.ts';
import { inPresentNames } from '@chill/model/formerNames.ts';
import type { Lot, LotEvent } from '@chill/model/lot.ts';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which batches are closed, and what those leave to be known, so that nothing of them need be read until it is asked for. */
export class Kept1760000000006 implements MigrationInterface {
  name = 'Kept1760000000006';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "batch" ADD COLUMN "closed_on" text`);
    await runner.query(
      `CREATE TABLE "kept" ("batch_id" text PRIMARY KEY NOT NULL, "lot_id" text NOT NULL, "test" integer NOT NULL, "towel" text, "mould_read" integer NOT NULL, CONSTRAINT "kept_batch" FOREIGN KEY ("batch_id") REFERENCES "batch" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`,
    );
    await runner.query(
      `CREATE TABLE "kept_mould" ("batch_id" text NOT NULL, "medium" text NOT NULL, "closed_on" text NOT NULL, "rotted" real NOT NULL, "expected" real NOT NULL, CONSTRAINT "kept_mould_batch" FOREIGN KEY ("batch_id") REFERENCES "kept" ("batch_id") ON DELETE CASCADE ON UPDATE NO ACTION, PRIMARY KEY ("batch_id", "medium"))`,
    );
    const rows: { id: string; body: string }[] = await runner.query(
      `SELECT "id", "body" FROM "batch" WHERE EXISTS (SELECT 1 FROM "event" WHERE "batch_id" = "batch"."id" AND "event"."body" LIKE '%"kind":"closed"%' OR "batch_id" = "batch"."id" AND "event"."body" LIKE '%"kind":"stageFinished"%')`,
    );
    for (const { id, body } of rows) {
      const events: { body: string }[] = await runner.query(`SELECT "body" FROM "event" WHERE "batch_id" = ? ORDER BY "version"`, [id]);
      const batch = { ...JSON.parse(body), events: events.map((event) => JSON.parse(event.body)) } as Batch;
      const { closedOn } = fold(batch.plan, batch.events);
      if (!closedOn) continue;
      await runner.query(`UPDATE "batch" SET "closed_on" = ? WHERE "id" = ?`, [closedOn, id]);
      const towel = batch.purpose === 'test' ? readTowelTest(batch) : undefined;
      await runner.query(`INSERT INTO "kept" VALUES (?, ?, ?, ?, 0)`, [
        id,
        batch.lotId,
        batch.purpose === 'test' ? 1 : 0,
        towel ? JSON.stringify(towel) : null,
      ]);
    }
    // Last, so that the rows are not moved twice. Each covers what is asked of it, without the batch's long body.
    await runner.query(`DROP INDEX "batch_by_lot"`);
    await runner.query(`CREATE INDEX "batch_of_lot" ON "batch" ("lot_id", "split_from", "closed_on", "seeds") `);
    await runner.query(`CREATE INDEX "batch_by_closing" ON "batch" ("closed_on") `);
    await runner.query(`CREATE INDEX "kept_by_lot" ON "kept" ("lot_id") `);
    await runner.query(`CREATE INDEX "kept_unread" ON "kept" ("mould_read") `);
    await runner.query(`ALTER TABLE "lot" ADD COLUMN "drawer" integer NOT NULL DEFAULT (0)`);
    const lots: { id: string; body: string; taken: number }[] = await runner.query(
      `SELECT "id", "body", (SELECT coalesce(sum("seeds"), 0) FROM "batch" WHERE "lot_id" = "lot"."id" AND "split_from" IS NULL) AS "taken" FROM "lot"`,
    );
    for (const { id, body, taken } of lots) {
      const events: { body: string }[] = await runner.query(`SELECT "body" FROM "lot_event" WHERE "lot_id" = ? ORDER BY "version"`, [id]);
      const { drawer } = foldLot(
        inPresentNames(JSON.parse(body)) as Lot,
        events.map((event) => inPresentNames(JSON.parse(event.body)) as LotEvent),
        taken,
      );
      await runner.query(`UPDATE "lot" SET "drawer" = ? WHERE "id" = ?`, [drawer, id]);
    }
    await runner.query(`CREATE INDEX "lot_by_drawer" ON "lot" ("drawer") `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "lot_by_drawer"`);
    await runner.query(`ALTER TABLE "lot" DROP COLUMN "drawer"`);
    for (const index of ['kept_unread', 'kept_by_lot', 'batch_by_closing', 'batch_of_lot']) await runner.query(`DROP INDEX "${index}"`);
    await runner.query(`CREATE INDEX "batch_by_lot" ON "batch" ("lot_id") `);
    await runner.query(`DROP TABLE "kept_mould"`);
    await runner.query(`DROP TABLE "kept"`);
    await runner.query(`ALTER TABLE "batch" DROP COLUMN "closed_on"`);
  }
}
