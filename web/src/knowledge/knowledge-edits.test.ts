import { expect, test } from '@jest/globals'
import { NOMINAL_KNOWLEDGE, readKnowledge } from '@emery/core/noise'
import { evenedOut, setCause, setPrior, setTest, withLikelihood } from './knowledge-edits.ts'

const sum = (row: readonly number[]) => row.reduce((total, each) => total + each, 0)

test.each([
  [
    [0.5, 0.5, 0.5],
    [1 / 3, 1 / 3, 1 / 3],
  ],
  [
    [0, 0.8, 0.4],
    [0.005, 0.995 * (2 / 3), 0.995 / 3],
  ],
  [
    [0, 0],
    [0.5, 0.5],
  ],
  [
    [1.2, 0, 0],
    [0.99, 0.005, 0.005],
  ],
])('%j evens out to %j', (row, wanted) => {
  const even = evenedOut(row)
  even.forEach((each, i) => expect(each).toBeCloseTo(wanted[i] ?? NaN, 5))
  expect(sum(even)).toBeCloseTo(1, 5)
})

test('a cause set to come more often leaves the others their shares, and the knowledge whole', () => {
  const [first] = NOMINAL_KNOWLEDGE.causes
  const file = setPrior(NOMINAL_KNOWLEDGE, first?.id ?? '', 0.4)
  expect(file.causes[0]?.prior).toBe(0.4)
  expect(sum(file.causes.map(({ prior }) => prior))).toBeCloseTo(1, 6)
  const ratio = (causes: typeof file.causes) => (causes[1]?.prior ?? 0) / (causes[2]?.prior ?? 1)
  expect(ratio(file.causes)).toBeCloseTo(ratio(NOMINAL_KNOWLEDGE.causes), 9)
  expect(readKnowledge(file).ok).toBe(true)
})

test('what is changed is changed in one place, and what breaks it is found by its place', () => {
  const { id = '', otherwise = [] } = NOMINAL_KNOWLEDGE.tests[0] ?? {}
  const broken = setTest(NOMINAL_KNOWLEDGE, id, { otherwise: withLikelihood(otherwise, 0, 1.2) })
  const read = readKnowledge(broken)
  expect(read.ok ? [] : read.problems.map(({ path }) => path)).toContain('$.tests[0].otherwise[0]')
  const named = setCause(NOMINAL_KNOWLEDGE, 'damper', { name: 'The damper' })
  expect(named.causes.filter(({ name }) => name === 'The damper').map((cause) => cause.id)).toEqual(['damper'])
  expect(named.tests).toBe(NOMINAL_KNOWLEDGE.tests)
})
