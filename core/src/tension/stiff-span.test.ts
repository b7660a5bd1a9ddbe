import { describe, expect, test } from '@jest/globals'
import { randomFrom, SEED } from '../testing/random.ts'
import {
  bendingFromPlucks,
  checkSpan,
  deflectionFor,
  forceFor,
  pluckFrequency,
  spanModels,
  tensionFromPluck,
  tensionFromPress,
  type CheckedSpan,
} from './hand-checks.ts'

/** Six ribs: 0.004 N·m² and 0.019 kg/m each. */
const ribbed = (length: number, bending = 0.024): CheckedSpan => ({
  length,
  stiffness: 84_000,
  cordLength: 1700,
  mass: 0.114,
  bending,
  correctsBending: true,
})
const vee = (length: number, bending = 0.1): CheckedSpan => ({
  length,
  stiffness: 60_000,
  cordLength: 1100,
  mass: 0.13,
  bending,
  correctsBending: false,
})

const NODES = 240

/**
 * First mode, Hz, of a beam under tension by finite differences: `EI·w'''' − T·w'' = m·ω²·w`. The first node outside an end is `end` times the first one
 * inside: −1 turns freely, 1 is clamped, and what lies between is a spring. Shares nothing with the formulas it is held against.
 */
function beamHz({ length, mass, bending = 0 }: CheckedSpan, tension: number, end: number): number {
  const h = length / 1000 / (NODES + 1)
  const [b, t] = [bending / h ** 4, tension / h ** 2]
  // Bands of a symmetric matrix: two below, one below, the diagonal.
  const diagonal = new Float64Array(NODES).fill(6 * b + 2 * t)
  diagonal[0] = diagonal[NODES - 1] = (6 + end) * b + 2 * t
  const beside = new Float64Array(NODES).fill(-4 * b - t)
  const far = new Float64Array(NODES).fill(b)
  const solve = ldl(diagonal, beside, far)
  let shape = Float64Array.from({ length: NODES }, (_, i) => Math.sin((Math.PI * (i + 1)) / (NODES + 1)))
  let value = 0
  for (let i = 0; i < 12; i++) {
    const next = solve(shape)
    const norm = Math.sqrt(next.reduce((sum, x) => sum + x * x, 0))
    value = 1 / norm
    shape = next.map((x) => x / norm)
  }
  return Math.sqrt(value / mass) / (2 * Math.PI)
}

/** Factors a symmetric matrix of five bands, and solves with it. */
function ldl(diagonal: Float64Array, beside: Float64Array, far: Float64Array): (of: Float64Array) => Float64Array {
  const n = diagonal.length
  const [d, l1, l2] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)]
  for (let i = 0; i < n; i++) {
    const one = i >= 1 ? (beside[i - 1] as number) : 0
    const two = i >= 2 ? (far[i - 2] as number) : 0
    l2[i] = i >= 2 ? two / (d[i - 2] as number) : 0
    l1[i] = i >= 1 ? (one - (i >= 2 ? two * (l1[i - 1] as number) : 0)) / (d[i - 1] as number) : 0
    d[i] =
      (diagonal[i] as number) -
      (i >= 1 ? (l1[i] as number) ** 2 * (d[i - 1] as number) : 0) -
      (i >= 2 ? (l2[i] as number) ** 2 * (d[i - 2] as number) : 0)
  }
  return (of) => {
    const x = Float64Array.from(of)
    for (let i = 0; i < n; i++)
      (x[i] as number) -=
        (i >= 1 ? (l1[i] as number) * (x[i - 1] as number) : 0) +
        (i >= 2 ? (l2[i] as number) * (x[i - 2] as number) : 0)
    for (let i = 0; i < n; i++) (x[i] as number) /= d[i] as number
    for (let i = n - 1; i >= 0; i--)
      (x[i] as number) -=
        (i + 1 < n ? (l1[i + 1] as number) * (x[i + 1] as number) : 0) +
        (i + 2 < n ? (l2[i + 2] as number) * (x[i + 2] as number) : 0)
    return x
  }
}

/** The pitch with ends sprung so that half of the clamped rise is left. */
function halfHeldHz(span: CheckedSpan, tension: number): number {
  const string = (1000 / (2 * span.length)) * Math.sqrt(tension / span.mass)
  return string + (beamHz(span, tension, 1) - string) / 2
}

