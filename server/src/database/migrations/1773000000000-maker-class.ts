import type { MigrationInterface, QueryRunner } from 'typeorm'

/** How closely a belt's maker keeps to its mark; of belts from before nobody has said. */
export class MakerClass1773000000000 implements MigrationInterface {
  readonly name = 'MakerClass1773000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      "ALTER TABLE shelf_belts ADD COLUMN IF NOT EXISTS makerClass varchar(10) NOT NULL DEFAULT 'unknown'",
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE shelf_belts DROP COLUMN IF EXISTS makerClass')
  }
}
