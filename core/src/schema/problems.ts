/**
 * Checks a value against a schema of `schema-kit.ts` with a bounded amount of work, whatever it is: lists are looked at before what is
 * in them, entries one after the other, and after a few problems nothing more is looked at. Yup by itself collects every error of
 * every entry, which takes seconds on ten kilobytes that somebody means ill with.
 */
import { mixed, ValidationError, type AnyObjectSchema } from 'yup'
import { unionShape } from './schema-kit.ts'

/** What is wrong with one place of a value: its JSON path, and a sentence that goes on from it. */
export interface Problem {
  readonly path: string
  readonly message: string
}

/** Problems told at once: whoever sent something else altogether need not be told key by key. */
export const MAX_PROBLEMS = 20

/** Keys that no schema knows, in one record; more are not looked at one by one. */
const MAX_UNKNOWN_KEYS = 40

/** What this file needs to see of a Yup schema; Yup's own types hide the children behind generics. */
interface AnySchema {
  readonly type: string
  readonly fields?: Readonly<Record<string, AnySchema>>
  readonly innerType?: AnySchema
  validateSync(value: unknown, options: object): unknown
  resolve(options: { readonly value: unknown }): AnySchema
}

/** The first problems of a value, at most `max`; none where it is what the schema says. */
export function problemsOf(schema: object, value: unknown, path = '$', max = MAX_PROBLEMS): Problem[] {
  const found: Problem[] = []
  look(schema as AnySchema, value, { path, found, max })
  return found.slice(0, max)
}

interface Looking {
  readonly path: string
  readonly found: Problem[]
  readonly max: number
}

function look(given: AnySchema, value: unknown, { path, found, max }: Looking): void {
  if (found.length >= max) return
  const schema = unionShape(given) === undefined && given.type !== 'lazy' ? given : given.resolve({ value })
  const inside = (key: string | number, of: AnySchema, part: unknown) =>
    look(of, part, { path: pathTo(path, key), found, max })
  if (schema.type === 'array' && schema.innerType !== undefined) {
    const own = ownProblems(schema, value, path, { recursive: false })
    found.push(...own.problems)
    if (own.problems.length > 0 || !Array.isArray(value)) return
    const before = found.length
    for (let i = 0; i < value.length && found.length < max; i++) inside(i, schema.innerType, value[i])
    mustBeExplained(own.thrown, found.length > before)
  } else if (schema.type === 'object' && schema.fields !== undefined) {
    const { fields, shallow, containers } = partsOf(schema)
    const unknown = isRecord(value) ? Object.keys(value).filter((key) => !Object.hasOwn(fields, key)) : []
    if (unknown.length > MAX_UNKNOWN_KEYS) {
      found.push({ path, message: `has ${unknown.length} keys that are not known` })
      return
    }
    const before = found.length
    const own = ownProblems(shallow, value, path, {})
    found.push(...own.problems)
    if (isRecord(value)) for (const key of containers) inside(key, fields[key] as AnySchema, value[key])
    mustBeExplained(own.thrown, found.length > before)
  } else {
    const own = ownProblems(schema, value, path, {})
    found.push(...own.problems)
    mustBeExplained(own.thrown, false)
  }
}

/** A test of a whole may stumble over parts that are not what it counts on; where the parts are right, that is a defect of the test. */
function mustBeExplained(thrown: Error | undefined, byParts: boolean): void {
  if (thrown !== undefined && !byParts) throw thrown
}

interface RecordParts {
  readonly fields: Readonly<Record<string, AnySchema>>
  /** The record with whatever holds more than one value left unlooked at. */
  readonly shallow: AnySchema
  readonly containers: readonly string[]
}

const parts = new WeakMap<AnySchema, RecordParts>()

function partsOf(schema: AnySchema): RecordParts {
  const known = parts.get(schema)
  if (known !== undefined) return known
  const fields = schema.fields ?? {}
  const containers = Object.entries(fields)
    .filter(([, field]) => unionShape(field) !== undefined || ['object', 'array', 'lazy'].includes(field.type))
    .map(([key]) => key)
  const shallow = (schema as unknown as AnyObjectSchema).shape(
    Object.fromEntries(containers.map((key) => [key, mixed().nullable().optional()])),
  ) as unknown as AnySchema
  const made = { fields, shallow, containers }
  parts.set(schema, made)
  return made
}

interface OwnProblems {
  readonly problems: readonly Problem[]
  /** What a test threw instead of answering. */
  readonly thrown?: Error
}

function ownProblems(
  schema: AnySchema,
  value: unknown,
  path: string,
  options: { readonly recursive?: boolean },
): OwnProblems {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false, ...options })
    return { problems: [] }
  } catch (error) {
    if (!(error instanceof Error)) throw error
    if (!(error instanceof ValidationError)) return { problems: [], thrown: error }
    const single = error.inner.length === 0 ? [error] : error.inner
    return { problems: single.flatMap((each) => asProblems(each, path)) }
  }
}

function asProblems(error: ValidationError, below: string): Problem[] {
  const path = error.path === undefined || error.path === '' ? below : `${below}.${error.path}`
  const unknown = error.params?.['unknown']
  if (error.type !== 'noUnknown' || typeof unknown !== 'string')
    return [{ path, message: error.errors[0] ?? error.message }]
  return unknown.split(', ').map((key) => ({ path: pathTo(path, key), message: 'is not a known key' }))
}

/** The JSON path one step further. */
export function pathTo(path: string, key: string | number): string {
  if (typeof key === 'number') return `${path}[${key}]`
  return /^[A-Za-z_]\w*$/.test(key) ? `${path}.${key}` : `${path}[${JSON.stringify(key)}]`
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
