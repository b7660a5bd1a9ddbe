import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a job is promised for, who does it and whether it can wait; whose a vehicle is and how to reach them. Of those from before nobody has said. */
export class JobsOfADay1775000000000 implements MigrationInterface {
  readonly name = 'JobsOfADay1775000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE jobs
        ADD COLUMN IF NOT EXISTS promisedFor varchar(16) NULL,
        ADD COLUMN IF NOT EXISTS priority varchar(10) NOT NULL DEFAULT 'normal',
        ADD COLUMN IF NOT EXISTS hands varchar(800) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS estimate int NULL,
        ADD COLUMN IF NOT EXISTS minutes int NOT NULL DEFAULT 0`,
    )
    await runner.query('CREATE INDEX IF NOT EXISTS jobs_promised ON jobs (deletedAt, closedAt, promisedFor)')
    await runner.query(
      `ALTER TABLE drive_dues
        ADD COLUMN IF NOT EXISTS part varchar(80) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS partName varchar(200) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS what varchar(10) NOT NULL DEFAULT ''`,
    )
    await runner.query("ALTER TABLE fittings ADD COLUMN IF NOT EXISTS warrantyUntil varchar(10) NOT NULL DEFAULT ''")
    for (const table of ['vehicles', 'vehicle_revisions'])
      await runner.query(
        `ALTER TABLE ${table}
          ADD COLUMN IF NOT EXISTS owner varchar(120) NOT NULL DEFAULT '',
          ADD COLUMN IF NOT EXISTS reach varchar(200) NOT NULL DEFAULT ''`,
      )
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['vehicles', 'vehicle_revisions'])
      await runner.query(`ALTER TABLE ${table} DROP COLUMN IF EXISTS owner, DROP COLUMN IF EXISTS reach`)
    await runner.query(
      'ALTER TABLE drive_dues DROP COLUMN IF EXISTS part, DROP COLUMN IF EXISTS partName, DROP COLUMN IF EXISTS what',
    )
    await runner.query('ALTER TABLE fittings DROP COLUMN IF EXISTS warrantyUntil')
    await runner.query('DROP INDEX IF EXISTS jobs_promised ON jobs')
    await runner.query(
      `ALTER TABLE jobs
        DROP COLUMN IF EXISTS promisedFor,
        DROP COLUMN IF EXISTS priority,
        DROP COLUMN IF EXISTS hands,
        DROP COLUMN IF EXISTS estimate,
        DROP COLUMN IF EXISTS minutes`,
    )
  }
}
