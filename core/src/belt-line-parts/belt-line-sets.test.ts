import { describe, expect, test } from '@jest/globals'
import { randomFrom, SEED } from '../testing/random.ts'
import { beltLineSets, worthBuying, type LineChoice } from './belt-line-sets.ts'
import { BELT_LINE_CLEARANCE } from './nominal.ts'

const at = (line: number, more: Partial<LineChoice> = {}): LineChoice => ({
  line,
  spacers: 0,
  toBuy: 0,
  clearance: 10,
  slack: 0,
  ...more,
})

describe('sets that agree', () => {
  test('are as many, and as good, as trying every one finds', () => {
    const random = randomFrom(SEED)
    const whole = (most: number) => Math.floor((most + 1) * random())
    let agreeing = 0
    for (let trial = 0; trial < 200; trial++) {
      const slots = Array.from({ length: 1 + whole(3) }, (_, slot) => {
        const isSmooth = slot > 0 && random() < 0.25
        return Array.from({ length: 1 + whole(4) }, () =>
          // In steps, so that lines meet exactly as well.
          at(100 + Math.round(24 * random()) / 8, {
            spacers: whole(2),
            toBuy: whole(3),
            clearance: random() < 0.1 ? null : 3 + whole(6),
            slack: isSmooth ? 0.5 + random() : 0,
          }),
        )
      })
      const within = random() < 0.2 ? 0 : 0.5
      const found = beltLineSets(slots, { within, max: 20 })
      const all = everySet(slots)
      const agree = all.filter((chosen) => agrees(slots, chosen, within))
      agreeing += agree.length
      const best = agree
        .map((chosen) => rankOf(slots, chosen))
        .toSorted((a, b) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2])
        .slice(0, 20)
      const where = `seed ${SEED}, trial ${trial}`
      expect([where, found.count]).toEqual([where, agree.length])
      expect([where, found.sets.map(({ chosen }) => rankOf(slots, chosen))]).toEqual([where, best])
      for (const { chosen, toBuy, spacers, clearance, isMeasured } of found.sets) {
        expect([where, agrees(slots, chosen, within)]).toEqual([where, true])
        const measured = chosen.flatMap((choice, i) => slots[i]?.[choice]?.clearance ?? [])
        const [buy, space] = rankOf(slots, chosen)
        expect([toBuy, spacers, clearance, isMeasured]).toEqual([
          buy,
          space,
          measured.length === 0 ? null : Math.min(...measured),
          measured.length === chosen.length,
        ])
      }
      const guided = isGuided(slots)
      expect(found.nearest).toBeCloseTo(Math.min(...all.map((chosen) => apartOf(slots, chosen, guided))), 9)
    }
    expect(agreeing).toBeGreaterThan(500)
  })

  test('those with the fewest parts to buy come first, then the fewest spacers, then the most clearance, then the nearest lines', () => {
    const { sets } = beltLineSets([
      [at(100)],
      [
        at(100, { toBuy: 1 }),
        at(100.9, { spacers: 1, clearance: 30 }),
        at(100.4, { clearance: 4 }),
        at(100.3, { clearance: 9 }),
        at(100.1, { clearance: 9 }),
      ],
    ])
    expect(sets.map(({ chosen: [, choice] }) => choice)).toEqual([4, 3, 2, 1, 0])
    expect(sets[0]).toMatchObject({ toBuy: 0, spacers: 0, clearance: 9, apart: expect.closeTo(0.1, 9) })
  })

  test('a set that another beats in every respect is not worth a look', () => {
    const set = (toBuy: number, spacers: number, clearance: number | null, apart: number) => ({
      chosen: [],
      toBuy,
      spacers,
      clearance,
      isMeasured: true,
      apart,
    })
    const best = set(0, 1, 5, 0.4)
    const roomier = set(0, 2, 9, 0.4)
    const nearer = set(1, 1, 5, 0.2)
    expect(worthBuying([best, set(0, 2, 5, 0.4), roomier, set(1, 1, null, 0.35), nearer])).toEqual([
      best,
      roomier,
      nearer,
    ])
  })

  test('a smooth face need not lie in line: its belt may run off the middle as far as it is wide', () => {
    const smooth = (line: number) => [at(line, { slack: 1.3 })]
    // The common line is taken half a millimetre in front of the rearmost.
    expect(beltLineSets([[at(100)], [at(100.2)], smooth(101.7)]).count).toBe(1)
    expect(beltLineSets([[at(100)], [at(100.2)], smooth(101.9)]).count).toBe(0)
    expect(beltLineSets([[at(100)], [at(100.2)], smooth(101.7)]).sets[0]?.apart).toBeCloseTo(0.2, 9)
  })

  test('are none where a shaft has no choice, with no shaft, or where nothing comes near', () => {
    expect(beltLineSets([])).toEqual({ count: 0, sets: [], nearest: null })
    expect(beltLineSets([[at(1)], []])).toEqual({ count: 0, sets: [], nearest: null })
    expect(beltLineSets([[at(100)], [at(101.01)]])).toEqual({ count: 0, sets: [], nearest: expect.closeTo(1.01, 9) })
    expect(beltLineSets([[at(100)], [at(101)]]).count).toBe(1)
  })

  test('are counted where there are more than anyone could go through', () => {
    const slots = Array.from({ length: 12 }, () => Array.from({ length: 8 }, () => at(100)))
    const found = beltLineSets(slots, { max: 5 })
    expect(found.count).toBe(8 ** 12)
    expect(found.sets).toHaveLength(5)
  })
})

type Slots = readonly (readonly LineChoice[])[]

function everySet(slots: Slots): readonly (readonly number[])[] {
  return slots.reduce<readonly (readonly number[])[]>(
    (sets, choices) => sets.flatMap((set) => choices.map((_, i) => [...set, i])),
    [[]],
  )
}

/** Which shafts set the line: those with grooves; all where none has any. */
function isGuided(slots: Slots): readonly boolean[] {
  const guided = slots.map((choices) => choices.some(({ slack }) => slack === 0))
  return guided.some(Boolean) ? guided : slots.map(() => true)
}

function linesOf(slots: Slots, chosen: readonly number[], guided: readonly boolean[]): readonly number[] {
  return chosen.flatMap((choice, i) => (guided[i] === true ? [slots[i]?.[choice]?.line ?? NaN] : []))
}

function apartOf(slots: Slots, chosen: readonly number[], guided: readonly boolean[]): number {
  const lines = linesOf(slots, chosen, guided)
  return Math.max(...lines) - Math.min(...lines)
}

function agrees(slots: Slots, chosen: readonly number[], within: number): boolean {
  const guided = isGuided(slots)
  if (apartOf(slots, chosen, guided) > 2 * within + 1e-9) return false
  const common = Math.min(...linesOf(slots, chosen, guided)) + within
  return chosen.every((choice, i) => {
    const { line, slack } = slots[i]?.[choice] ?? at(NaN)
    return guided[i] === true || Math.abs(line - common) <= slack + 1e-9
  })
}

/** Parts to buy, spacers, and the clearance with its sign turned; one that was not measured may be as near as is allowed. */
function rankOf(slots: Slots, chosen: readonly number[]): readonly [number, number, number] {
  const choices = chosen.flatMap((choice, i) => slots[i]?.[choice] ?? [])
  const sum = (of: (choice: LineChoice) => number) => choices.reduce((total, each) => total + of(each), 0)
  return [
    sum(({ toBuy }) => toBuy),
    sum(({ spacers }) => spacers),
    -Math.min(...choices.map(({ clearance }) => clearance ?? BELT_LINE_CLEARANCE)),
  ]
}
