import { basedOnSchema } from '@emery/core/api'
import { checkDrive, type CheckedDrive } from '@emery/core/drive'
import { MAX_PROBLEMS, problemsOf, type Problem } from '@emery/core/schema'
import { ApiError } from './errors.ts'

/** What is asked of a schema here; Yup's own type carries flags that no caller knows. */
export interface Checks<Value> {
  validateSync(value: unknown, options: { readonly strict: boolean; readonly abortEarly: boolean }): Value
}

/** Checks one part of a request with a schema of the core; what is wrong comes back under `path`. */
export function checked<Value>(schema: Checks<Value>, value: unknown, path: string): Value {
  const problems = problemsOf(schema, value, path)
  if (problems.length > 0) throw new ApiError('BAD_REQUEST', { problems })
  return value as Value
}

/** Milliseconds of checking after which others are let through. */
const SLICE_MS = 10

/** Checks a list of a request, as `checked` does, in slices: whoever else asks meanwhile is answered between two of them. */
export async function checkedMany<Value>(
  schema: Checks<Value>,
  value: unknown,
  { path, max }: { readonly path: string; readonly max: number },
): Promise<readonly Value[]> {
  const refuse = (message: string) => new ApiError('BAD_REQUEST', { problems: [{ path, message }] })
  if (!Array.isArray(value)) throw refuse('must be a list')
  if (value.length === 0) throw refuse('must have at least 1 entry')
  if (value.length > max) throw refuse(`must have at most ${max} entries`)
  const problems: Problem[] = []
  let begun = performance.now()
  for (const [i, each] of value.entries()) {
    problems.push(...problemsOf(schema, each, `${path}[${i}]`))
    if (problems.length >= MAX_PROBLEMS) break
    if (performance.now() - begun < SLICE_MS) continue
    await new Promise((resolve) => setImmediate(resolve))
    begun = performance.now()
  }
  if (problems.length > 0) throw new ApiError('BAD_REQUEST', { problems: problems.slice(0, MAX_PROBLEMS) })
  return value as readonly Value[]
}

export function checkedDocument(value: unknown): CheckedDrive {
  const read = checkDrive(value)
  if (!read.ok) throw new ApiError('BAD_DOCUMENT', { problems: read.problems })
  return read.drive
}

/** The body of a request as an object whose keys can be asked for. */
export function bodyOf(body: unknown): Readonly<Record<string, unknown>> {
  if (typeof body !== 'object' || body === null || Array.isArray(body)) throw new ApiError('BAD_REQUEST')
  return body as Record<string, unknown>
}

/** A whole number out of a query string, kept inside its range; `otherwise` when it is missing or no number. */
export function wholeNumber(
  value: unknown,
  { min, max, fallback }: { min: number; max: number; fallback: number },
): number {
  const number = typeof value === 'string' && /^\d+$/.test(value) ? Number(value) : fallback
  return Math.min(max, Math.max(min, number))
}

/** The version that a deletion is based on, out of its query string. */
export function basedOnQuery(value: unknown): number {
  return checked(basedOnSchema, typeof value === 'string' && value !== '' ? Number(value) : value, '$.basedOn')
}
