import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What was set to be practised, and how it went. */
export class Practice1778000000000 implements MigrationInterface {
  readonly name = 'Practice1778000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS practice_results (
        id char(36) NOT NULL,
        personId char(36) NOT NULL,
        doneBy varchar(80) NOT NULL,
        doneAt varchar(30) NOT NULL,
        exercise varchar(20) NOT NULL,
        fault varchar(80) NOT NULL,
        isNamedRight tinyint NOT NULL,
        isMended tinyint NOT NULL,
        minutes int NOT NULL,
        wrongParts int NOT NULL,
        tests int NOT NULL,
        PRIMARY KEY (id),
        KEY practice_results_person (personId, doneAt),
        KEY practice_results_at (doneAt)
      ) ENGINE=InnoDB`,
    )
    await runner.query(
      `CREATE TABLE IF NOT EXISTS practice_tasks (
        id char(36) NOT NULL,
        personId char(36) NOT NULL,
        name varchar(80) NOT NULL,
        exercise varchar(20) NOT NULL,
        note varchar(200) NOT NULL,
        setBy varchar(80) NOT NULL,
        setAt varchar(30) NOT NULL,
        resultId char(36) NULL,
        PRIMARY KEY (id),
        KEY practice_tasks_person (personId, exercise)
      ) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS practice_tasks')
    await runner.query('DROP TABLE IF EXISTS practice_results')
  }
}
