import type { MigrationInterface, QueryRunner } from 'typeorm'

export class PeopleAndSessions1764700000000 implements MigrationInterface {
  readonly name = 'PeopleAndSessions1764700000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS people (
        id char(36) NOT NULL,
        version int NOT NULL,
        updatedAt datetime(3) NOT NULL,
        deletedAt datetime(3) NULL,
        name varchar(80) NOT NULL,
        role varchar(20) NOT NULL,
        hash varchar(200) NULL,
        PRIMARY KEY (id)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS sessions (
        tokenHash char(64) NOT NULL,
        personId char(36) NOT NULL,
        seenAt datetime(3) NOT NULL,
        PRIMARY KEY (tokenHash),
        KEY sessions_person (personId),
        KEY sessions_seen (seenAt)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS failed_sign_ins (
        id char(36) NOT NULL,
        nameHash char(64) NOT NULL,
        address varchar(60) NOT NULL,
        at datetime(3) NOT NULL,
        PRIMARY KEY (id),
        KEY failed_sign_ins_at (at)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['failed_sign_ins', 'sessions', 'people']) await runner.query(`DROP TABLE IF EXISTS ${table}`)
  }
}
