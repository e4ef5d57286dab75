import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Plants promised. */
export class Promises1760000000007 implements MigrationInterface {
  name = 'Promises1760000000007';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "promise" ("id" text PRIMARY KEY NOT NULL, "body" text NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "promise"`);
  }
}