describe('a pluck', () => {
  test.each([150, 300])('of ribs at %p mm, ends half held and stiffness known: within 3 %', (length) => {
    for (const tension of [200, 350, 600]) {
      const span = { ...ribbed(length), bendingKnown: true }
      const { likely } = spanModels(span)
      const read = tensionFromPluck(span, halfHeldHz(span, tension), likely)
      expect(Math.abs(read / tension - 1)).toBeLessThan(0.03)
    }
  })

  test.each([150, 300])('at %p mm with clamped and with free ends lies between low and high', (length) => {
    for (const end of [-1, 1])
      for (const tension of [200, 350, 600]) {
        const span = { ...ribbed(length), bendingKnown: true }
        const { low, high } = checkSpan(span, { frequency: beamHz(span, tension, end) })
        // Finite differences are good to a few hundredths of a percent.
        expect(low.tension).toBeLessThan(1.001 * tension)
        expect(high.tension).toBeGreaterThan(tension)
      }
  })

  test('with the nominal stiffness, which is good to a factor of two: nine times in ten between low and high', () => {
    const random = randomFrom(SEED)
    let inside = 0
    const rounds = 200
    for (let i = 0; i < rounds; i++) {
      const tension = 150 + 500 * random()
      const length = 120 + 280 * random()
      const truth = ribbed(length, 0.024 * 2 ** (2 * random() - 1))
      const { low, high } = checkSpan(ribbed(length), { frequency: beamHz(truth, tension, 2 * random() - 1) })
      if ((low.tension ?? NaN) <= tension && tension <= (high.tension ?? NaN)) inside++
    }
    expect(inside / rounds).toBeGreaterThanOrEqual(0.9)
  })

  test('of a V belt is not corrected: the string’s tension, and a spread that holds the truth', () => {
    const span = vee(250)
    const frequency = beamHz(span, 400, 1)
    const { tension, low, high } = checkSpan(span, { frequency })
    expect(tension).toBeCloseTo(span.mass * (2 * 0.25 * frequency) ** 2, 9)
    expect(high.tension).toBeCloseTo(tension, 9)
    expect(low.tension).toBeLessThan(400)
    expect((high.tension ?? NaN) - (low.tension ?? NaN)).toBeGreaterThan(150)
  })

  test('of two spans gives the stiffness itself', () => {
    const [short, long] = [ribbed(150, 0.031), ribbed(320, 0.031)]
    const found = bendingFromPlucks(
      { span: short, frequency: halfHeldHz(short, 350) },
      { span: long, frequency: halfHeldHz(long, 350) },
    )
    expect(Math.abs((found ?? NaN) / 0.031 - 1)).toBeLessThan(0.1)
    expect(bendingFromPlucks({ span: short, frequency: 20 }, { span: long, frequency: 60 })).toBeNull()
  })

  test('with nothing that resists bending is the bare string of before', () => {
    const span = { ...ribbed(300, 0), bendingKnown: true }
    const { tension, low, high } = checkSpan(span, { frequency: 80 })
    expect([low.tension, high.tension]).toEqual([tension, tension])
    expect(tension).toBeCloseTo(0.114 * (2 * 0.3 * 80) ** 2, 9)
  })
})

describe('a press', () => {
  test('a clamped beam under tension yields what the textbook says without tension: F = 192·EI·q / s³', () => {
    const span = { ...ribbed(200), stiffness: 0 }
    const clamped = { bending: 0.024, held: 1, gives: 'belt' } as const
    const free = { bending: 0.024, held: 0, gives: 'belt' } as const
    // A small deflection, and hardly any tension.
    expect(forceFor(span, 0.5, 0.1, clamped) / ((192 * 0.024 * 1e-4) / 0.2 ** 3)).toBeCloseTo(1, 1)
    expect(forceFor(span, 0.5, 0.1, free) / ((48 * 0.024 * 1e-4) / 0.2 ** 3)).toBeCloseTo(1, 0)
  })

  test('there and back again, whatever the model', () => {
    const random = randomFrom(SEED)
    for (let i = 0; i < 60; i++) {
      const span = random() < 0.5 ? ribbed(120 + 300 * random()) : vee(120 + 300 * random())
      const tension = 100 + 600 * random()
      for (const model of spanModels(span).ends) {
        const q = 2 + 8 * random()
        const force = forceFor(span, tension, q, model)
        expect(tensionFromPress(span, force, q, model)).toBeCloseTo(tension, 6)
        expect(deflectionFor(span, tension, force, model)).toBeCloseTo(q, 6)
        const frequency = pluckFrequency(span, tension, model)
        expect(tensionFromPluck(span, frequency, model)).toBeCloseTo(tension, 6)
      }
    }
  })

  test('lies between the whole belt stretching and this span alone', () => {
    const span = { ...ribbed(250, 0), bendingKnown: true }
    const { force, low, high } = checkSpan(span, { tension: 300, deflection: 8 })
    expect(low.force).toBeCloseTo(force ?? NaN, 9)
    // EA / s in place of EA / L: nearly seven times what stretching adds.
    expect(high.force ?? NaN).toBeGreaterThan(1.3 * (force ?? NaN))
    expect(low).not.toHaveProperty('tension')
  })
})
