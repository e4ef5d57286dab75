import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What came of closed batches is read off them anew: what was lost with its bag, held over or thinned out has a fate of its own. */
export class Fates1760000000011 implements MigrationInterface {
  name = 'Fates1760000000011';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`UPDATE "kept" SET "outcome" = NULL WHERE "outcome" IS NOT NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`UPDATE "kept" SET "outcome" = NULL WHERE "outcome" IS NOT NULL`);
  }
}
