import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { CheckedDrive } from '../drive/drive.ts'
import { readDriveText } from '../drive/read-text.ts'

export const DEMO_DRIVES = [
  'ketch-main',
  'haulm-main',
  'fenland-vee',
  'skerry-rod',
  'kiln-blower',
  'linnet-toothed',
  'petrel-two',
  'plover-stretch',
  'dunlin-pair',
  'curlew-long',
] as const

/** A drive of the made-up garage. */
export function demoDrive(name: string): CheckedDrive {
  const read = readDriveText(readFileSync(join('demo', 'drives', `${name}.drive.json`), 'utf8'))
  if (!read.ok) throw new Error(name)
  return read.drive
}
