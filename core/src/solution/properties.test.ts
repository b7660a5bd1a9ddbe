import { expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { randomLoop } from '../testing/drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { mustCheck, readVectors } from '../testing/vectors.ts'
import { settleDrive } from '../path/settle.ts'
import { solveDrive } from './solve-drive.ts'

const DRIVES = 300

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

function changed(drive: CheckedDrive, change: (draft: DriveDraft) => void): CheckedDrive {
  const draft = structuredClone(drive) as DriveDraft
  change(draft)
  return mustCheck(draft)
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
    draft.shafts.forEach((shaft) => (shaft.x = -shaft.x))
  })
  expectSame([lengthOf(mirrored), ...wrapsOf(mirrored)], [lengthOf(drive), ...wrapsOf(drive)])
})

property('a drive turned about the crank has the same length and wraps', (drive, random) => {
  const by = random() * 2 * Math.PI
  const turned = changed(drive, (draft) => {
    for (const shaft of draft.shafts) {
      const { x, y } = shaft
      shaft.x = x * Math.cos(by) - y * Math.sin(by)
      shaft.y = x * Math.sin(by) + y * Math.cos(by)
    }
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
      draft.shafts.forEach((shaft) => {
        shaft.x *= scale
        shaft.y *= scale
      })
      draft.pulleys.forEach((pulley) => {
        if (pulley.face === 'toothed') return
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
