import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a part can carry, and whether it is on hand; of parts from before nobody has said. */
export class PartsThatCarry1774000000000 implements MigrationInterface {
  readonly name = 'PartsThatCarry1774000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE belt_line_parts
        ADD COLUMN IF NOT EXISTS face varchar(10) NULL,
        ADD COLUMN IF NOT EXISTS section varchar(10) NULL,
        ADD COLUMN IF NOT EXISTS grooves int NULL,
        ADD COLUMN IF NOT EXISTS width double NULL,
        ADD COLUMN IF NOT EXISTS turns varchar(10) NULL,
        ADD COLUMN IF NOT EXISTS onHand tinyint NOT NULL DEFAULT 0`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE belt_line_parts
        DROP COLUMN IF EXISTS face,
        DROP COLUMN IF EXISTS section,
        DROP COLUMN IF EXISTS grooves,
        DROP COLUMN IF EXISTS width,
        DROP COLUMN IF EXISTS turns,
        DROP COLUMN IF EXISTS onHand`,
    )
  }
}
