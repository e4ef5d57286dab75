import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Seasons that were planned and accepted; and the codes of batches that were taken back with one: bags may bear them, so they are given to no other. */
export class SeasonPlans1760000000008 implements MigrationInterface {
  name = 'SeasonPlans1760000000008';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "season_plan" ("id" text PRIMARY KEY NOT NULL, "body" text NOT NULL)`);
    await runner.query(`CREATE TABLE "withdrawn" ("code" text PRIMARY KEY NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "withdrawn"`);
    await runner.query(`DROP TABLE "season_plan"`);
  }
}
