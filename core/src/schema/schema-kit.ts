/**
 * The few kinds of value that a drive document is made of, as Yup schemas. Each carries its description and unit
 * as meta data, from which the JSON Schema is generated (json-schema.ts), so the two cannot drift apart.
 */
import { array, boolean, lazy, mixed, number, object, string, type AnyObjectSchema, type ISchema, type Lazy } from 'yup'

export interface FieldMeta {
  readonly description?: string
  readonly unit?: string
  /** What stands for a key that is left out. */
  readonly fallback?: string | number
}

declare module 'yup' {
  interface CustomSchemaMetadata extends FieldMeta {
    readonly constant?: string | number
  }
}

interface NumberRange {
  readonly min: number
  readonly max: number
  readonly integer?: boolean
}

/** A finite number in a range; `unit` is for the reader and the JSON Schema. */
export function quantity(unit: string, description: string, { min, max, integer = false }: NumberRange) {
  const what = integer ? 'a whole number' : 'a number'
  const range = `must be ${what} from ${min} to ${max}${unit === '' ? '' : ` ${unit}`}`
  const base = number().typeError(range).required(range).min(min, range).max(max, range)
  return (integer ? base.integer(range) : base).meta({ description, unit })
}

/** A coordinate or a distance in the plane of the pulleys. */
export function position(description: string) {
  return quantity('mm', description, { min: -5000, max: 5000 })
}

/** A direction; more than a full turn either way is a slip of the pen. */
export function angle(description: string) {
  return quantity('deg', description, { min: -720, max: 720 })
}

export function text(description: string, most: number) {
  return string()
    .typeError('must be text')
    .defined('is missing')
    .nonNullable('must be text')
    .max(most, `must be at most ${most} characters long`)
    .meta({ description })
}

const IDENTIFIER = /^[A-Za-z0-9][A-Za-z0-9._-]*$/

/** A name that other parts of the document refer to. */
export function identifier(description: string) {
  const rule = 'must be letters, digits, dots, hyphens or underscores, starting with a letter or digit'
  return text(description, 60).required(rule).matches(IDENTIFIER, rule)
}

export function choice<const Value extends string>(values: readonly Value[], description: string) {
  const rule = `must be one of ${values.join(', ')}`
  return string<Value>().typeError(rule).required(rule).oneOf(values, rule).meta({ description })
}

/** A number of which only a few values make sense. */
export function numberOutOf<const Value extends number>(values: readonly Value[], description: string) {
  const rule = `must be ${values.join(' or ')}`
  return number<Value>().typeError(rule).required(rule).oneOf(values, rule).meta({ description })
}

/** Yes or no. */
export function flag(description: string) {
  const rule = 'must be true or false'
  return boolean().typeError(rule).required(rule).meta({ description })
}

/** A key that may hold one value only: the tag of a union, the version of a format. */
export function constant<const Value extends string | number>(value: Value, message: string, description: string) {
  return mixed<Value>((given): given is Value => given === value)
    .typeError(message)
    .required(message)
    .meta({ constant: value, description })
}

export function list<Item>(
  item: ISchema<Item>,
  description: string,
  { min: least = 0, max: most }: { min?: number; max: number },
) {
  return array(item)
    .typeError('must be a list')
    .required('must be a list')
    .min(least, `must have at least ${least} entr${least === 1 ? 'y' : 'ies'}`)
    .max(most, `must have at most ${most} entries`)
    .meta({ description })
}

/** Who took a reading; empty where nobody has said. */
export const by = text('Who took it.', 80)

const MOMENT = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?Z$/
const MOMENT_RULE = 'must be a moment like 2026-11-24T09:30:00Z'

/** When a reading was taken, UTC. */
export const at = text('When it was taken, UTC.', 30).required(MOMENT_RULE).matches(MOMENT, MOMENT_RULE)

const DAY_RULE = 'must be a day like 2026-11-24'

/** A day by the workshop’s calendar, `2026-11-24`; empty where nobody has said. */
export function dayOrNone(description: string) {
  return text(description, 10).matches(/^(\d{4}-\d{2}-\d{2})?$/, { message: DAY_RULE })
}

/** An object in which every key is known; any other key is an error that names it. */
export function record<Fields extends Parameters<typeof object>[0] & object>(fields: Fields) {
  return object(fields).noUnknown().typeError('must be an object').default(undefined).required('is missing')
}

/**
 * The keys of a record that nobody has read: Emery put something there so that a picture can be drawn. A key leaves the list
 * when somebody types, drags or confirms it.
 */
export const assumed = list(text('One key of this record.', 40), 'Keys whose values nobody has read.', { max: 20 })

/** Variants told apart by one key, kept where json-schema.ts can find them again. */
interface UnionShape {
  readonly tag: string
  readonly variants: Readonly<Record<string, AnyObjectSchema>>
}

const unions = new WeakMap<object, UnionShape>()

export function unionShape(schema: object): UnionShape | undefined {
  return unions.get(schema)
}

/**
 * A record whose `tag` key says which of `variants` it is. A value without a known tag fails on the tag alone,
 * so that one mistake gives one message.
 */
export function union<Variants extends Record<string, AnyObjectSchema>>(
  tag: string,
  variants: Variants,
): Lazy<Variants[keyof Variants]['__outputType']> {
  const names = Object.keys(variants)
  const rule = `must be one of ${names.join(', ')}`
  const untagged = object({ [tag]: string().required(rule).oneOf(names, rule) })
    .typeError('must be an object')
    .default(undefined)
    .required('is missing')
  const schema: object = lazy((value: unknown) => {
    const given = typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[tag] : undefined
    return (typeof given === 'string' && Object.hasOwn(variants, given) ? variants[given] : untagged) as AnyObjectSchema
  })
  unions.set(schema, { tag, variants })
  return schema as Lazy<Variants[keyof Variants]['__outputType']>
}
