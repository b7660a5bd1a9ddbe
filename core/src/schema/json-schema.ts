import type { SchemaDescription } from 'yup'
import { unionShape } from './schema-kit.ts'

export type JsonSchema = { readonly [key: string]: unknown }

/** What this file needs to see of a Yup schema; Yup's own types hide the children behind generics. */
interface AnySchema {
  readonly type: string
  readonly fields?: Readonly<Record<string, AnySchema>>
  readonly innerType?: AnySchema
  readonly spec: { readonly optional?: boolean; readonly nullable?: boolean }
  describe(): SchemaDescription
}

/** The JSON Schema (draft 2020-12, as OpenAPI 3.1 takes it too) of what a schema of `schema-kit.ts` lets through. */
export function jsonSchemaOf(schema: object): JsonSchema {
  return toJsonSchema(schema as AnySchema)
}

function toJsonSchema(schema: AnySchema): JsonSchema {
  const union = unionShape(schema)
  if (union !== undefined)
    return { oneOf: Object.values(union.variants).map((variant) => toJsonSchema(variant as unknown as AnySchema)) }
  const body = schemaBody(schema)
  return schema.spec.nullable === true ? { ...body, type: [body['type'], 'null'] } : body
}

function schemaBody(schema: AnySchema): JsonSchema {
  const description = schema.describe()
  const { constant, unit, fallback, description: words } = description.meta ?? {}
  const notes = {
    ...(words === undefined ? {} : { description: unit ? `${words} In ${unit}.` : words }),
    ...(fallback === undefined ? {} : { default: fallback === 'null' ? null : fallback }),
  }
  if (constant !== undefined) return { const: constant, ...notes }
  switch (schema.type) {
    case 'object':
      return { ...objectBody(schema.fields ?? {}), ...notes }
    case 'array':
      return {
        type: 'array',
        ...notes,
        ...limits(description, 'Items'),
        items: toJsonSchema(schema.innerType as AnySchema),
      }
    case 'boolean':
      return { type: 'boolean', ...notes }
    case 'number':
      return {
        type: hasTest(description, 'integer') ? 'integer' : 'number',
        ...notes,
        ...oneOf(description),
        ...range(description),
      }
    case 'string':
      return {
        type: 'string',
        ...notes,
        ...oneOf(description),
        ...limits(description, 'Length'),
        ...pattern(description),
      }
    default:
      // Mixed values without a constant are pairs of numbers: corners of a load curve, points in a picture.
      return {
        type: 'array',
        ...notes,
        prefixItems: [{ type: 'number' }, { type: 'number' }],
        minItems: 2,
        maxItems: 2,
      }
  }
}

function objectBody(fields: Readonly<Record<string, AnySchema>>): JsonSchema {
  const entries = Object.entries(fields)
  return {
    type: 'object',
    additionalProperties: false,
    required: entries
      .filter(([, field]) => unionShape(field) !== undefined || field.spec.optional !== true)
      .map(([key]) => key),
    properties: Object.fromEntries(entries.map(([key, field]) => [key, toJsonSchema(field)])),
  }
}

interface DescribedTest {
  readonly name?: string | undefined
  readonly params?: Record<string, unknown> | undefined
}

function testsOf(description: SchemaDescription): readonly DescribedTest[] {
  return description.tests
}

function hasTest(description: SchemaDescription, name: string): boolean {
  return testsOf(description).some((test) => test.name === name)
}

function parameter(description: SchemaDescription, test: string, key: string): unknown {
  return testsOf(description).find(({ name, params }) => name === test && params?.[key] !== undefined)?.params?.[key]
}

function range(description: SchemaDescription): JsonSchema {
  const minimum = parameter(description, 'min', 'min')
  const maximum = parameter(description, 'max', 'max')
  return { ...(minimum === undefined ? {} : { minimum }), ...(maximum === undefined ? {} : { maximum }) }
}

function limits(description: SchemaDescription, what: 'Items' | 'Length'): JsonSchema {
  const { minimum, maximum } = range(description)
  return {
    ...(minimum === undefined ? {} : { [`min${what}`]: minimum }),
    ...(maximum === undefined ? {} : { [`max${what}`]: maximum }),
  }
}

function oneOf(description: SchemaDescription): JsonSchema {
  return description.oneOf.length === 0 ? {} : { enum: description.oneOf }
}

function pattern(description: SchemaDescription): JsonSchema {
  const regex = parameter(description, 'matches', 'regex')
  return regex instanceof RegExp ? { pattern: regex.source } : {}
}
