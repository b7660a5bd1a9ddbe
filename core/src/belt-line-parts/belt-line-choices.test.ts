import { describe, expect, test } from '@jest/globals'
import { allowedChoices, beltLineChoices, lineChoiceOf } from './belt-line-choices.ts'
import { NOTHING_MORE_KNOWN, type BeltLinePartFields, type BeltLineRole } from './belt-line-part.ts'
import { carries, widthOf, type Asked } from './carries.ts'
import { MAX_CHOICES } from './nominal.ts'
import { SIX_RIBS } from '../testing/asked.ts'

const row = (
  role: BeltLineRole,
  name: string,
  length: number,
  more: Partial<BeltLinePartFields> = {},
): BeltLinePartFields => ({
  role,
  name,
  length,
  family: 'Plover',
  fits: 'alternator',
  rear: null,
  bolt: null,
  ...NOTHING_MORE_KNOWN,
  ...more,
})

/** A table as a workshop would have measured it. */
const TABLE: readonly BeltLinePartFields[] = [
  row('mount', 'Upper bracket', 62, { rear: 58, bolt: 18 }),
  row('mount', 'Head', 40, { fits: 'water-pump' }),
  row('part', 'Short body', 34, { bolt: 12 }),
  row('part', 'Long body', 41.5, { bolt: 14 }),
  row('pulley', 'Six ribs', 11.5, { rear: 12 }),
  row('spacer', 'Washer', 2, { fits: 'any' }),
  row('spacer', 'Sleeve', 5, { fits: 'any' }),
]

describe('the ways to put a shaft’s parts together', () => {
  test('add up to belt line, clearance and bolt, with up to two spacers', () => {
    const choices = beltLineChoices(TABLE, 'alternator')
    // One mount, two bodies, one pulley; none, either or both of the spacers.
    expect(choices).toHaveLength(8)
    const lines = choices.map(({ line }) => line).toSorted((a, b) => a - b)
    expect(lines).toEqual([107.5, 109.5, 112.5, 114.5, 115, 117, 120, 122])
    const plain = choices.find(({ line }) => line === 107.5)
    // 107.5 less the pulley’s 12 less the block’s 58; bolt 18 + 12, and with both spacers 37, which is sold as 40.
    expect(plain).toMatchObject({ line: 107.5, clearance: 37.5, bolt: 30 })
    expect(choices.find(({ line }) => line === 114.5)).toMatchObject({ bolt: 40, clearance: 44.5 })
  })

  test('need a mount and a pulley; a part only where the table has one for it', () => {
    expect(beltLineChoices(TABLE, 'water-pump')).toEqual([])
    const crank = [row('mount', 'Snout', 60, { fits: 'crank' }), row('pulley', 'Damper', 47, { fits: 'crank' })]
    // A washer for anything does not go behind the crank pulley.
    expect(beltLineChoices([...crank, row('spacer', 'Washer', 2, { fits: 'any' })], 'crank')).toEqual([
      expect.objectContaining({ line: 107, part: null, clearance: null, bolt: null }),
    ])
  })
})

describe('the choices that are allowed', () => {
  const choices = beltLineChoices(TABLE, 'alternator')
  const named = (name: string) => TABLE.filter((each) => each.name === name)

  test('use what they must, role by role', () => {
    const { choices: long } = allowedChoices(choices, [...named('Long body'), ...named('Washer')], SIX_RIBS)
    expect(long.map(({ line }) => line).toSorted((a, b) => a - b)).toEqual([117, 122])
    expect(allowedChoices(choices, [], SIX_RIBS)).toMatchObject({ choices, tooNear: 0, cannot: {} })
  })

  test.each([
    [92.5, 8],
    [92.6, 7],
    [110, 0],
  ])('keep 3 mm from a head that stands forward to %d mm: %d are left', (rear, left) => {
    const head = TABLE.map((each) => (each.role === 'mount' ? { ...each, rear } : each))
    const found = allowedChoices(beltLineChoices(head, 'alternator'), [], SIX_RIBS)
    // The pulley’s rear rim lies 12 behind a line of 107.5 or more.
    expect([found.choices.length, found.tooNear]).toEqual([left, 8 - left])
  })
})

const pulley = (more: Partial<BeltLinePartFields>) => row('pulley', 'Pulley', 11, more)
const body = (turns: BeltLinePartFields['turns']) => row('part', 'Body', 34, { turns })

