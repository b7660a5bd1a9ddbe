import { problemLine, readDriveText, type CheckedDrive } from '@emery/core/drive'
import { settleDrive, type SettledBelt } from '@emery/core/path'
import { readFile, UsageError, type Terminal } from './command.ts'
import type { Answered } from './documents.ts'

/** Reads the drive document of a command; null where it is none, which was said then, a line a problem. */
export function readDrive(file: string, terminal: Terminal): CheckedDrive | null {
  const read = readDriveText(readFile(file, terminal))
  if (read.ok) return read.drive
  read.problems.forEach((problem) => terminal.err(problemLine(problem)))
  return null
}

/** What follows from a drive document. */
export function answerOfDrive<Answer>(text: string, answer: (drive: CheckedDrive) => Answer): Answered<Answer> {
  const read = readDriveText(text)
  return read.ok ? { ok: true, answer: answer(read.drive) } : read
}

/** The belt that `--belt` names. */
export function namedBelt(command: string, drive: CheckedDrive, id: string | undefined): string {
  if (id === undefined) throw new UsageError(`${command} needs --belt ID.`)
  const belts = drive.belts.map((belt) => belt.id)
  if (!belts.includes(id)) throw new UsageError(`--belt ${id}: the drive has no such belt; it has ${belts.join(', ')}.`)
  return id
}

/** The same belt as it stands on the drive. */
export function settledBelt(drive: CheckedDrive, id: string): SettledBelt {
  const settled = settleDrive(drive).belts.find(({ belt }) => belt.id === id)
  if (settled === undefined) throw new Error(`The belt ${id} was not settled.`)
  return settled
}

/** A number in a range out of an option; `otherwise` where it is left out. */
export function numberOption<OtherWaysToBegin>(
  name: string,
  value: string | undefined,
  { min, max }: { readonly min: number; readonly max: number },
  fallback: OtherWaysToBegin,
): number | OtherWaysToBegin {
  if (value === undefined) return fallback
  const number = Number(value)
  if (value.trim() === '' || !(number >= min && number <= max))
    throw new UsageError(`--${name} ${value}: write a number from ${min} to ${max}.`)
  return number
}
