import { expect, test } from '@jest/globals'
import type { JsonSchema } from '../schema/json-schema.ts'
import { driveJsonSchema } from './json-schema.ts'
import { readVectors } from '../testing/vectors.ts'

/** The few rules of JSON Schema that the generated schema uses, read independently of Yup. */
function fits(schema: JsonSchema, value: unknown): boolean {
  if (Array.isArray(schema['oneOf']))
    return schema['oneOf'].filter((each) => fits(each as JsonSchema, value)).length === 1
  if ('const' in schema) return value === schema['const']
  const types = ([] as unknown[]).concat(schema['type'])
  if (value === null) return types.includes('null')
  if (Array.isArray(value)) {
    const {
      items,
      minItems = 0,
      maxItems = Infinity,
    } = schema as { items?: JsonSchema; minItems?: number; maxItems?: number }
    return (
      types.includes('array') &&
      value.length >= minItems &&
      value.length <= maxItems &&
      value.every((each) => items === undefined || fits(items, each))
    )
  }
  if (typeof value === 'object') {
    const properties = (schema['properties'] ?? {}) as Record<string, JsonSchema>
    const entries = Object.entries(value)
    return (
      types.includes('object') &&
      (schema['required'] as string[]).every((key) => key in value) &&
      entries.every(([key, each]) => properties[key] !== undefined && fits(properties[key], each))
    )
  }
  if (typeof value === 'number') {
    const { minimum = -Infinity, maximum = Infinity } = schema as { minimum?: number; maximum?: number }
    return (
      (types.includes('number') || (types.includes('integer') && Number.isInteger(value))) &&
      value >= minimum &&
      value <= maximum
    )
  }
  const { enum: choices, pattern } = schema as { enum?: unknown[]; pattern?: string }
  return (
    types.includes('string') &&
    (choices?.includes(value) ?? true) &&
    (pattern === undefined || new RegExp(pattern).test(value as string))
  )
}

test('every solved drive fits the generated schema', () => {
  const schema = driveJsonSchema()
  const failing = readVectors().filter(({ drive }) => !fits(schema, drive))
  expect(failing.map(({ file }) => file)).toEqual([])
})

test.each([
  ['an unknown key', { colour: 'red' }],
  ['a version to come', { version: 3 }],
  ['shafts that are no list', { shafts: {} }],
])('%s does not', (_, change) => {
  const { drive } = readVectors()[0] ?? {}
  expect(fits(driveJsonSchema(), { ...drive, ...change })).toBe(false)
})

test('units and defaults of the fields are written down', () => {
  const text = JSON.stringify(driveJsonSchema())
  expect(text).toContain('Spring torque at the free end. In N·m.')
  expect(text).toContain('"default":"spring"')
})
