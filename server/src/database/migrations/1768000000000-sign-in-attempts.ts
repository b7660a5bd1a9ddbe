import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Attempts to sign in are counted in one row for each key, so that a count can be held while it grows. Each step can be taken again. */
export class SignInAttempts1768000000000 implements MigrationInterface {
  readonly name = 'SignInAttempts1768000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS sign_in_attempts (
        id char(64) NOT NULL PRIMARY KEY,
        failures int NOT NULL,
        nextAt datetime(3) NOT NULL,
        lastAt datetime(3) NOT NULL,
        INDEX sign_in_attempts_last (lastAt)
      ) ENGINE=InnoDB`,
    )
    // What failed in the last quarter of an hour is forgiven.
    await runner.query('DROP TABLE IF EXISTS failed_sign_ins')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS failed_sign_ins (
        id char(36) NOT NULL PRIMARY KEY,
        nameHash char(64) NOT NULL,
        address varchar(60) NOT NULL,
        at datetime(3) NOT NULL,
        INDEX failed_sign_ins_at (at)
      ) ENGINE=InnoDB`,
    )
    await runner.query('DROP TABLE IF EXISTS sign_in_attempts')
  }
}
