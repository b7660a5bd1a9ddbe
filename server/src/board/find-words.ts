import type { DataSource, EntityManager } from 'typeorm'

/** The drives whose words have changed: one, or all of a vehicle. */
type Changed = { readonly driveId: string } | { readonly vehicleId: string }

/**
 * Writes again the words by which drives, and the jobs on them, are found, and the vehicle each stands under: after a drive, a job on it
 * or its vehicle was named otherwise, or has run further. All of it hangs on these few words, so that a search reads no drive.
 */
export async function rewriteWords(on: DataSource | EntityManager, changed: Changed): Promise<void> {
  const [where, value] =
    'driveId' in changed ? ['drives.id = ?', changed.driveId] : ['drives.vehicleId = ?', changed.vehicleId]
  await on.query(
    `UPDATE drives LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
        SET drives.words = LOWER(CONCAT_WS(' ', drives.name, vehicles.name, vehicles.plate)) WHERE ${where}`,
    [value],
  )
  await on.query(
    `UPDATE jobs JOIN drives ON drives.id = jobs.driveId
        SET jobs.vehicleId = drives.vehicleId,
            jobs.words = LEFT(CONCAT_WS(' ', 'job', jobs.number, drives.words, LOWER(jobs.complaint)), 2800)
      WHERE ${where}`,
    [value],
  )
  await on.query(
    `UPDATE drive_dues JOIN drives ON drives.id = drive_dues.driveId LEFT JOIN vehicles ON vehicles.id = drives.vehicleId
        SET drive_dues.vehicleId = drives.vehicleId, drive_dues.aheadKm = drive_dues.dueKm - vehicles.distance
      WHERE ${where}`,
    [value],
  )
}
