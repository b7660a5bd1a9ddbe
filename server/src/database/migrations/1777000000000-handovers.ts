import type { MigrationInterface, QueryRunner } from 'typeorm'

/** One-time links from a desk to a phone. */
export class Handovers1777000000000 implements MigrationInterface {
  readonly name = 'Handovers1777000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS handovers (
        id char(36) NOT NULL,
        tokenHash char(64) NOT NULL,
        personId char(36) NOT NULL,
        path varchar(200) NOT NULL,
        expiresAt datetime(3) NOT NULL,
        sessionId char(36) NULL,
        PRIMARY KEY (id),
        UNIQUE KEY handovers_token (tokenHash),
        KEY handovers_expires (expiresAt)
      ) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS handovers')
  }
}
