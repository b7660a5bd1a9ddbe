import type { MigrationInterface, QueryRunner } from 'typeorm'

export class ShelfAndFittings1764100000000 implements MigrationInterface {
  readonly name = 'ShelfAndFittings1764100000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS shelf_belts (
        id char(36) NOT NULL,
        mark varchar(60) NOT NULL,
        section varchar(10) NOT NULL,
        ribs int NOT NULL,
        length double NOT NULL,
        material varchar(10) NOT NULL,
        count int NOT NULL,
        place varchar(80) NOT NULL,
        note varchar(500) NOT NULL,
        version int NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id),
        KEY shelf_belts_size (section, ribs, length)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS fittings (
        id char(36) NOT NULL,
        driveId char(36) NOT NULL,
        belt varchar(60) NOT NULL,
        mark varchar(60) NOT NULL,
        length double NOT NULL,
        fittedOn char(10) NOT NULL,
        distance double NULL,
        reason varchar(200) NOT NULL,
        spare varchar(120) NOT NULL,
        fittedBy varchar(80) NOT NULL,
        createdAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id),
        KEY fittings_drive (driveId, fittedOn),
        CONSTRAINT fittings_drive_fk FOREIGN KEY (driveId) REFERENCES drives (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS fittings')
    await runner.query('DROP TABLE IF EXISTS shelf_belts')
  }
}
