import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When somebody was last there: the demo's clock stands still while nobody is. */
export class Asked1760000000012 implements MigrationInterface {
  name = 'Asked1760000000012';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "clock" ADD COLUMN "asked" integer`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "clock" DROP COLUMN "asked"`);
  }
}
