import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Every change is remembered by the id its maker gave it, and numbers of jobs come from a counter. Each step can be taken again. */
export class Edits1767000000000 implements MigrationInterface {
  readonly name = 'Edits1767000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS edits (
        id char(36) NOT NULL PRIMARY KEY,
        personId char(36) NOT NULL,
        what varchar(200) NOT NULL,
        status smallint NOT NULL,
        answer mediumtext NULL,
        madeAt datetime(3) NOT NULL,
        INDEX edits_made (madeAt)
      ) ENGINE=InnoDB`,
    )
    await runner.query(
      `CREATE TABLE IF NOT EXISTS counters (
        name varchar(20) NOT NULL PRIMARY KEY,
        value int NOT NULL
      ) ENGINE=InnoDB`,
    )
    await runner.query(
      `INSERT INTO counters (name, value) SELECT 'jobs', COALESCE(MAX(number), 0) FROM jobs
        ON DUPLICATE KEY UPDATE value = GREATEST(counters.value, VALUES(value))`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS counters')
    await runner.query('DROP TABLE IF EXISTS edits')
  }
}
