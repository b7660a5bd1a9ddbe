import { describe, expect, test } from '@jest/globals'
import { leftUnsaid, NOTATIONS, readLabel, writeLabel, type LabelReading } from './labels.ts'

const INCH = 25.4

/** text, section, ribs, mm, notation: the reading that comes first. */
const READ = [
  ['6PK1725', 'PK', 6, 1725, 'metric-rib'],
  ['6pk1725', 'PK', 6, 1725, 'metric-rib'],
  ['6 PK 1725', 'PK', 6, 1725, 'metric-rib'],
  ['6-PK-1725', 'PK', 6, 1725, 'metric-rib'],
  ['6PK 1725 mm', 'PK', 6, 1725, 'metric-rib'],
  ['06PK01725', 'PK', 6, 1725, 'metric-rib'],
  ['10PK2100', 'PK', 10, 2100, 'metric-rib'],
  ['3PK698', 'PK', 3, 698, 'metric-rib'],
  ['4PK 0890', 'PK', 4, 890, 'metric-rib'],
  ['6PK1722.5', 'PK', 6, 1722.5, 'metric-rib'],
  ['6PK1722,5', 'PK', 6, 1722.5, 'metric-rib'],
  ['PK1725/6', 'PK', 6, 1725, 'metric-rib'],
  ['PK1725x6', 'PK', 6, 1725, 'metric-rib'],
  ['  6PK1725  ', 'PK', 6, 1725, 'metric-rib'],
  ['PK 6x1733', 'PK', 6, 1733, 'metric-rib'],
  ['PK6x1733', 'PK', 6, 1733, 'metric-rib'],
  ['6PKx1733', 'PK', 6, 1733, 'metric-rib'],
  ['6 PK × 1733', 'PK', 6, 1733, 'metric-rib'],
  ['1733 6PK', 'PK', 6, 1733, 'metric-rib'],
  ['PK061733', 'PK', 6, 1733, 'metric-rib'],
  ['6DPK1733', 'PK', 6, 1733, 'metric-rib'],
  ['6EPK1733', 'PK', 6, 1733, 'metric-rib'],
  ['6PK1733EE', 'PK', 6, 1733, 'metric-rib'],
  ['679K6', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['679 K 6', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['679-K-6', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['6K679', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['6 K 679', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['1025K10', 'PK', 10, 102.5 * INCH, 'inch-rib'],
  ['10K1025', 'PK', 10, 102.5 * INCH, 'inch-rib'],
  ['0679K06', 'PK', 6, 67.9 * INCH, 'inch-rib'],
  ['5060679', 'PK', 6, 67.9 * INCH, 'seven-digit'],
  ['4080870', 'PK', 8, 87.0 * INCH, 'seven-digit'],
  ['5 06 0679', 'PK', 6, 67.9 * INCH, 'seven-digit'],
  ['5-06-0679', 'PK', 6, 67.9 * INCH, 'seven-digit'],
  ['K060679', 'PK', 6, 67.9 * INCH, 'seven-digit'],
  ['k 06 679', 'PK', 6, 67.9 * INCH, 'seven-digit'],
  ['5101025', 'PK', 10, 102.5 * INCH, 'seven-digit'],
  ['13x1015', 'V13', 1, 1015, 'metric-v'],
  ['13X1015', 'V13', 1, 1015, 'metric-v'],
  ['13×1015', 'V13', 1, 1015, 'metric-v'],
  ['13 x 1015', 'V13', 1, 1015, 'metric-v'],
  ['13*1015', 'V13', 1, 1015, 'metric-v'],
  ['13-1015', 'V13', 1, 1015, 'metric-v'],
  ['AV13x1015', 'V13', 1, 1015, 'metric-v'],
  ['AV 13 x 1015', 'V13', 1, 1015, 'metric-v'],
  ['AVX13X1015', 'V13', 1, 1015, 'metric-v'],
  ['AV10x0900', 'V10', 1, 900, 'metric-v'],
  ['010x00900', 'V10', 1, 900, 'metric-v'],
  ['9.5x850', 'V10', 1, 850, 'metric-v'],
  ['9,5x850', 'V10', 1, 850, 'metric-v'],
  ['12.5 x 1012.5', 'V13', 1, 1012.5, 'metric-v'],
  ['17x1200', 'V17', 1, 1200, 'metric-v'],
  ['16x1200', 'V17', 1, 1200, 'metric-v'],
  ['V13 × 1015', 'V13', 1, 1015, 'metric-v'],
  ['AV13x1015 La', 'V13', 1, 1015, 'metric-v'],
  ['17400', 'V13', 1, 40 * INCH, 'inch-v'],
  ['15400', 'V13', 1, 40 * INCH, 'inch-v'],
  ['13385', 'V10', 1, 38.5 * INCH, 'inch-v'],
  ['22500', 'V17', 1, 50 * INCH, 'inch-v'],
  ['17 400', 'V13', 1, 40 * INCH, 'inch-v'],
  ['9.525x92x25.4', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['9.525 x 92', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['9,525-92-25', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['T9.5 × 92 teeth', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['92 teeth x 9.525', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['92Z 9.5 20', 'T9.5', 1, 92 * 9.525, 'toothed'],
  ['12.7x70x30', 'T12.7', 1, 70 * 12.7, 'toothed'],
  ['345L100', 'T9.5', 1, 92 * 9.525, 'toothed-inch'],
  ['350H100', 'T12.7', 1, 70 * 12.7, 'toothed-inch'],
  ['68 in', 'PK', 1, 68 * INCH, 'bare'],
  ['1725 mm', 'PK', 1, 1725, 'bare'],
] as const

describe('a mark is read', () => {
  test.each(READ)('%s', (text, section, ribs, length, notation) => {
    const [first] = readLabel(text)
    expect(first).toMatchObject({ section, ribs, notation })
    // A mark is exact to what it says; a tenth of a millimetre is floating point and no more.
    expect(first?.length).toBeCloseTo(length, 6)
  })

  test.each([
    '',
    'hello',
    '6PK',
    'PK',
    '6PK99',
    '31PK1725',
    '0PK1725',
    '5310679',
    '6PK-1725-PK',
    '13x',
    '9x850',
    '99999',
    '7x70x7',
    '345Q100',
    '6.5PK1725',
  ])('“%s” is none', (text) => {
    expect(readLabel(text)).toEqual([])
  })

  test('the line along which it is stated goes with its section', () => {
    expect(['6PK1725', '13x1015', '345L100'].map((text) => readLabel(text)[0]?.lengthAt)).toEqual([
      'effective',
      'outside',
      'pitch',
    ])
  })

  test('in two ways where it can be meant in two: the inch code first, the width in millimetres after', () => {
    expect(readLabel('13385').map(({ section }) => section)).toEqual(['V10', 'V13'])
  })

  test('by the drive: the reading that fits it comes first', () => {
    expect(readLabel('13385', { section: 'V13', shortest: 940, longest: 1000 })[0]?.section).toBe('V13')
    const bare = readLabel('1015', { section: 'V13' })
    expect(bare[0]).toMatchObject({ section: 'V13', length: 1015 })
    expect(bare.length).toBeGreaterThan(3)
  })

  test('another number of ribs is less likely, not impossible', () => {
    const [right] = readLabel('6PK1725', { section: 'PK', ribs: 6 })
    const [fewer] = readLabel('5PK1725', { section: 'PK', ribs: 6 })
    expect(fewer?.confidence).toBeLessThan(right?.confidence ?? 0)
    expect(fewer?.ribs).toBe(5)
  })
})

/** section, ribs, mm, and what it is written as in each notation that can say it. */
const WRITTEN: readonly (readonly [Pick<LabelReading, 'section' | 'ribs' | 'length'>, Record<string, string>])[] = [
  [
    { section: 'PK', ribs: 6, length: 1725 },
    { 'metric-rib': '6PK1725', 'inch-rib': '679K6', 'seven-digit': 'K060679', bare: '1725' },
  ],
  [
    { section: 'PK', ribs: 10, length: 2603.5 },
    { 'metric-rib': '10PK2604', 'inch-rib': '1025K10', 'seven-digit': 'K101025', bare: '2603.5' },
  ],
  [
    { section: 'V13', ribs: 1, length: 1012.5 },
    { 'metric-v': 'AV13X1012.5', 'inch-v': '17399', bare: '1012.5' },
  ],
  [
    { section: 'V10', ribs: 1, length: 900 },
    { 'metric-v': 'AV10X900', 'inch-v': '13354', bare: '900' },
  ],
  [
    { section: 'V17', ribs: 1, length: 1270 },
    { 'metric-v': 'AV17X1270', 'inch-v': '22500', bare: '1270' },
  ],
  [
    { section: 'T9.5', ribs: 1, length: 92 * 9.525 },
    { toothed: '9.525X92', bare: '876.3' },
  ],
  [
    { section: 'T12.7', ribs: 1, length: 70 * 12.7 },
    { toothed: '12.7X70', bare: '889' },
  ],
]

describe('a belt is written', () => {
  test.each(WRITTEN)('%p', (belt, marks) => {
    for (const notation of NOTATIONS) expect(writeLabel(belt, notation)).toBe(marks[notation] ?? null)
  })

  test.each(
    WRITTEN.flatMap(([belt, marks]) =>
      Object.entries(marks).map(([notation, text]) => [text, notation, belt] as const),
    ),
  )('%s (%s) is read back as what was written', (text, notation, belt) => {
    const back = readLabel(text, belt).find(
      (reading) => reading.notation === notation && reading.section === belt.section,
    )
    // Inches are rounded to a tenth, 2.54 mm; whole millimetres to 1 mm.
    const within = notation.startsWith('inch') || notation === 'seven-digit' ? 1.28 : 0.51
    expect(Math.abs((back?.length ?? NaN) - belt.length)).toBeLessThan(within)
    if (notation !== 'bare') expect(back?.ribs).toBe(belt.ribs)
  })
})

test('what a mark leaves open is said', () => {
  expect(leftUnsaid({ section: 'PK', notation: 'inch-rib' })).toMatch(/effective.*rounded to a tenth of an inch.*worn/)
  expect(leftUnsaid({ section: 'V13', notation: 'metric-v' })).toMatch(/outside/)
  expect(leftUnsaid({ section: 'V13', notation: 'bare' })).toMatch(/neither the section/)
})

test.each([
  ['6DPK1733', 'double-sided'],
  ['6EPK1733', 'elastic'],
  ['6 DPK x 1733', 'double-sided'],
  ['6PK1733', undefined],
])('the construction is kept where %s says it', (text, construction) => {
  expect(readLabel(text)[0]?.construction).toBe(construction)
})