describe('whether parts can carry the belt', () => {
  const grooved = { face: 'grooved', section: 'PK', grooves: 6 } as const
  test.each<readonly [string, Partial<BeltLinePartFields>, BeltLinePartFields['turns'], Partial<Asked>, unknown]>([
    ['the right grooves', grooved, 'cw', {}, { is: 'yes' }],
    ['a groove too few', { ...grooved, grooves: 5 }, 'cw', {}, { is: 'no', why: 'grooves' }],
    ['a groove to spare', { ...grooved, grooves: 7 }, 'any', {}, { is: 'yes' }],
    ['another section', { ...grooved, section: 'V13', grooves: 1 }, 'cw', {}, { is: 'no', why: 'section' }],
    ['a smooth face under ribs that drive', { face: 'smooth', width: 30 }, 'cw', {}, { is: 'no', why: 'face' }],
    ['a smooth roller under ribs', { face: 'smooth', width: 30 }, 'any', { leads: true }, { is: 'yes' }],
    ['the back on a smooth face', { face: 'smooth', width: 30 }, 'cw', { contact: 'back' }, { is: 'yes' }],
    // Six ribs are 21.4 mm wide, and 1 mm is left to either side.
    ['too narrow a face', { face: 'smooth', width: 23 }, 'cw', { contact: 'back' }, { is: 'no', why: 'width' }],
    ['the back in grooves', grooved, 'cw', { contact: 'back' }, { is: 'no', why: 'face' }],
    ['ribs on both sides', grooved, 'cw', { contact: 'back', doubleSided: true }, { is: 'yes' }],
    ['the other way', grooved, 'ccw', {}, { is: 'no', why: 'rotation' }],
    ['an accessory of which nobody knows', grooved, null, {}, { is: 'unknown', of: ['rotation'] }],
    ['a drive of which nobody knows', grooved, 'cw', { turns: null }, { is: 'unknown', of: ['rotation'] }],
    ['nothing known', {}, null, {}, { is: 'unknown', of: ['face', 'rotation'] }],
    ['grooves nobody counted', { ...grooved, grooves: null }, 'cw', {}, { is: 'unknown', of: ['grooves'] }],
    ['a width nobody read', { face: 'smooth' }, 'cw', { contact: 'back' }, { is: 'unknown', of: ['width'] }],
  ])('%s', (_, face, turns, asked, found) => {
    expect(carries({ pulley: pulley(face), part: body(turns) }, { ...SIX_RIBS, ...asked })).toEqual(found)
  })

  test('what cannot is never among the choices, and it is told why', () => {
    const table = [
      row('mount', 'Bracket', 62),
      body('cw'),
      row('part', 'Mirrored', 34, { turns: 'ccw' }),
      pulley({ ...grooved, name: 'Six' }),
      pulley({ ...grooved, name: 'Four', grooves: 4 }),
    ]
    const found = allowedChoices(beltLineChoices(table, 'alternator'), [], SIX_RIBS)
    expect(found.choices.map(({ part, pulley: { name } }) => [part?.name, name])).toEqual([['Body', 'Six']])
    expect(found.cannot).toEqual({ rotation: 1, grooves: 2 })
  })

  test('a V belt is as wide as its top, ribs as their pitches', () => {
    expect(widthOf({ section: 'V13', ribs: 1, count: 1 })).toBe(13)
    expect(widthOf({ section: 'PK', ribs: 6, count: 1 })).toBeCloseTo(21.36, 9)
  })

  test('a choice is seen by its line, its spacers, what of it is to buy, and how far the belt may run off its middle', () => {
    const [choice] = beltLineChoices(
      [
        row('mount', 'Bracket', 62, { onHand: true, rear: 50 }),
        body('cw'),
        pulley({ face: 'smooth', width: 26, rear: 12 }),
      ],
      'alternator',
    )
    if (choice === undefined) throw new Error('nothing to choose')
    // 62 + 34 + 11; 107 − 12 − 50; (26 − 21.36)/2 − 1.
    expect(lineChoiceOf(choice, SIX_RIBS)).toEqual({
      line: 107,
      spacers: 0,
      toBuy: 2,
      clearance: 45,
      slack: expect.closeTo(1.32, 9),
    })
  })
})

test('a table too large to be gone through is cut, those with the fewest spacers kept', () => {
  const many = Array.from({ length: 30 }, (_, i) => row('mount', `Mount ${i}`, 60 + i))
  const table = [
    ...many,
    ...many.map((each) => ({ ...each, role: 'pulley' as const })),
    ...TABLE.slice(-2),
    row('spacer', 'Shim', 1, { fits: 'any' }),
    row('spacer', 'Ring', 3, { fits: 'any' }),
  ]
  const choices = beltLineChoices(table, 'alternator')
  // 900 without a spacer, 3600 with one, and some of those with two.
  expect(choices).toHaveLength(MAX_CHOICES)
  expect(choices.filter(({ spacers }) => spacers.length < 2)).toHaveLength(4500)
})
