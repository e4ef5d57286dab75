import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Temperatures: what was taken in together, and its readings, packed by the day. */
export class Readings1760000000004 implements MigrationInterface {
  name = 'Readings1760000000004';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "reading_import" ("seq" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "id" text NOT NULL, "place_id" text NOT NULL, "undone" integer NOT NULL, "body" text NOT NULL, CONSTRAINT "reading_import_id" UNIQUE ("id"), CONSTRAINT "reading_import_place" FOREIGN KEY ("place_id") REFERENCES "place" ("id") ON DELETE NO ACTION ON UPDATE NO ACTION)`,
    );
    await runner.query(
      `CREATE TABLE "reading_day" ("place_id" text NOT NULL, "day" integer NOT NULL, "import_seq" integer NOT NULL, "count" integer NOT NULL, "packed" blob NOT NULL, CONSTRAINT "reading_day_import" FOREIGN KEY ("import_seq") REFERENCES "reading_import" ("seq") ON DELETE NO ACTION ON UPDATE NO ACTION, PRIMARY KEY ("place_id", "day", "import_seq"))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "reading_day"`);
    await runner.query(`DROP TABLE "reading_import"`);
  }
}
