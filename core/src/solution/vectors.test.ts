import { describe, expect, test } from '@jest/globals'
import { readVectors, type Vector } from '../testing/vectors.ts'
import { solveDrive, type BeltSolution } from './solve-drive.ts'

// Agreement asked of two programs in double precision: 1e-6 mm, 1e-6 degree, 1e-6 of travel, 1e-9 of a ratio.
const LENGTH = 1e-6
const ANGLE = 1e-6
const TRAVEL = 1e-6
const RATIO = 1e-9

const vectors = readVectors()

/** The largest difference, with the name of the number that shows it, so that a failure says where to look. */
function worst(differences: Readonly<Record<string, number>>): readonly [string, number] {
  let found: readonly [string, number] = ['none', 0]
  for (const [name, difference] of Object.entries(differences)) {
    if (!(Math.abs(difference) <= Math.abs(found[1]))) found = [name, difference]
  }
  return found
}

function expectWithin(differences: Readonly<Record<string, number>>, tolerance: number): void {
  const [name, difference] = worst(differences)
  expect({ name, within: Math.abs(difference) <= tolerance, difference }).toEqual({ name, within: true, difference })
}

function angleBetween(a: number, b: number): number {
  return ((((a - b) % 360) + 540) % 360) - 180
}

test('there are twelve solved drives to agree with', () => {
  expect(vectors).toHaveLength(12)
})

describe.each(vectors.map((vector) => [vector.file, vector] as const))('%s', (_, vector: Vector) => {
  const solution = solveDrive(vector.drive)
  const beltOf = (id: string): BeltSolution => {
    const belt = solution.belts.find((each) => each.id === id)
    if (belt === undefined) throw new Error(`no belt ${id}`)
    return belt
  }

  test.each(vector.solution.belts.map((belt) => [belt.id, belt] as const))('belt %s', (id, expected) => {
    const belt = beltOf(id)
    expectWithin(
      {
        cordLength: (belt.cordLength ?? NaN) - expected.cordLength,
        statedLength: (belt.statedLength ?? NaN) - expected.statedLength,
        shortest: (belt.reach.shortest ?? NaN) - expected.reach.shortest,
        longest: (belt.reach.longest ?? NaN) - expected.reach.longest,
        lengthPerU: (belt.lengthPerU ?? NaN) - expected.lengthPerU,
      },
      LENGTH,
    )
    expect(belt.adjuster).toMatchObject({ id: expected.adjuster.id, unit: expected.adjuster.unit, wanted: 'length' })
    expectWithin({ u: (belt.adjuster?.u ?? NaN) - expected.adjuster.u }, TRAVEL)
    expectWithin({ value: (belt.adjuster?.value ?? NaN) - expected.adjuster.value }, ANGLE)
  })

  test.each(vector.solution.belts.map((belt) => [belt.id, belt] as const))('spans and wraps of %s', (id, expected) => {
    const belt = beltOf(id)
    expect(belt.spans.map(({ from, to }) => [from, to])).toEqual(expected.spans.map(({ from, to }) => [from, to]))
    expect(belt.wraps.map(({ pulley, turns }) => [pulley, turns])).toEqual(
      expected.wraps.map(({ pulley, turns }) => [pulley, turns]),
    )
    expected.spans.forEach((span, i) => {
      const mine = belt.spans[i]
      expectWithin(
        {
          length: (mine?.length ?? NaN) - span.length,
          startX: (mine?.start.x ?? NaN) - span.start.x,
          startY: (mine?.start.y ?? NaN) - span.start.y,
          endX: (mine?.end.x ?? NaN) - span.end.x,
          endY: (mine?.end.y ?? NaN) - span.end.y,
        },
        LENGTH,
      )
      expectWithin({ direction: angleBetween(mine?.direction ?? NaN, span.direction) }, ANGLE)
    })
    expected.wraps.forEach((wrap, i) => {
      expectWithin({ angle: (belt.wraps[i]?.angle ?? NaN) - wrap.angle }, ANGLE)
      expectWithin({ cordRadius: (belt.wraps[i]?.cordRadius ?? NaN) - wrap.cordRadius }, LENGTH)
    })
  })

  test('shafts', () => {
    expect(solution.shafts.map(({ id, driven, turns }) => ({ id, driven, turns }))).toEqual(
      vector.solution.shafts.map(({ id, driven, turns }) => ({ id, driven, turns })),
    )
    vector.solution.shafts.forEach((expected, i) => {
      const shaft = solution.shafts[i]
      expectWithin({ [expected.id]: (shaft?.ratio ?? NaN) - expected.ratio }, RATIO)
      for (const at of ['idle', 'cruise', 'max'] as const) {
        // Speeds are a ratio times an engine speed of at most 1e4 rpm.
        expectWithin({ [`${expected.id} ${at}`]: (shaft?.rpm?.[at] ?? NaN) - expected.rpm[at] }, RATIO * 1e4)
      }
    })
  })

  test('held at stated travels', () => {
    const held = solveDrive(vector.drive, { held: vector.held.u })
    vector.held.belts.forEach((expected) => {
      const belt = held.belts.find(({ id }) => id === expected.id)
      expect(belt?.adjuster?.wanted).toBe('held')
      expectWithin(
        {
          stated: (belt?.statedLength ?? NaN) - expected.statedLength,
          cord: (belt?.cordLength ?? NaN) - expected.cordLength,
        },
        LENGTH,
      )
    })
  })
})
