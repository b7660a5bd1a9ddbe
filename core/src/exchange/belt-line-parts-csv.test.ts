import { describe, expect, test } from '@jest/globals'
import { NOTHING_MORE_KNOWN, type BeltLinePartFields } from '../belt-line-parts/belt-line-part.ts'
import { readBeltLinePartsCsv, beltLinePartsCsv } from './belt-line-parts-csv.ts'

const PARTS: readonly BeltLinePartFields[] = [
  {
    role: 'mount',
    family: 'Plover',
    name: 'Head, left',
    fits: 'alternator',
    length: 62,
    rear: 58.5,
    bolt: 18,
    ...NOTHING_MORE_KNOWN,
    onHand: true,
  },
  {
    role: 'pulley',
    family: 'Plover',
    name: '=dished',
    fits: 'water-pump',
    length: -4.25,
    rear: null,
    bolt: null,
    face: 'grooved',
    section: 'PK',
    grooves: 6,
    width: null,
    turns: null,
    onHand: false,
  },
  {
    role: 'part',
    family: '',
    name: 'Pump',
    fits: 'water-pump',
    length: 40,
    rear: null,
    bolt: null,
    ...NOTHING_MORE_KNOWN,
    turns: 'ccw',
  },
]

describe('the parts of belt lines as a table', () => {
  test('go out and come in again', () => {
    expect(readBeltLinePartsCsv(beltLinePartsCsv(PARTS))).toEqual({
      parts: PARTS,
      problems: [],
    })
  })

  test('are read as people write them: inches, blanks, any order, capitals', () => {
    const { parts, problems } = readBeltLinePartsCsv(
      'Name;Role;Length mm;Fits;On hand;Section\nWasher;Spacer;1/8 in;;Yes;\nSnout;mount;60;Crank;;v13\n',
    )
    expect(problems).toEqual([])
    expect(parts).toEqual([
      {
        role: 'spacer',
        family: '',
        name: 'Washer',
        fits: 'any',
        length: 3.175,
        rear: null,
        bolt: null,
        ...NOTHING_MORE_KNOWN,
        onHand: true,
      },
      {
        role: 'mount',
        family: '',
        name: 'Snout',
        fits: 'crank',
        length: 60,
        rear: null,
        bolt: null,
        ...NOTHING_MORE_KNOWN,
        section: 'V13',
      },
    ])
  })

  test.each([
    ['name,role\nA,mount', /no column length_mm; its columns are name, role/],
    ['name,role,length_mm\nA,wheel,5', /Row 2: role must be one of mount, part, pulley, spacer/],
    ['name,role,length_mm\nA,part,', /Row 2: length_mm must be a number/],
    ['name,role,length_mm\nA,part,5 yards', /Row 2: length_mm: /],
    ['name,role,length_mm\nA,part,9000', /Row 2: length_mm must be a number from -300 to 600 mm/],
    ['name,role,length_mm,bolt_mm\nA,part,9,-3', /Row 2: bolt_mm must be a number from 0/],
    ['name,role,length_mm,grooves\nA,pulley,9,some', /Row 2: grooves must be a whole number/],
    ['name,role,length_mm,face\nA,pulley,9,bumpy', /Row 2: face must be one of grooved, smooth/],
    ['name,role,length_mm,on_hand\nA,pulley,9,perhaps', /Row 2: on_hand must be true or false/],
    ['name,role,length_mm\n,part,9', /Row 2: name must have a name/],
    ['name,role,length_mm,colour\nA,part,9,red', /Column “colour” is not known/],
  ])('%j is told', (text, words) => {
    expect(readBeltLinePartsCsv(text).problems.join(' ')).toMatch(words)
  })

  test('an empty file has no columns, and more rows than the table holds are counted', () => {
    expect(readBeltLinePartsCsv('').problems.join()).toMatch(/no column role, name, length_mm; its columns are none/)
    const many = readBeltLinePartsCsv(`role,name,length_mm\n${'spacer,A,2\n'.repeat(2001)}`)
    expect(many.parts).toHaveLength(2000)
    expect(many.problems).toEqual(['Only the first 2000 rows were read.'])
  })
})
