import { describe, expect, test } from '@jest/globals'
import { settleDrive } from '../path/settle.ts'
import { changed } from '../testing/drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { movingPitch, ringing } from './ringing.ts'

const NODES = 120

/**
 * The pitch of a string that runs between fixed ends, by finite differences in time and space: `u_tt + 2v·u_xt + (v² − c²)·u_xx = 0`, let go from a
 * half wave; the strongest line in the movement of its middle.
 */
function simulatedHz(length: number, tension: number, mass: number, speed: number): number {
  const [h, wave] = [length / 1000 / (NODES + 1), Math.sqrt(tension / mass)]
  const slope = (y: Float64Array, i: number) => ((y[i + 1] ?? 0) - (y[i - 1] ?? 0)) / (2 * h)
  const bend = (y: Float64Array, i: number) => ((y[i + 1] ?? 0) - 2 * (y[i] as number) + (y[i - 1] ?? 0)) / (h * h)
  const rate = (u: Float64Array, w: Float64Array) =>
    w.map((_, i) => -2 * speed * slope(w, i) + (wave * wave - speed * speed) * bend(u, i))
  let u = Float64Array.from({ length: NODES }, (_, i) => Math.sin((Math.PI * (i + 1)) / (NODES + 1)))
  let w = new Float64Array(NODES)
  const still = wave / ((2 * length) / 1000)
  const dt = (0.5 * h) / (wave + speed)
  const steps = Math.ceil(12 / (still * (1 - (speed / wave) ** 2)) / dt)
  const middle = new Float64Array(steps)
  const plus = (a: Float64Array, b: Float64Array, by: number) => a.map((x, i) => x + by * (b[i] as number))
  for (let n = 0; n < steps; n++) {
    // The classical fourth-order Runge–Kutta step.
    const [u1, w1] = [w, rate(u, w)]
    const [u2, w2] = [plus(w, w1, dt / 2), rate(plus(u, u1, dt / 2), plus(w, w1, dt / 2))]
    const [u3, w3] = [plus(w, w2, dt / 2), rate(plus(u, u2, dt / 2), plus(w, w2, dt / 2))]
    const [u4, w4] = [plus(w, w3, dt), rate(plus(u, u3, dt), plus(w, w3, dt))]
    u = u.map(
      (x, i) => x + (dt / 6) * ((u1[i] as number) + 2 * (u2[i] as number) + 2 * (u3[i] as number) + (u4[i] as number)),
    )
    w = w.map(
      (x, i) => x + (dt / 6) * ((w1[i] as number) + 2 * (w2[i] as number) + 2 * (w3[i] as number) + (w4[i] as number)),
    )
    middle[n] = u[NODES >> 1] as number
  }
  let best = { hz: 0, power: 0 }
  for (let hz = 0.3 * still; hz <= 1.2 * still; hz += still / 800) {
    let [re, im] = [0, 0]
    for (let n = 0; n < steps; n++) {
      const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / steps)
      re += window * (middle[n] as number) * Math.cos(2 * Math.PI * hz * n * dt)
      im += window * (middle[n] as number) * Math.sin(2 * Math.PI * hz * n * dt)
    }
    const power = re * re + im * im
    if (power > best.power) best = { hz, power }
  }
  return best.hz
}

test.each([0, 0.3, 0.5, 0.7])(
  'a string that runs at %p of its wave speed rings as finite differences have it, within 1 %',
  (share) => {
    const [length, tension, mass] = [300, 350, 0.114]
    const speed = share * Math.sqrt(tension / mass)
    const span = { length, mass, stiffness: 0, cordLength: length }
    expect(Math.abs(movingPitch(span, tension, speed) / simulatedHz(length, tension, mass, speed) - 1)).toBeLessThan(
      0.01,
    )
  },
)

describe('a drive', () => {
  const drive = changed(vectorNamed('serpentine-1').drive, (draft) => {
    draft.engine.cylinders = 4
    draft.engine.strokes = 4
  })
  const settled = settleDrive(drive)
  const [belt] = settled.belts
  const found = belt === undefined ? null : ringing(settled, belt)

  test('has a line for every span, which bending can only raise, and sinks with the belt’s speed', () => {
    expect(found?.spans).toHaveLength(belt?.pulleys.length ?? NaN)
    for (const { pitches } of found?.spans ?? []) {
      expect(pitches.every(({ hz, high }) => high >= hz)).toBe(true)
      expect(pitches.at(-1)?.hz ?? NaN).toBeLessThan(pitches[0]?.hz ?? NaN)
    }
  })

  test('is shaken by its firing twice a turn, by the shafts beside a span and by the belt', () => {
    expect(found?.shakers.find(({ of }) => of === 'firing')?.perRpm).toBeCloseTo(2 / 60, 12)
    for (const { rpm, hz, shaker, from, to, verdict } of found?.crossings ?? []) {
      expect(hz).toBeCloseTo(rpm * shaker.perRpm, 9)
      const { idleRpm, cruiseRpm, maxRpm } = drive.engine
      expect(rpm).toBeLessThanOrEqual(maxRpm)
      const near = [idleRpm, cruiseRpm].some((of) => Math.abs(rpm / of - 1) <= 0.05)
      expect(verdict).toBe(near ? 'watch' : 'fine')
      const shafts = [from, to].map((id) => drive.pulleys.find((pulley) => pulley.id === id)?.shaft)
      if (shaker.of === 'shaft') expect(shafts).toContain(shaker.shaft)
    }
    expect((found?.crossings ?? []).length).toBeGreaterThan(0)
  })

  test('without a path has no answer', () => {
    const bare = changed(drive, (draft) => {
      for (const each of draft.belts) each.route = []
    })
    const nothing = settleDrive(bare)
    const [none] = nothing.belts
    expect(none === undefined ? null : ringing(nothing, none)).toBeNull()
  })
})
