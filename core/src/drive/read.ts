import { getLocation, parseTree, printParseErrorCode, type JSONPath, type Node, type ParseError } from 'jsonc-parser'
import { DRIVE_FORMAT, DRIVE_VERSION, driveSchema, type CheckedDrive, type DriveDocument } from './drive.ts'
import { migrate, OLDER_VERSIONS } from './migrations/migrate.ts'
import type { RawDocument } from './migrations/migration.ts'
import { nestedDeeper } from '../schema/nesting.ts'
import { MAX_PROBLEMS, pathTo, problemsOf } from '../schema/problems.ts'
import type { DocumentProblem } from './document-problem.ts'
import { referenceProblems } from './references.ts'

export type DriveRead =
  | { readonly ok: true; readonly drive: CheckedDrive }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** Characters of a document's text; the largest drive the limits allow is well under half of it. */
export const MAX_TEXT = 1_000_000

/** Objects and lists inside each other; a drive document has eight. Guards the parser's own recursion. */
const MAX_NESTING = 32

/** Entries of the longest list any schema allows. Looked at first: validating ten thousand entries would hold everything up. */
const MAX_ENTRIES = 240

/**
 * Reads the text of a drive document: JSON without extras, every key known and given once, every reference found.
 * What is wrong comes back as JSON paths with a sentence each; nothing is dropped or mended silently.
 */
export function readDriveText(text: string): DriveRead {
  if (text.length > MAX_TEXT) {
    return refused([
      { path: '$', message: `is ${text.length} characters long; a drive document has at most ${MAX_TEXT}` },
    ])
  }
  const deep = nestedDeeper(text, MAX_NESTING)
  if (deep !== undefined)
    return refused([{ path: '$', message: `is nested more than ${MAX_NESTING} deep at ${placeOf(text, deep)}` }])
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { disallowComments: true, allowTrailingComma: false })
  const [first] = errors
  if (first !== undefined) return refused([syntaxProblem(text, first)])
  // Without an error there is a tree; the parser's type leaves it open.
  if (tree === undefined) return refused([{ path: '$', message: 'is empty' }])
  const repeated = repeatedKeys(tree, [])
  if (repeated.length > 0) return refused(repeated)
  return checkDrive(JSON.parse(text))
}

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

function refused(problems: readonly DocumentProblem[]): DriveRead {
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

function pathText(path: JSONPath): string {
  return path.reduce<string>(pathTo, '$')
}

function placeOf(text: string, offset: number): string {
  const before = text.slice(0, offset).split('\n')
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`
}

function syntaxProblem(text: string, { error, offset, length }: ParseError): DocumentProblem {
  const place = placeOf(text, offset)
  const given = text.slice(offset, offset + Math.min(length, 20))
  const path = pathText(getLocation(text, offset).path)
  if (/^-?(NaN|Infinity)$/i.test(given)) return { path, message: `is ${given} at ${place}; it must be a number` }
  const reason = printParseErrorCode(error)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
  return { path, message: `is not JSON at ${place} (${reason}${given.trim() === '' ? '' : `, “${given}”`})` }
}

/** JSON.parse keeps the last of two equal keys and drops the first; a document that holds both is refused. */
function repeatedKeys(node: Node, path: JSONPath): DocumentProblem[] {
  if (node.type === 'array') return (node.children ?? []).flatMap((child, i) => repeatedKeys(child, [...path, i]))
  if (node.type !== 'object') return []
  const seen = new Set<string>()
  return (node.children ?? []).flatMap((property) => {
    const [keyNode, valueNode] = property.children ?? []
    const key = String(keyNode?.value)
    const here = [...path, key]
    const twice = seen.has(key) ? [{ path: pathText(here), message: 'is given twice' }] : []
    seen.add(key)
    return valueNode === undefined ? twice : [...twice, ...repeatedKeys(valueNode, here)]
  })
}
