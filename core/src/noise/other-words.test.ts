import { describe, expect, test } from '@jest/globals'
import { demoDrive } from '../testing/demo-drives.ts'
import type { Section } from '../sections/sections.ts'
import nominal from './knowledge.json' with { type: 'json' }
import type { BeltKind } from './knowledge-file.ts'
import { NOMINAL_KNOWLEDGE, readKnowledge } from './knowledge.ts'
import { beltKindOf, inWordsOf } from './other-words.ts'

/** All that is read on screen of some causes and tests. */
const read = (belts: BeltKind | null) => {
  const { causes, tests } = inWordsOf(NOMINAL_KNOWLEDGE, belts)
  return [
    ...causes.flatMap(({ name, what, actions, goesWith, prove }) => [name, what, ...actions, ...goesWith, prove]),
    ...tests.flatMap(({ name, how = [], outcomes }) => [name, ...how, ...outcomes.map((each) => each.name)]),
  ]
}

describe('words of a drive’s own belts', () => {
  test.each(['vee', 'teeth'] as const)('nothing is said of ribs where belts have none: %s', (belts) => {
    expect(read(belts).filter((words) => /\bribs?\b|\bribbed\b/i.test(words))).toEqual([])
    expect(read(null).filter((words) => /\bribs?\b|\bribbed\b/i.test(words))).not.toEqual([])
  })

  test('ids and likelihoods stay; what has no other words keeps its own', () => {
    const said = inWordsOf(NOMINAL_KNOWLEDGE, 'vee')
    const bare = ({ tests }: typeof said) =>
      tests.map(({ id, rows, outcomes }) => [id, rows, outcomes.map((outcome) => outcome.id)])
    expect(bare(said)).toEqual(bare(NOMINAL_KNOWLEDGE))
    expect(said.causes.find(({ id }) => id === 'damper')).toEqual(
      NOMINAL_KNOWLEDGE.causes.find(({ id }) => id === 'damper'),
    )
  })

  test('belts of two kinds keep the words that hold for both', () => {
    const [belt] = demoDrive('ketch-main').belts
    if (belt === undefined) throw new Error('no belt')
    const of = (...sections: readonly Section[]) =>
      beltKindOf({ belts: sections.map((section) => ({ ...belt, section: section })) })
    expect([of('V13'), of('PK'), of('PK', 'V13'), of()]).toEqual(['vee', null, null, null])
  })

  test('words for an outcome that a test does not have are refused', () => {
    const copy = structuredClone(nominal)
    const test = copy.tests.find(({ id }) => id === 'rim-feel')
    Object.assign(test ?? {}, { otherWords: { vee: { outcomes: [{ id: 'ghost', name: 'Ghost', means: '' }] } } })
    const result = readKnowledge(copy)
    expect(result.ok ? '' : result.problems.map(({ path, message }) => `${path} ${message}`).join()).toMatch(
      /otherWords\.vee\.outcomes\[0\] names "ghost"/,
    )
  })
})
