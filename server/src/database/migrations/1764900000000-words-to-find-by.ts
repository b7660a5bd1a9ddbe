import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * The words a job and a drive are found by, beside them: joining ten thousand jobs to their drives, whose rows are large, for every letter
 * someone types took a third of a second.
 */
export class WordsToFindBy1764900000000 implements MigrationInterface {
  readonly name = 'WordsToFindBy1764900000000'

  async up(runner: QueryRunner): Promise<void> {
    const words =
      "ADD COLUMN IF NOT EXISTS words varchar(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT ''"
    await runner.query(`ALTER TABLE drives ${words}, ADD KEY IF NOT EXISTS drives_words (deletedAt, updatedAt, words)`)
    await runner.query(
      `ALTER TABLE jobs ${words}, ADD COLUMN IF NOT EXISTS vehicleId char(36) NULL,
        ADD KEY IF NOT EXISTS jobs_words (deletedAt, openedAt, words), ADD KEY IF NOT EXISTS jobs_vehicle (vehicleId)`,
    )
    await runner.query(
      'ALTER TABLE drive_dues ADD COLUMN IF NOT EXISTS vehicleId char(36) NULL, ADD COLUMN IF NOT EXISTS aheadKm double NULL',
    )
    await runner.query(
      `UPDATE drives LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
          SET drives.words = LOWER(CONCAT_WS(' ', drives.name, vehicles.name, vehicles.plate))`,
    )
    await runner.query(
      `UPDATE jobs JOIN drives ON drives.id = jobs.driveId
          SET jobs.vehicleId = drives.vehicleId,
              jobs.words = LEFT(CONCAT_WS(' ', 'job', jobs.number, drives.words, LOWER(jobs.complaint)), 700)`,
    )
    await runner.query(
      `UPDATE drive_dues JOIN drives ON drives.id = drive_dues.driveId LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
          SET drive_dues.vehicleId = drives.vehicleId, drive_dues.aheadKm = drive_dues.dueKm - vehicles.distance`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE drive_dues DROP COLUMN IF EXISTS vehicleId, DROP COLUMN IF EXISTS aheadKm')
    await runner.query(
      'ALTER TABLE jobs DROP KEY IF EXISTS jobs_words, DROP KEY IF EXISTS jobs_vehicle, DROP COLUMN IF EXISTS words, DROP COLUMN IF EXISTS vehicleId',
    )
    await runner.query('ALTER TABLE drives DROP KEY IF EXISTS drives_words, DROP COLUMN IF EXISTS words')
  }
}
