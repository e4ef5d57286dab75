import { inPresentNames } from '@chill/model/formerNames.ts';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Seed that sinks is called viable in the species that a grower has written as well. */
export class FloatTest1760000000015 implements MigrationInterface {
  name = 'FloatTest1760000000015';

  async up(runner: QueryRunner): Promise<void> {
    const rows: { id: string; body: string }[] = await runner.query(`SELECT "id", "body" FROM "own_species"`);
    for (const { id, body } of rows) {
      const now = JSON.stringify(inPresentNames(JSON.parse(body)));
      if (now !== body) await runner.query(`UPDATE "own_species" SET "body" = ? WHERE "id" = ?`, [now, id]);
    }
  }

  /** A Chill of before reads none of the new names; whoever goes back takes the backup that was made before this. */
  async down(): Promise<void> {
    throw new Error('Put back the backup that was made before this version was first started.');
  }
}
