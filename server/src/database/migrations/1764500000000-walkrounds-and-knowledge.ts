import type { MigrationInterface, QueryRunner } from 'typeorm'

export class WalkroundsAndKnowledge1764500000000 implements MigrationInterface {
  readonly name = 'WalkroundsAndKnowledge1764500000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS walkrounds (
        id char(36) NOT NULL,
        driveId char(36) NOT NULL,
        walkedAt varchar(30) NOT NULL,
        distance double NULL,
        beltOff tinyint NOT NULL,
        checks mediumtext NOT NULL,
        renewed text NOT NULL,
        \`sum\` mediumtext NOT NULL,
        note varchar(2000) NOT NULL,
        walkedBy varchar(80) NOT NULL,
        createdAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        PRIMARY KEY (id),
        KEY walkrounds_drive (driveId, walkedAt),
        CONSTRAINT walkrounds_drive_fk FOREIGN KEY (driveId) REFERENCES drives (id)
          ON DELETE NO ACTION ON UPDATE NO ACTION
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS knowledge_versions (
        version int NOT NULL,
        file mediumtext NOT NULL,
        reason varchar(200) NOT NULL,
        savedBy varchar(80) NOT NULL,
        savedAt datetime(3) NOT NULL,
        PRIMARY KEY (version)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS knowledge_versions')
    await runner.query('DROP TABLE IF EXISTS walkrounds')
  }
}
