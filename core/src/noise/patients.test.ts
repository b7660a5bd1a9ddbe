import { describe, expect, test } from '@jest/globals'
import patients from '../testing/patients.json' with { type: 'json' }
import { ranked } from '../testing/workshop.ts'
import type { Answer } from './diagnose.ts'
import { NOMINAL_KNOWLEDGE } from './knowledge.ts'

const MOST_TESTS = 8

/** Cars as they come in, written down: the complaint, what each test would show, and what is wrong. What is not written shows nothing. */
describe('written patients', () => {
  test.each(patients.map((each) => [each.complaint, each] as const))('%s', (_, { faults, said, shows, has }) => {
    const shown: Readonly<Record<string, string | undefined>> = shows
    // What one patient says and another does not is undefined in the type of them all.
    const answers = Object.entries(said as Readonly<Record<string, string | undefined>>).flatMap(
      ([id, outcome]): Answer[] => (outcome === undefined ? [] : [{ test: id, outcome }]),
    )
    const named = () => ranked(NOMINAL_KNOWLEDGE, answers, has).causes.filter(({ probability }) => probability >= 0.8)
    for (let tests = 0; tests < MOST_TESTS; tests++) {
      const [next] = ranked(NOMINAL_KNOWLEDGE, answers, has).next
      if (next === undefined) break
      const { id, outcomes, otherwise } = next.test
      answers.push({ test: id, outcome: shown[id] ?? outcomes[otherwise.indexOf(Math.max(...otherwise))]?.id ?? '' })
    }
    expect(faults.filter((fault) => named().every(({ cause }) => cause.id !== fault))).toEqual([])
  })

  test('have every fault among them', () => {
    const known = new Set(patients.flatMap(({ faults }) => faults))
    expect(NOMINAL_KNOWLEDGE.causes.filter(({ id }) => !known.has(id))).toEqual([])
  })
})
