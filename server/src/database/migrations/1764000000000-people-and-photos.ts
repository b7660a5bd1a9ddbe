import type { MigrationInterface, QueryRunner } from 'typeorm'

export class PeopleAndPhotos1764000000000 implements MigrationInterface {
  readonly name = 'PeopleAndPhotos1764000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE drive_revisions ADD COLUMN IF NOT EXISTS savedBy varchar(80) NOT NULL DEFAULT ''")
    await runner.query(`
      CREATE TABLE IF NOT EXISTS photos (
        id char(36) NOT NULL,
        width int NOT NULL,
        height int NOT NULL,
        originalType varchar(20) NOT NULL,
        original longblob NOT NULL,
        screen longblob NOT NULL,
        addedBy varchar(80) NOT NULL,
        addedAt datetime(3) NOT NULL,
        PRIMARY KEY (id)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS photos')
    await runner.query('ALTER TABLE drive_revisions DROP COLUMN IF EXISTS savedBy')
  }
}
