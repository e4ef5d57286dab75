import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What came of closed batches says where their seed was from. Each is written anew, so that whoever holds a page of them asks for it again. */
export class Sources1760000000016 implements MigrationInterface {
  name = 'Sources1760000000016';

  async up(runner: QueryRunner): Promise<void> {
    const source = `SELECT coalesce(json_extract(lot.body, '$.provenance.supplier'), json_extract(lot.body, '$.provenance.place')) FROM lot JOIN kept ON kept.lot_id = lot.id WHERE kept.batch_id = outcome.batch_id`;
    await runner.query(
      `INSERT OR REPLACE INTO outcome (batch_id, page, species_id, body) SELECT batch_id, page, species_id, json_patch(body, json_object('source', (${source}))) FROM outcome ORDER BY seq`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`UPDATE outcome SET body = json_remove(body, '$.source', '$.variety')`);
  }
}
