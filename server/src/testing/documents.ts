import { readFileSync } from 'node:fs'
import { checkDrive, type CheckedDrive } from '@emery/core/drive'

/** The made-up garage's van, as a document to store. */
export function ketch(change: Record<string, unknown> = {}): CheckedDrive {
  const text = readFileSync(new URL('../../../demo/drives/ketch-main.drive.json', import.meta.url), 'utf8')
  const read = checkDrive({ ...(JSON.parse(text) as object), ...change })
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.drive
}

/** The same with another crank, as after a reading was changed. */
export function ketchWithCrank(diameter: number): CheckedDrive {
  const drive = ketch()
  return ketch({ pulleys: drive.pulleys.map((pulley) => (pulley.id === 'crank.1' ? { ...pulley, diameter } : pulley)) })
}
