import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What came of each closed batch, as a JSON text; absent until it was read, empty where it cannot be. */
export class Outcomes1760000000010 implements MigrationInterface {
  name = 'Outcomes1760000000010';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept" ADD COLUMN "outcome" text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "kept" DROP COLUMN "outcome"`);
  }
}
