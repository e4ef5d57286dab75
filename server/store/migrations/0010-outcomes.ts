import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What came of each closed batch, as a JSON text; those closed before are read once more for it. */
export class Outcomes1760000000010 implements MigrationInterface {
  name = 'Outcomes1760000000010';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept" ADD COLUMN "outcome" text`);
    await runner.query(`UPDATE "kept" SET "mould_read" = 0`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept" DROP COLUMN "outcome"`);
  }
}
