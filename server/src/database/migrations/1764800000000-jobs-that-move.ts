import type { MigrationInterface, QueryRunner } from 'typeorm'

interface OldJob {
  readonly id: string
  readonly ticks: string
  readonly torques: string
  readonly complaint: string
  readonly asked: string
  readonly driveId: string
  readonly closedAt: string | null
  readonly updatedAt: Date
}

/** Jobs become documents with what is listed and searched beside them; vehicles get engine and distance; what falls due has a table. */
export class JobsThatMove1764800000000 implements MigrationInterface {
  readonly name = 'JobsThatMove1764800000000'

  async up(runner: QueryRunner): Promise<void> {
    for (const table of ['vehicles', 'vehicle_revisions'])
      await runner.query(
        `ALTER TABLE ${table} ADD COLUMN IF NOT EXISTS engine varchar(120) NOT NULL DEFAULT '', ADD COLUMN IF NOT EXISTS distance double NULL`,
      )
    // As long as the old columns are there, whatever was begun is begun again from them; they go in one statement with what takes their place.
    if (await runner.hasColumn('jobs', 'ticks')) {
      await runner.query(`
        ALTER TABLE jobs
          ADD COLUMN IF NOT EXISTS number int NOT NULL DEFAULT 0,
          ADD COLUMN IF NOT EXISTS document mediumtext NOT NULL DEFAULT '',
          ADD COLUMN IF NOT EXISTS stage varchar(20) NOT NULL DEFAULT '',
          ADD COLUMN IF NOT EXISTS stepsDone int NOT NULL DEFAULT 0,
          ADD COLUMN IF NOT EXISTS stepsAll int NOT NULL DEFAULT 0,
          ADD COLUMN IF NOT EXISTS looks int NOT NULL DEFAULT 0,
          ADD COLUMN IF NOT EXISTS dueOn varchar(10) NULL,
          ADD COLUMN IF NOT EXISTS dueKm double NULL,
          ADD COLUMN IF NOT EXISTS openedAt datetime(3) NOT NULL DEFAULT '2000-01-01',
          ADD COLUMN IF NOT EXISTS closedOn datetime(3) NULL`)
      const old = (await runner.query('SELECT * FROM jobs ORDER BY updatedAt, id')) as OldJob[]
      for (const [i, job] of old.entries()) {
        const ticks = (JSON.parse(job.ticks) as object[]).map((tick) => ({
          ...tick,
          ...{ reading: '', look: 'none', lookedBy: '' },
        }))
        const document = {
          ...{ driveId: job.driveId, complaint: job.complaint, asked: job.asked, distance: null },
          ...{ without: [], sameBelts: false, noise: false, ticks, torques: JSON.parse(job.torques) as object[] },
          ...{
            added: [],
            moved: [],
            parts: [],
            findings: [],
            hands: [],
            time: [],
            signedBy: '',
            closedAt: job.closedAt,
          },
        }
        // The stage is computed anew when the job is next saved; until then it waits to be fitted.
        const closedAt = job.closedAt === null ? null : new Date(job.closedAt)
        await runner.query(
          'UPDATE jobs SET number = ?, document = ?, stage = ?, openedAt = ?, closedOn = ? WHERE id = ?',
          [...[i + 1, JSON.stringify(document), closedAt === null ? 'fit' : 'done', job.updatedAt, closedAt], job.id],
        )
      }
      await runner.query(`
        ALTER TABLE jobs
          DROP COLUMN ticks, DROP COLUMN torques, DROP COLUMN asked, DROP COLUMN closedAt,
          CHANGE COLUMN closedOn closedAt datetime(3) NULL,
          MODIFY number int NOT NULL,
          MODIFY document mediumtext NOT NULL,
          MODIFY stage varchar(20) NOT NULL,
          MODIFY stepsDone int NOT NULL,
          MODIFY stepsAll int NOT NULL,
          MODIFY looks int NOT NULL,
          MODIFY openedAt datetime(3) NOT NULL`)
    }
    await runner.query(`
      ALTER TABLE jobs
        ADD UNIQUE KEY IF NOT EXISTS jobs_number (number),
        ADD KEY IF NOT EXISTS jobs_stage (deletedAt, stage, openedAt),
        ADD KEY IF NOT EXISTS jobs_opened (deletedAt, openedAt)`)
    await runner.query(`
      CREATE TABLE IF NOT EXISTS drive_dues (
        driveId char(36) NOT NULL,
        position int NOT NULL,
        words varchar(200) NOT NULL,
        dueOn varchar(10) NULL,
        dueKm double NULL,
        PRIMARY KEY (driveId, position)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS drive_dues')
    const jobs = (await runner.query('SELECT id, document FROM jobs')) as { id: string; document: string }[]
    // Not “if not exists”: the column of that name that is there goes in the same statement.
    await runner.query(`
      ALTER TABLE jobs
        DROP KEY IF EXISTS jobs_number, DROP KEY IF EXISTS jobs_stage, DROP KEY IF EXISTS jobs_opened,
        DROP COLUMN IF EXISTS number, DROP COLUMN IF EXISTS document, DROP COLUMN IF EXISTS stage, DROP COLUMN IF EXISTS stepsDone, DROP COLUMN IF EXISTS stepsAll,
        DROP COLUMN IF EXISTS looks, DROP COLUMN IF EXISTS dueOn, DROP COLUMN IF EXISTS dueKm, DROP COLUMN IF EXISTS openedAt, DROP COLUMN IF EXISTS closedAt,
        ADD COLUMN IF NOT EXISTS asked varchar(500) NOT NULL,
        ADD COLUMN IF NOT EXISTS ticks mediumtext NOT NULL,
        ADD COLUMN IF NOT EXISTS torques mediumtext NOT NULL,
        ADD COLUMN closedAt varchar(30) NULL`)
    for (const { id, document } of jobs) {
      const { asked, ticks, torques, closedAt } = JSON.parse(document) as Record<string, unknown>
      await runner.query('UPDATE jobs SET asked = ?, ticks = ?, torques = ?, closedAt = ? WHERE id = ?', [
        ...[asked, JSON.stringify(ticks), JSON.stringify(torques), closedAt],
        id,
      ])
    }
    for (const table of ['vehicles', 'vehicle_revisions'])
      await runner.query(`ALTER TABLE ${table} DROP COLUMN IF EXISTS engine, DROP COLUMN IF EXISTS distance`)
  }
}
