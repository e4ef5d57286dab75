import { inPresentNames } from '@chill/model/formerNames.ts';
import type { MigrationInterface, QueryRunner } from 'typeorm';

const APPEND_ONLY = `CREATE TRIGGER "lot_event_no_update" BEFORE UPDATE ON "lot_event" BEGIN SELECT RAISE(ABORT, 'the ledger is append-only: reverse the event instead'); END`;

/** What is called viable, a method and released in all the rest is so in what is stored as well: only names change, no record says anything else. */
export class OneName1760000000014 implements MigrationInterface {
  name = 'OneName1760000000014';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TRIGGER "lot_event_no_update"`);
    for (const [table, key, column] of [
      ['lot', 'id', 'body'],
      ['lot_event', 'seq', 'body'],
      ['batch', 'id', 'body'],
      ['own_species', 'id', 'body'],
      ['kept', 'batch_id', 'towel'],
    ] as const) {
      const rows: { at: string | number; text: string }[] = await runner.query(
        `SELECT "${key}" AS "at", "${column}" AS "text" FROM "${table}" WHERE "${column}" IS NOT NULL`,
      );
      for (const { at, text } of rows) {
        const now = JSON.stringify(inPresentNames(JSON.parse(text)));
        if (now !== text) await runner.query(`UPDATE "${table}" SET "${column}" = ? WHERE "${key}" = ?`, [now, at]);
      }
    }
    await runner.query(APPEND_ONLY);
  }

  /** A Chill of before reads none of the new names; whoever goes back takes the backup that was made before this. */
  async down(): Promise<void> {
    throw new Error('Put back the backup that was made before this version was first started.');
  }
}
