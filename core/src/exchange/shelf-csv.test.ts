import { describe, expect, test } from '@jest/globals'
import type { ShelfFields } from '../api/shelf-records.ts'
import { readShelfCsv, shelfCsv } from './shelf-csv.ts'

const belt: ShelfFields = {
  mark: '6PK1725',
  section: 'PK',
  ribs: 6,
  length: 1725,
  material: 'epdm',
  count: 2,
  place: 'Hook 4, left',
  note: 'said “keep”\nand meant it',
}

test('what goes out comes in again, commas, quotes and line ends included', () => {
  const belts = [belt, { ...belt, mark: '', section: 'V13' as const, ribs: 1, length: 1012.5, note: '' }]
  expect(readShelfCsv(shelfCsv(belts))).toEqual({ belts, problems: [] })
})

test('a cell that a spreadsheet would run goes out as text', () => {
  expect(shelfCsv([{ ...belt, note: '=1+1' }])).toContain("'=1+1")
})

describe('a table of people’s own', () => {
  test('needs only the marks: what they say fills in the rest', () => {
    const { belts, problems } = readShelfCsv('Mark;Count\n679K6;3\nAV13x1015;\n')
    expect(problems).toEqual([])
    expect(belts).toMatchObject([
      { section: 'PK', ribs: 6, count: 3, material: 'unknown' },
      { section: 'V13', ribs: 1, length: 1015, count: 1 },
    ])
    expect(belts[0]?.length).toBeCloseTo(67.9 * 25.4, 9)
  })

  test('lengths as people write them', () => {
    expect(readShelfCsv('section,length_mm,ribs\nPK,67 7/8",6\n').belts[0]?.length).toBeCloseTo(67.875 * 25.4, 9)
  })

  test.each([
    ['section,length_mm\nPX,1000\n', 'Row 2: section must be one of'],
    ['mark\nnothing readable\n', 'Row 2: “nothing readable” cannot be read as a belt label.'],
    ['mark,count\n6PK1725,-1\n', 'Row 2: count must be a whole number from 0 to 9999.'],
    ['mark,length_mm\n6PK1725,long\n', 'Row 2: length_mm: “long” is not a length.'],
    ['section,length_mm\nPK,0\n', 'Row 2: length_mm must be a number from 150 to 6000 mm.'],
    ['size\n6PK1725\n', 'The table has neither a column mark nor section and length_mm; its columns are size.'],
    ['', 'its columns are none.'],
  ])('%j is told by its row', (text, sentence) => {
    const { belts, problems } = readShelfCsv(text)
    expect(belts).toEqual([])
    expect(problems.join(' ')).toContain(sentence)
  })

  test('a column nobody knows is named and left out, the rest is read', () => {
    const { belts, problems } = readShelfCsv('mark,colour\n6PK1725,black\n')
    expect(belts).toHaveLength(1)
    expect(problems).toEqual(['Column “colour” is not known and was left out.'])
  })

  test('a thousand bad rows are told fifty at a time', () => {
    const { problems } = readShelfCsv(`mark\n${'what\n'.repeat(1000)}`)
    expect(problems).toHaveLength(51)
    expect(problems.at(-1)).toBe('950 further rows could not be read.')
  })
})
