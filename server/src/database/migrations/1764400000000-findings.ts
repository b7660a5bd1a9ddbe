import type { MigrationInterface, QueryRunner } from 'typeorm'

export class Findings1764400000000 implements MigrationInterface {
  readonly name = 'Findings1764400000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS findings (
        id char(36) NOT NULL,
        driveId char(36) NOT NULL,
        foundAt varchar(30) NOT NULL,
        answers text NOT NULL,
        cause varchar(60) NOT NULL,
        causeName varchar(400) NOT NULL,
        probability double NOT NULL,
        edition varchar(400) NOT NULL,
        actions text NOT NULL,
        prove varchar(400) NOT NULL,
        note varchar(2000) NOT NULL,
        distance double NULL,
        foundBy varchar(80) NOT NULL,
        createdAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id),
        KEY findings_drive (driveId, foundAt),
        CONSTRAINT findings_drive_fk FOREIGN KEY (driveId) REFERENCES drives (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS findings')
  }
}
