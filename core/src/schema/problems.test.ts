import { describe, expect, test } from '@jest/globals'
import { flag, list, quantity, record, text, union, constant } from './schema-kit.ts'
import { MAX_PROBLEMS, problemsOf } from './problems.ts'

const shape = union('is', {
  round: record({ is: constant('round', 'must be round', ''), r: quantity('mm', '', { min: 1, max: 9 }) }),
  flat: record({ is: constant('flat', 'must be flat', ''), on: flag('') }),
})
const schema = record({
  name: text('', 10),
  shapes: list(shape, '', { max: 50 }),
  inner: record({ deep: list(quantity('', '', { min: 0, max: 1 }), '', { max: 3 }) }).optional(),
})
const good = { name: 'a', shapes: [{ is: 'round', r: 2 }], inner: { deep: [0, 1] } }

test('what the schema says has no problem', () => {
  expect(problemsOf(schema, good)).toEqual([])
  expect(problemsOf(schema, { name: '', shapes: [] })).toEqual([])
})

test.each([
  ['nothing', undefined, ['$']],
  ['a list', [], ['$']],
  ['a key that is missing', { shapes: [] }, ['$.name']],
  ['a list that is missing', { name: '' }, ['$.shapes']],
  ['a key too many', { ...good, 'a b': 1 }, ['$["a b"]']],
  ['no tag', { ...good, shapes: [{ r: 2 }] }, ['$.shapes[0].is']],
  ['an entry that is none', { ...good, shapes: [{ is: 'round', r: 2 }, 3] }, ['$.shapes[1]']],
  ['two of a record', { name: 1, shapes: 'x' }, ['$.name', '$.shapes']],
  ['the far end', { ...good, inner: { deep: [0, 2] } }, ['$.inner.deep[1]']],
  ['a list too long', { ...good, inner: { deep: [0, 5, 5, 5] } }, ['$.inner.deep']],
])('%s is told by its place', (_name, value, paths) => {
  expect(problemsOf(schema, value).map(({ path }) => path)).toEqual(paths)
})

describe('the work is bounded', () => {
  test('after twenty problems nothing more is looked at', () => {
    let looked = 0
    const counted = record({ n: quantity('', '', { min: 0, max: 1 }) }).test('count', '', () => ++looked > 0)
    const many = { all: Array.from({ length: 10_000 }, () => ({})) }
    expect(problemsOf(record({ all: list(counted, '', { max: 20_000 }) }), many)).toHaveLength(MAX_PROBLEMS)
    expect(looked).toBeLessThanOrEqual(MAX_PROBLEMS)
  })

  test('a list that is too long is not looked into', () => {
    let looked = 0
    const counted = record({}).test('count', '', () => ++looked > 0)
    expect(
      problemsOf(
        list(counted, '', { max: 5 }),
        Array.from({ length: 100_000 }, () => ({})),
      ),
    ).toHaveLength(1)
    expect(looked).toBe(0)
  })

  test('a hundred thousand unknown keys are one problem', () => {
    const value = Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`k${i}`, 1]))
    expect(problemsOf(schema, value)).toEqual([{ path: '$', message: 'has 100000 keys that are not known' }])
  })
})
