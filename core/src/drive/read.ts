import { DRIVE_FORMAT, DRIVE_VERSION, driveSchema, type CheckedDrive, type DriveDocument } from './drive.ts'
import { migrate, OLDER_VERSIONS } from './migrations/migrate.ts'
import type { RawDocument } from './migrations/migration.ts'
import { MAX_PROBLEMS, pathTo, problemsOf } from '../schema/problems.ts'
import type { DocumentProblem } from './document-problem.ts'
import { referenceProblems } from './references.ts'

export type DriveRead =
  | { readonly ok: true; readonly drive: CheckedDrive }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** Objects and lists inside each other; a drive document has eight. Guards the parser's own recursion. */
export const MAX_NESTING = 32

/** Entries of the longest list any schema allows. Looked at first: validating ten thousand entries would hold everything up. */
const MAX_ENTRIES = 240

/**
 * Checks a value that has been parsed already, at the same door and with the same answers as `readDriveText`. A document of an
 * earlier version is taken to the present one first; what is wrong with it is named by its own paths.
 */
export function checkDrive(value: unknown): DriveRead {
  const wrongFormat = formatProblem(value)
  if (wrongFormat !== undefined) return refused([wrongFormat])
  const outsize = outsizePart(value, '$', 0)
  if (outsize !== undefined) return refused([outsize])
  const migrated = migrate(value as RawDocument)
  if (!migrated.ok) return refused([migrated.problem])
  const inItsOwnPaths = (problems: readonly DocumentProblem[]) =>
    refused(problems.map(({ path, message }) => ({ path: migrated.pathBefore(path), message })))
  const shape = shapeProblems(migrated.document)
  if (shape.length > 0) return inItsOwnPaths(shape)
  const drive = migrated.document as unknown as DriveDocument
  const references = referenceProblems(drive)
  return references.length > 0 ? inItsOwnPaths(references) : { ok: true, drive: drive as CheckedDrive }
}

/**
 * A document that was checked before it was stored: only one of an earlier version is converted and checked again. Throws where
 * it cannot be opened, which is a defect of what stored it.
 */
export function openStored(text: string): CheckedDrive {
  const stored = JSON.parse(text) as { readonly version: unknown }
  if (stored.version === DRIVE_VERSION) return stored as CheckedDrive
  const read = checkDrive(stored)
  if (!read.ok) throw new Error(`A stored drive cannot be opened: ${read.problems.map(problemLine).join(' ')}`)
  return read.drive
}

/** One problem as a line a person reads: the path, then the sentence. */
export function problemLine({ path, message }: DocumentProblem): string {
  return `${path} ${message}.`
}

export function refused(problems: readonly DocumentProblem[]): DriveRead {
  const shown = problems.slice(0, MAX_PROBLEMS)
  const rest = problems.length - shown.length
  return {
    ok: false,
    problems: rest === 0 ? shown : [...shown, { path: '$', message: `has ${rest} more problems like these` }],
  }
}

/** Another format or a later version says so alone: the rest of such a file means nothing here. */
function formatProblem(value: unknown): DocumentProblem | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { path: '$', message: 'must be an object' }
  const { format, version } = value as { format?: unknown; version?: unknown }
  if (format !== DRIVE_FORMAT)
    return { path: '$.format', message: `must be "${DRIVE_FORMAT}"; this is not a drive document` }
  const known = [...OLDER_VERSIONS, DRIVE_VERSION]
  if (!known.some((each) => each === version)) {
    return {
      path: '$.version',
      message: `is ${version === undefined ? 'missing' : JSON.stringify(version)}; this Emery reads versions ${known.join(' and ')}`,
    }
  }
  return undefined
}

/** What is wrong with the whole comes before what is wrong with its parts. */
function shapeProblems(value: unknown): DocumentProblem[] {
  const known = new Set<string>()
  return problemsOf(driveSchema, value, '$', MAX_PROBLEMS + 1)
    .filter(({ path }) => !known.has(path) && known.add(path))
    .toSorted((a, b) => depth(a) - depth(b))
}

/** The first list too long or value nested too deep for any drive document. */
function outsizePart(value: unknown, path: string, nesting: number): DocumentProblem | undefined {
  if (typeof value !== 'object' || value === null) return undefined
  if (nesting > MAX_NESTING) return { path, message: `is nested more than ${MAX_NESTING} deep` }
  if (Array.isArray(value) && value.length > MAX_ENTRIES) {
    return { path, message: `has ${value.length} entries; no list of a drive document has more than ${MAX_ENTRIES}` }
  }
  for (const [key, child] of Object.entries(value)) {
    const found = outsizePart(child, pathTo(path, Array.isArray(value) ? Number(key) : key), nesting + 1)
    if (found !== undefined) return found
  }
  return undefined
}

function depth({ path }: DocumentProblem): number {
  return path.split(/[.[]/).length
}
