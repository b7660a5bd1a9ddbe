import type { MigrationInterface, QueryRunner } from 'typeorm'

export class VehiclesAndDrives1763900000000 implements MigrationInterface {
  readonly name = 'VehiclesAndDrives1763900000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS vehicles (
        id char(36) NOT NULL,
        name varchar(120) NOT NULL,
        plate varchar(40) NOT NULL,
        notes text NOT NULL,
        version int NOT NULL,
        createdAt datetime(3) NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS vehicle_revisions (
        vehicleId char(36) NOT NULL,
        version int NOT NULL,
        name varchar(120) NOT NULL,
        plate varchar(40) NOT NULL,
        notes text NOT NULL,
        savedAt datetime(3) NOT NULL,
        PRIMARY KEY (vehicleId, version),
        CONSTRAINT vehicle_revisions_vehicle_fk FOREIGN KEY (vehicleId) REFERENCES vehicles (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS drives (
        id char(36) NOT NULL,
        vehicleId char(36) NULL,
        name varchar(120) NOT NULL,
        document longtext NOT NULL,
        version int NOT NULL,
        createdAt datetime(3) NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id),
        KEY drives_vehicle (vehicleId),
        KEY drives_updated (updatedAt),
        CONSTRAINT drives_vehicle_fk FOREIGN KEY (vehicleId) REFERENCES vehicles (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS drive_revisions (
        driveId char(36) NOT NULL,
        version int NOT NULL,
        saveId char(36) NOT NULL,
        document longtext NOT NULL,
        reason varchar(120) NOT NULL,
        savedAt datetime(3) NOT NULL,
        PRIMARY KEY (driveId, version),
        UNIQUE KEY drive_revisions_save (driveId, saveId),
        CONSTRAINT drive_revisions_drive_fk FOREIGN KEY (driveId) REFERENCES drives (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS drive_revisions')
    await runner.query('DROP TABLE IF EXISTS drives')
    await runner.query('DROP TABLE IF EXISTS vehicle_revisions')
    await runner.query('DROP TABLE IF EXISTS vehicles')
  }
}
