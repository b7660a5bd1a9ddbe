import { expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import type { Point } from '../numerics/vectors.ts'
import { changed, moveShafts, placeOfShaft, randomLoop } from '../testing/drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { readVectors } from '../testing/vectors.ts'
import { settleDrive } from '../path/settle.ts'
import { solveDrive } from './solve-drive.ts'

const DRIVES = runs(120, 3000)

/** Runs a property on random drives; a failure names the seed that repeats it and the drive that broke it. */
function property(name: string, holds: (drive: CheckedDrive, random: () => number) => void): void {
  test(`${name} (${DRIVES} random drives, seed ${SEED})`, () => {
    const random = randomFrom(SEED)
    let traced = 0
    for (let i = 0; i < DRIVES; i++) {
      const drive = randomLoop(random)
      if (Number.isFinite(lengthOf(drive))) traced++
      try {
        holds(drive, random)
      } catch (error) {
        throw new Error(`seed ${SEED}, drive ${i}: ${(error as Error).message}\n${JSON.stringify(drive)}`, {
          cause: error,
        })
      }
    }
    // The generator must not hide behind drives that cannot be traced.
    expect(traced).toBeGreaterThan(0.95 * DRIVES)
  })
}

function lengthOf(drive: CheckedDrive): number {
  return solveDrive(drive).belts[0]?.cordLength ?? NaN
}

function wrapsOf(drive: CheckedDrive): number[] {
  return solveDrive(drive).belts[0]?.wraps.map(({ angle }) => angle) ?? []
}

const otherTurn = (turn: 'cw' | 'ccw') => (turn === 'cw' ? 'ccw' : 'cw')

/** Roundings of a sum of some twenty numbers near 1000. */
const DIGITS = 8

function expectSame(a: readonly number[], b: readonly number[]): void {
  expect(a).toHaveLength(b.length)
  a.forEach((value, i) => expect(value).toBeCloseTo(b[i] as number, DIGITS))
}

property('a drive seen in a mirror has the same length and wraps', (drive) => {
  const mirrored = changed(drive, (draft) => {
    draft.engine.crankTurns = otherTurn(draft.engine.crankTurns)
    moveShafts(draft, ({ x, y }) => ({ x: -x, y }))
  })
  expectSame([lengthOf(mirrored), ...wrapsOf(mirrored)], [lengthOf(drive), ...wrapsOf(drive)])
})

property('a drive turned about the crank has the same length and wraps', (drive, random) => {
  const by = random() * 2 * Math.PI
  const turned = changed(drive, (draft) => {
    moveShafts(draft, ({ x, y }) => ({
      x: x * Math.cos(by) - y * Math.sin(by),
      y: x * Math.sin(by) + y * Math.cos(by),
    }))
  })
  expectSame([lengthOf(turned), ...wrapsOf(turned)], [lengthOf(drive), ...wrapsOf(drive)])
})

property('an engine turning the other way runs the same path backwards', (drive) => {
  const reversed = changed(drive, (draft) => {
    draft.engine.crankTurns = otherTurn(draft.engine.crankTurns)
    draft.belts.forEach((belt) => belt.route.reverse())
  })
  expectSame([lengthOf(reversed), ...wrapsOf(reversed).reverse()], [lengthOf(drive), ...wrapsOf(drive)])
})

property('a drive twice the size, cord and all, has twice the cord length', (drive) => {
  const atPitch = (scale: number) =>
    changed(drive, (draft) => {
      moveShafts(draft, ({ x, y }) => ({ x: x * scale, y: y * scale }))
      draft.pulleys.forEach((pulley) => {
        if (pulley.face === 'toothed' || pulley.diameter === null) return
        pulley.diameter *= scale
        pulley.diameterAt = 'pitch'
      })
    })
  expect(lengthOf(atPitch(2))).toBeCloseTo(2 * lengthOf(atPitch(1)), DIGITS)
})

property('signed wraps add up to one turn of the crank’s way', (drive) => {
  const [belt] = solveDrive(drive).belts
  if (belt === undefined || belt.wraps.length === 0) return
  const signed = belt.wraps.reduce((sum, { angle, turns }) => sum + (turns === 'ccw' ? angle : -angle), 0)
  expect(signed).toBeCloseTo(-360, DIGITS)
})

property('it does not matter where along the belt the route starts', (drive) => {
  const shifted = changed(drive, (draft) => draft.belts.forEach(({ route }) => route.push(...route.splice(0, 1))))
  expect(lengthOf(shifted)).toBeCloseTo(lengthOf(drive), DIGITS)
})

/** One adjuster of each kind in turn, on some pulley of the drive but the crank's, with a travel it can have. */
function withAdjuster(drive: CheckedDrive, i: number, random: () => number): CheckedDrive {
  return changed(drive, (draft) => {
    const at = 1 + Math.floor(random() * (draft.shafts.length - 1))
    const shaft = draft.shafts[at] as DriveDraft['shafts'][number]
    const { id } = shaft
    const place = placeOfShaft(shaft)
    const near = (mm: number) => ({ x: place.x + mm * (random() - 0.5), y: place.y + mm * (random() - 0.5) })
    const angleFrom = 360 * random()
    const turn = { angleFrom, angleTo: angleFrom + 25 }
    const swing = { id: 'adjuster', shaft: id, pivot: near(160) }
    const kinds: DriveDraft['adjusters'] = [
      { id: 'adjuster', kind: 'slide', shaft: id, direction: angleFrom, from: -5, to: 10 },
      { id: 'adjuster', kind: 'eccentric', shaft: id, pivot: near(4), throw: 8, ...turn },
      { id: 'adjuster', kind: 'shim', pulley: id, shimsFrom: 5, shimsTo: 0, diameterPerShim: 3 },
      {
        ...swing,
        kind: 'swing',
        angleFrom: directionOf(swing.pivot, place),
        angleTo: directionOf(swing.pivot, place) + 8,
      },
      rodOn(id, place, near(120), near(120)),
    ]
    draft.adjusters = [kinds[i % kinds.length] as DriveDraft['adjusters'][number]]
    draft.belts.forEach((belt) => (belt.adjuster = 'adjuster'))
  })
}

const directionOf = (from: Point, to: Point) => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI

/** A rod that holds the accessory by a lug at its shaft, a little longer and a little shorter than it stands. */
function rodOn(shaft: string, lug: Point, pivot: Point, anchor: Point): DriveDraft['adjusters'][number] {
  const length = Math.max(2, Math.hypot(lug.x - anchor.x, lug.y - anchor.y))
  return {
    id: 'adjuster',
    kind: 'turnbuckle',
    shaft,
    pivot,
    lug: { x: lug.x, y: lug.y },
    anchor,
    lengthMin: length - 1,
    lengthMax: length + 1,
  }
}

test(`dL/du agrees with a difference, every kind of adjuster on random drives (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const step = 1e-5
  const compared = new Map<string, number>()
  for (let i = 0; i < DRIVES; i++) {
    const drive = withAdjuster(randomLoop(random), i, random)
    const adjuster = settleDrive(drive).belts[0]?.adjuster
    for (const u of [0.2, 0.5, 0.8]) {
      const [before, here, after] = [u - step, u, u + step].map((at) => adjuster?.lengthAt(at))
      // Out of a rod's reach there is no path, and where the belt jumps off a pulley no rate.
      if (before?.turning !== after?.turning || before === undefined || after === undefined) continue
      const difference = (after.length - before.length) / (2 * step)
      const off = Math.abs((here?.perU ?? NaN) - difference)
      // step² · L''' plus rounding / step: far below a ten-thousandth of slopes up to a few hundred, but for a rod near its dead point.
      if (!(off <= 1e-3 * Math.max(1, Math.abs(difference))))
        throw new Error(`seed ${SEED}, drive ${i}, u ${u}: off by ${off}`)
      const { kind } = drive.adjusters[0] as DriveDraft['adjusters'][number]
      compared.set(kind, (compared.get(kind) ?? 0) + 1)
    }
  }
  // Every kind took part; a spring arm moves as an eccentric does.
  expect([...compared.keys()].toSorted()).toEqual(['eccentric', 'shim', 'slide', 'swing', 'turnbuckle'])
  expect(Math.min(...compared.values())).toBeGreaterThan(DRIVES / 5)
})

test.each(readVectors().map((vector) => [vector.file, vector.drive] as const))(
  'dL/du agrees with a difference on every belt of %s',
  (_, drive) => {
    const step = 1e-5
    for (const { adjuster } of settleDrive(drive).belts) {
      if (adjuster === null) continue
      for (const u of [0.1, 0.37, 0.5, 0.81]) {
        const [before, after, here] = [adjuster.lengthAt(u - step), adjuster.lengthAt(u + step), adjuster.lengthAt(u)]
        const difference = ((after?.length ?? NaN) - (before?.length ?? NaN)) / (2 * step)
        // A central difference at this step is good to 1e-6 of a slope near 50: step² · L''' plus rounding / step.
        expect(Math.abs((here?.perU ?? NaN) - difference)).toBeLessThan(1e-4)
      }
    }
  },
)
