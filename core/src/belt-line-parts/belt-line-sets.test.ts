import { describe, expect, test } from '@jest/globals'
import { randomFrom, SEED } from '../testing/random.ts'
import { allowedChoices, beltLineSets, beltLineChoices, type LineChoice } from './belt-line-sets.ts'
import type { BeltLinePartFields, BeltLineRole } from './belt-line-part.ts'

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
    const [plain] = choices
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
    const { choices: long } = allowedChoices(choices, [...named('Long body'), ...named('Washer')])
    expect(long.map(({ line }) => line)).toEqual([117, 122])
    expect(allowedChoices(choices, [])).toEqual({ choices, tooNear: 0 })
  })

  test.each([
    [92.5, 8],
    [92.6, 7],
    [110, 0],
  ])('keep 3 mm from a head that stands forward to %d mm: %d are left', (rear, left) => {
    const head = TABLE.map((each) => (each.role === 'mount' ? { ...each, rear } : each))
    const found = allowedChoices(beltLineChoices(head, 'alternator'), [])
    // The pulley’s rear rim lies 12 behind a line of 107.5 or more.
    expect([found.choices.length, found.tooNear]).toEqual([left, 8 - left])
  })
})

describe('sets that agree', () => {
  test('are as many, and as good, as trying every one finds', () => {
    const random = randomFrom(SEED)
    let agreeing = 0
    for (let trial = 0; trial < 200; trial++) {
      const slots = Array.from({ length: 1 + Math.floor(4 * random()) }, () =>
        Array.from({ length: 1 + Math.floor(5 * random()) }, (): LineChoice => ({
          // In steps, so that lines meet exactly as well.
          line: 100 + Math.round(24 * random()) / 8,
          spacers: Array.from({ length: Math.floor(3 * random()) }, () => ({ length: 1 + Math.floor(4 * random()) })),
        })),
      )
      const within = random() < 0.2 ? 0 : 0.5
      const found = beltLineSets(slots, { within, max: 20 })
      const all = everySet(slots)
      const agree = all.filter(({ apart }) => apart <= 2 * within + 1e-9)
      agreeing += agree.length
      const best = agree.toSorted((a, b) => a.rank - b.rank || a.cost - b.cost).slice(0, 20)
      const where = `seed ${SEED}, trial ${trial}`
      expect([where, found.count]).toEqual([where, agree.length])
      expect([where, found.sets.map((set) => rankOf(slots, set.chosen))]).toEqual([
        where,
        best.map(({ rank, cost }) => [rank, cost]),
      ])
      expect(found.nearest).toBeCloseTo(Math.min(...all.map(({ apart }) => apart)), 9)
    }
    expect(agreeing).toBeGreaterThan(500)
  })

  test('are none where a shaft has no choice, with no shaft, or where nothing comes near', () => {
    const at = (line: number): LineChoice => ({ line, spacers: [] })
    expect(beltLineSets([])).toEqual({ count: 0, sets: [], nearest: null })
    expect(beltLineSets([[at(1)], []])).toEqual({ count: 0, sets: [], nearest: null })
    expect(beltLineSets([[at(100)], [at(101.01)]])).toEqual({ count: 0, sets: [], nearest: expect.closeTo(1.01, 9) })
    expect(beltLineSets([[at(100)], [at(101)]]).count).toBe(1)
  })

  test('are counted where there are more than anyone could go through', () => {
    const slots = Array.from({ length: 12 }, () => Array.from({ length: 8 }, () => ({ line: 100, spacers: [] })))
    const found = beltLineSets(slots, { max: 5 })
    expect(found.count).toBe(8 ** 12)
    expect(found.sets).toHaveLength(5)
  })
})

function everySet(slots: readonly (readonly LineChoice[])[]) {
  const all = slots.reduce<readonly (readonly number[])[]>(
    (sets, choices) => sets.flatMap((set) => choices.map((_, i) => [...set, i])),
    [[]],
  )
  return all.map((chosen) => {
    const [rank, cost] = rankOf(slots, chosen)
    return { rank, cost, apart: apartOf(slots, chosen) }
  })
}

function apartOf(slots: readonly (readonly LineChoice[])[], chosen: readonly number[]): number {
  const lines = chosen.map((choice, i) => slots[i]?.[choice]?.line ?? NaN)
  return Math.max(...lines) - Math.min(...lines)
}

/** How near, to a tenth of a millimetre; then how many spacers, and how thick. */
function rankOf(slots: readonly (readonly LineChoice[])[], chosen: readonly number[]): readonly [number, number] {
  const spacers = chosen.flatMap((choice, i) => slots[i]?.[choice]?.spacers ?? [])
  return [
    Math.round(apartOf(slots, chosen) * 10),
    spacers.length * 1000 + spacers.reduce((sum, { length }) => sum + length, 0),
  ]
}
