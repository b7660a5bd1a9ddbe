import { expect, test } from '@jest/globals'
import { beltLabel, familyOf, groovesTaken, ribsOf, sectionsForFace } from './families.ts'
import { readLabel } from './labels.ts'
import { SECTIONS } from './sections.ts'

test.each(SECTIONS)('%s: its face takes it, and its label reads back', (section) => {
  const family = familyOf(section)
  expect(sectionsForFace(family.face)).toContain(section)
  const length = family.meshes ? 92 * 9.525 : 1015
  const [meant] = readLabel(beltLabel(section, ribsOf(section, 6), length).replace(/^V/, 'V'))
  expect(meant).toMatchObject({ section, ribs: ribsOf(section, 6), lengthAt: family.lengthAt })
})

test('how a belt is built stands in its label and reads back', () => {
  for (const construction of ['double-sided', 'elastic'] as const) {
    const [meant] = readLabel(beltLabel('PK', 6, 1733, construction))
    expect(meant).toMatchObject({ section: 'PK', ribs: 6, length: 1733, construction })
  }
  expect(readLabel(beltLabel('PK', 6, 1733))[0]).not.toHaveProperty('construction')
})

test('ribs are counted on a multi-rib belt, belts side by side on the others', () => {
  expect(groovesTaken({ section: 'PK', ribs: 6, count: 2 })).toBe(6)
  expect(groovesTaken({ section: 'V13', ribs: 1, count: 2 })).toBe(2)
  expect(groovesTaken({ section: 'V13', ribs: 1 })).toBe(1)
  expect(sectionsForFace('smooth')).toEqual([])
})
