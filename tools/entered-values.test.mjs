import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ENTERED } from './entered-values.mjs'
import { ROOT } from './lib/places.mjs'

const schema = JSON.parse(readFileSync(join(ROOT, 'docs', 'reference', 'drive.schema.json'), 'utf8'))

/** Every leaf of a schema by its path: variants of a union fall together. */
function leavesOf(part, path) {
  if (part.oneOf !== undefined) return part.oneOf.flatMap((variant) => leavesOf(variant, path))
  if (part.properties !== undefined)
    return Object.entries(part.properties).flatMap(([key, each]) =>
      leavesOf(each, path === '' ? key : `${path}.${key}`),
    )
  if (part.items !== undefined) return leavesOf(part.items, `${path}[]`)
  return [path]
}

const LEAVES = [...new Set(leavesOf(schema, ''))]

function matcher(pattern) {
  const source = pattern
    .replace(/[.[\]]/g, '\\$&')
    .replaceAll('**', '\0')
    .replaceAll('*', '[^.[\\]]*')
    .replaceAll('\0\\.', '(?:.*\\.)?')
    .replaceAll('\0', '.*')
  return new RegExp(`^${source}$`)
}

const RULES = ENTERED.map(([pattern, how]) => ({ pattern, how, expression: matcher(pattern) }))
const ruleOf = (leaf) => RULES.find(({ expression }) => expression.test(leaf))

test('every leaf of the drive document has a field that sets it, or the reason why nobody types it', () => {
  expect(LEAVES.length).toBeGreaterThan(150)
  expect(LEAVES.filter((leaf) => ruleOf(leaf) === undefined)).toEqual([])
})

test('every line of the list is about a leaf that is there', () => {
  const used = new Set(LEAVES.map((leaf) => ruleOf(leaf)?.pattern))
  expect(RULES.map(({ pattern }) => pattern).filter((pattern) => !used.has(pattern))).toEqual([])
})

test('every field that is named stands where it is said to stand', () => {
  const lost = ENTERED.filter(([, { label, file }]) => {
    return label !== undefined && !readFileSync(join(ROOT, file), 'utf8').includes(label)
  })
  expect(lost.map(([pattern, { label, file }]) => `${pattern}: ${label} in ${file}`)).toEqual([])
})
