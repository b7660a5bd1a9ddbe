import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The history of a job. Jobs from before begin theirs with the next change. */
export class JobChanges1771000000000 implements MigrationInterface {
  readonly name = 'JobChanges1771000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS job_changes (
        jobId char(36) NOT NULL,
        version int NOT NULL,
        changedBy varchar(80) NOT NULL,
        changedAt datetime(3) NOT NULL,
        words mediumtext NOT NULL,
        PRIMARY KEY (jobId, version)
      ) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS job_changes')
  }
}
