import type { MigrationInterface, QueryRunner } from 'typeorm'

export class Jobs1764600000000 implements MigrationInterface {
  readonly name = 'Jobs1764600000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS jobs (
        id char(36) NOT NULL,
        version int NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        driveId char(36) NOT NULL,
        complaint varchar(500) NOT NULL,
        asked varchar(500) NOT NULL,
        ticks mediumtext NOT NULL,
        torques mediumtext NOT NULL,
        closedAt varchar(30) NULL,
        PRIMARY KEY (id),
        KEY jobs_drive (driveId)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS jobs')
  }
}
