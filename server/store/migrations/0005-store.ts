import { randomUUID } from 'node:crypto';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What this database is called, and how many times it was written to: a browser tells by them what it still holds true. */
export class Store1760000000005 implements MigrationInterface {
  name = 'Store1760000000005';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "store" ("id" integer PRIMARY KEY NOT NULL, "name" text NOT NULL, "edition" integer NOT NULL)`);
    await runner.query(`INSERT INTO "store" ("id", "name", "edition") VALUES (1, ?, 0)`, [randomUUID()]);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "store"`);
  }
}
