import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readDriveText, type CheckedDrive, type DriveDraft, type DriveEdit } from '@emery/core/drive'

/** A drive of the made-up garage. */
export function demoDrive(name: string): CheckedDrive {
  const read = readDriveText(readFileSync(join('demo', 'drives', `${name}.drive.json`), 'utf8'))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.drive
}

export function crankDiameter(drive: CheckedDrive): number | undefined {
  const crank = drive.pulleys.find(({ id }) => id === 'crank.1')
  return crank === undefined || crank.face === 'toothed' ? undefined : (crank.diameter ?? undefined)
}

/** A drive with a change made to it; the page's own test world cannot clone in any other way. */
export function changed(drive: CheckedDrive, change: DriveEdit): CheckedDrive {
  const draft = JSON.parse(JSON.stringify(drive)) as DriveDraft
  change(draft)
  return draft as unknown as CheckedDrive
}
