import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Records of a drive of which those deleted lately are listed. */
const OF_DRIVES = ['fittings', 'diagnoses', 'inspections']

/** The audit log; sessions that can be told apart and ended one by one; what was deleted lately found by its moment. Each step can be taken again. */
export class AuditAndDevices1769000000000 implements MigrationInterface {
  readonly name = 'AuditAndDevices1769000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS audit_entries (
        id int NOT NULL AUTO_INCREMENT PRIMARY KEY,
        at datetime(3) NOT NULL,
        personId char(36) NULL,
        doneBy varchar(80) NOT NULL,
        address varchar(60) NOT NULL,
        action varchar(20) NOT NULL,
        subjectId char(36) NULL,
        what varchar(300) NOT NULL,
        INDEX audit_entries_action (action, id),
        INDEX audit_entries_subject (subjectId, id)
      ) ENGINE=InnoDB`,
    )
    await runner.query(
      `ALTER TABLE sessions
        ADD COLUMN IF NOT EXISTS id char(36) NOT NULL DEFAULT '' AFTER tokenHash,
        ADD COLUMN IF NOT EXISTS begunAt datetime(3) NULL AFTER personId,
        ADD COLUMN IF NOT EXISTS device varchar(200) NOT NULL DEFAULT '',
        ADD COLUMN IF NOT EXISTS address varchar(60) NOT NULL DEFAULT ''`,
    )
    // The same whenever it is taken again.
    await runner.query(
      `UPDATE sessions SET id = INSERT(INSERT(INSERT(INSERT(MD5(tokenHash), 21, 0, '-'), 17, 0, '-'), 13, 0, '-'), 9, 0, '-'),
              begunAt = seenAt
        WHERE id = ''`,
    )
    for (const table of OF_DRIVES)
      await runner.query(`ALTER TABLE ${table} ADD INDEX IF NOT EXISTS ${table}_deleted (deletedAt)`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of OF_DRIVES) await runner.query(`ALTER TABLE ${table} DROP INDEX IF EXISTS ${table}_deleted`)
    await runner.query(
      `ALTER TABLE sessions
        DROP COLUMN IF EXISTS id, DROP COLUMN IF EXISTS begunAt, DROP COLUMN IF EXISTS device, DROP COLUMN IF EXISTS address`,
    )
    await runner.query('DROP TABLE IF EXISTS audit_entries')
  }
}
