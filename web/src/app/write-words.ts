import type { WriteRequest } from '../api/write.ts'

/** What a write is about, by its address below `/api`; what is nested stands before what it is nested in. */
const SUBJECTS: readonly (readonly [path: RegExp, words: string])[] = [
  [/^\/drives\/[^/]+\/inspections/, 'Inspection'],
  [/^\/drives\/[^/]+\/fittings/, 'Fitted belt'],
  [/^\/drives\/[^/]+\/diagnoses/, 'Diagnosis'],
  [/^\/drives\/[^/]+\/vehicle/, 'Vehicle of a drive'],
  [/^\/drives/, 'Drive'],
  [/^\/vehicles/, 'Vehicle'],
  [/^\/jobs/, 'Job'],
  [/^\/shelf/, 'Shelf'],
  [/^\/belt-line-parts/, 'Belt line parts'],
  [/^\/rules/, 'Rule'],
  [/^\/knowledge/, 'Causes and tests'],
  [/^\/photos/, 'Picture'],
  [/^\/people/, 'People'],
]

const DONE: Readonly<Record<WriteRequest['method'], string>> = { POST: 'added', PUT: 'changed', DELETE: 'deleted' }

/** A write in a few words, for a list of what waits: “Inspection added”. */
export function writeWords({ method, path }: WriteRequest): string {
  const subject = SUBJECTS.find(([pattern]) => pattern.test(path))?.[1] ?? 'Something'
  return `${subject} ${path.endsWith('/restore') ? 'restored' : DONE[method]}`
}
