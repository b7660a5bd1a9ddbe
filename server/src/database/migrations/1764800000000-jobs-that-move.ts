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
        `ALTER TABLE ${table} ADD COLUMN engine varchar(120) NOT NULL DEFAULT '', ADD COLUMN distance double NULL`,
      )
    const old = (await runner.query('SELECT * FROM jobs ORDER BY updatedAt, id')) as OldJob[]
    await runner.query(`
      ALTER TABLE jobs
        DROP COLUMN ticks, DROP COLUMN torques, DROP COLUMN asked, DROP COLUMN closedAt,
        ADD COLUMN number int NOT NULL,
        ADD COLUMN document mediumtext NOT NULL,
        ADD COLUMN stage varchar(20) NOT NULL,
        ADD COLUMN stepsDone int NOT NULL,
        ADD COLUMN stepsAll int NOT NULL,
        ADD COLUMN looks int NOT NULL,
        ADD COLUMN dueOn varchar(10) NULL,
        ADD COLUMN dueKm double NULL,
        ADD COLUMN openedAt datetime(3) NOT NULL,
        ADD COLUMN closedAt datetime(3) NULL`)
    for (const [i, job] of old.entries()) {
      const ticks = (JSON.parse(job.ticks) as object[]).map((tick) => ({
        ...tick,
        ...{ reading: '', look: 'none', lookedBy: '' },
      }))
      const document = {
        ...{ driveId: job.driveId, complaint: job.complaint, asked: job.asked, distance: null },
        ...{ without: [], sameBelts: false, noise: false, ticks, torques: JSON.parse(job.torques) as object[] },
        ...{ added: [], moved: [], parts: [], findings: [], hands: [], time: [], signedBy: '', closedAt: job.closedAt },
      }
      // The stage is computed anew when the job is next saved; until then it waits to be fitted.
      const closedAt = job.closedAt === null ? null : new Date(job.closedAt)
      await runner.query(
        'UPDATE jobs SET number = ?, document = ?, stage = ?, openedAt = ?, closedAt = ? WHERE id = ?',
        [...[i + 1, JSON.stringify(document), closedAt === null ? 'fit' : 'done', job.updatedAt, closedAt], job.id],
      )
    }
    await runner.query(`
      ALTER TABLE jobs
        ADD UNIQUE KEY jobs_number (number),
        ADD KEY jobs_stage (deletedAt, stage, openedAt),
        ADD KEY jobs_opened (deletedAt, openedAt)`)
    await runner.query(`
      CREATE TABLE drive_dues (
        driveId char(36) NOT NULL,
        position int NOT NULL,
        words varchar(200) NOT NULL,
        dueOn varchar(10) NULL,
        dueKm double NULL,
        PRIMARY KEY (driveId, position)
      ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE drive_dues')
    const jobs = (await runner.query('SELECT id, document FROM jobs')) as { id: string; document: string }[]
    await runner.query(`
      ALTER TABLE jobs
        DROP KEY jobs_number, DROP KEY jobs_stage, DROP KEY jobs_opened,
        DROP COLUMN number, DROP COLUMN document, DROP COLUMN stage, DROP COLUMN stepsDone, DROP COLUMN stepsAll,
        DROP COLUMN looks, DROP COLUMN dueOn, DROP COLUMN dueKm, DROP COLUMN openedAt, DROP COLUMN closedAt,
        ADD COLUMN asked varchar(500) NOT NULL,
        ADD COLUMN ticks mediumtext NOT NULL,
        ADD COLUMN torques mediumtext NOT NULL,
        ADD COLUMN closedAt varchar(30) NULL`)
    for (const { id, document } of jobs) {
      const { asked, ticks, torques, closedAt } = JSON.parse(document) as Record<string, unknown>
      await runner.query('UPDATE jobs SET asked = ?, ticks = ?, torques = ?, closedAt = ? WHERE id = ?', [
        ...[asked, JSON.stringify(ticks), JSON.stringify(torques), closedAt],
        id,
      ])
    }
    for (const table of ['vehicles', 'vehicle_revisions'])
      await runner.query(`ALTER TABLE ${table} DROP COLUMN engine, DROP COLUMN distance`)
  }
}
