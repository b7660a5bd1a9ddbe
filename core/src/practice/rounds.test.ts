import { describe, expect, test } from '@jest/globals'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { runs, SEED } from '../testing/random.ts'
import { settleDrive } from '../path/settle.ts'
import { solveDrive } from '../solution/solve-drive.ts'
import {
  judgeLine,
  judgeRoute,
  judgeSize,
  judgeTension,
  lineRound,
  pressOf,
  routeRound,
  sizeRound,
  tensionAfter,
  tensionRound,
} from './rounds.ts'

const drives = DEMO_DRIVES.map(demoDrive)
const seeds = Array.from({ length: runs(8, 100) }, (_, i) => SEED + i)

describe('route it', () => {
  test.each(seeds)('seed %d: the drive’s own route is right, one turned round is not', (seed) => {
    const round = routeRound(seed, drives)
    const own = drives.find(
      ({ name, pulleys }) => name === round.drive.name && pulleys.length === round.drive.pulleys.length,
    )
    const route = own?.belts[0]?.route ?? []
    expect(judgeRoute(round, route)).toMatchObject({ isRight: true })
    const [first, ...rest] = route
    expect(judgeRoute(round, rest).isRight).toBe(false)
    if (first === undefined) throw new Error('no route')
    const flipped = [
      ...rest.map((entry) => ({ ...entry, contact: entry.contact === 'ribs' ? ('back' as const) : ('ribs' as const) })),
      first,
    ]
    expect(judgeRoute(round, flipped).isRight).toBe(false)
  })
})

describe('size it', () => {
  test.each(seeds)(
    'seed %d: a belt in the window stands in its travel by the solver, and the strap as read is too long by its thickness',
    (seed) => {
      const round = sizeRound(seed, drives)
      const middle = Math.round((round.from + round.to) / 2)
      expect(judgeSize(round, middle).isRight).toBe(true)
      expect(judgeSize(round, round.from - 30).isRight).toBe(false)
      expect(judgeSize(round, round.to + 30).isRight).toBe(false)
      const fitted = structuredClone(round.drive) as { belts: { length: number | null }[] }
      const [belt] = fitted.belts
      if (belt !== undefined) belt.length = middle
      const [solved] = solveDrive(fitted as unknown as typeof round.drive).belts
      expect(solved?.adjuster?.u).toEqual(expect.any(Number))
      const there = settleDrive(round.drive).belts[0]?.adjuster?.lengthAt(0.5)?.length ?? NaN
      // Three times what a strap scatters by, and half a millimetre of rounding.
      expect(Math.abs(round.reading - Math.PI * round.thickness - there)).toBeLessThan(6)
    },
  )
})

describe('line it up', () => {
  test.each(seeds)('seed %d: moving back what was read puts it in line', (seed) => {
    const round = lineRound(seed, drives)
    expect(judgeLine(round, {}).isRight).toBe(false)
    const moves = Object.fromEntries(Object.entries(round.read).map(([id, mm]) => [id, Math.abs(mm) < 0.5 ? 0 : -mm]))
    expect(judgeLine(round, moves)).toMatchObject({ isRight: true })
  })
})

describe('tension it', () => {
  test.each(seeds)('seed %d: the turns that are missing set it, and a thumb feels it', (seed) => {
    const round = tensionRound(seed, drives)
    const turns = (round.wanted - round.starts) / round.perTurn
    expect(judgeTension(round, 0).isRight).toBe(false)
    expect(judgeTension(round, turns).isRight).toBe(true)
    expect(tensionAfter(round, turns)).toBeCloseTo(round.wanted, 6)
    const [slack, tight] = round.starts < round.wanted ? [0, turns] : [turns, 0]
    expect(pressOf(round, slack, 45)).toBeGreaterThan(pressOf(round, tight, 45))
  })
})
