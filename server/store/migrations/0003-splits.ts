import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Batches split from one another, and a clock that tells the time of a stepped day. */
export class Splits1760000000003 implements MigrationInterface {
  name = 'Splits1760000000003';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "batch" ADD COLUMN "split_from" text`);
    await runner.query(`ALTER TABLE "clock" ADD COLUMN "ahead" integer`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "clock" DROP COLUMN "ahead"`);
    await runner.query(`ALTER TABLE "batch" DROP COLUMN "split_from"`);
  }
}
