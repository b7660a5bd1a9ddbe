import { describe, expect, test } from '@jest/globals'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { CordLoop } from './cord-loop.ts'
import { lengthRateOfMove, traceCord, type CordCircle } from './cord-path.ts'

/** Circles strewn over a front, some on the back, not all of them a path that a belt could run. */
function strewn(random: () => number): CordCircle[] {
  return Array.from({ length: 2 + Math.floor(7 * random()) }, () => ({
    x: 600 * (random() - 0.5),
    y: 600 * (random() - 0.5),
    r: 20 + 80 * random(),
    sigma: random() < 0.7 ? (1 as const) : (-1 as const),
  }))
}

describe(`the length of a loop of which some circles move, against the path traced whole (seed ${SEED})`, () => {
  test('is the same wherever they move, and so are its turns and its rate', () => {
    const random = randomFrom(SEED)
    let compared = 0
    for (let n = 0; n < runs(400, 20_000); n++) {
      const circles = strewn(random)
      const moved = [
        ...new Set(Array.from({ length: 1 + Math.floor(2 * random()) }, () => Math.floor(circles.length * random()))),
      ]
      const loop = new CordLoop(circles, moved)
      for (let step = 0; step < 4; step++) {
        for (const i of moved)
          Object.assign(circles[i] as CordCircle, { x: 600 * (random() - 0.5), r: 20 + 60 * random() })
        const path = traceCord(circles)
        expect(loop.measure()).toBe(path.ok)
        if (!path.ok) continue
        compared++
        // Sums of a few thousand mm in another order: their last digits.
        expect(Math.abs(loop.length - path.length)).toBeLessThan(1e-9)
        expect(Math.abs(loop.turning - path.turning)).toBe(0)
        for (const i of moved) {
          expect(Math.abs(loop.rateOfMove(i, 3, -2) - lengthRateOfMove(path, i, 3, -2))).toBeLessThan(1e-12)
          expect(Math.abs(loop.rateOfGrowth(i, 2) - 2 * (path.wraps[i] ?? NaN))).toBeLessThan(1e-9)
        }
      }
    }
    expect(compared).toBeGreaterThan(100)
  })

  test('neighbours that overlap are told of, whether they move or not', () => {
    const at = (x: number): CordCircle => ({ x, y: 0, r: 50, sigma: 1 })
    const [a, b, c] = [at(0), at(0), at(300)]
    expect(new CordLoop([a, b, c], [2]).measure()).toBe(false)
    const loop = new CordLoop([a, at(150), c], [1])
    expect(loop.measure()).toBe(true)
    const inside = new CordLoop([a, b, c], [1])
    expect(inside.measure()).toBe(false)
    b.x = 150
    expect(inside.measure()).toBe(true)
  })
})
