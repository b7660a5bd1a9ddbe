import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Pictures can be deleted, and the room they take is known without reading them. Each step can be taken again. */
export class PicturesDeleted1770000000000 implements MigrationInterface {
  readonly name = 'PicturesDeleted1770000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE photos
        ADD COLUMN IF NOT EXISTS bytes int NOT NULL DEFAULT 0 AFTER screen,
        ADD COLUMN IF NOT EXISTS deletedAt datetime(3) NULL`,
    )
    await runner.query(`UPDATE photos SET bytes = LENGTH(original) + LENGTH(screen) WHERE bytes = 0`)
    await runner.query(`ALTER TABLE photos ADD INDEX IF NOT EXISTS photos_added (deletedAt, addedAt, bytes)`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM photos WHERE deletedAt IS NOT NULL`)
    await runner.query(
      `ALTER TABLE photos DROP INDEX IF EXISTS photos_added, DROP COLUMN IF EXISTS bytes, DROP COLUMN IF EXISTS deletedAt`,
    )
  }
}
