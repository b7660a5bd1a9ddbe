import { describe, expect, test } from '@jest/globals'
import type { DriveDraft } from '../drive/edits.ts'
import { settleDrive } from '../path/settle.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { checkedSpans } from './checked-span.ts'
import {
  checkSpan,
  deflectionFor,
  forceFor,
  pluckFrequency,
  spanReadingsRefusal,
  tensionFromPluck,
  tensionFromPress,
} from './hand-checks.ts'
import { moveForTension, setBeltCondition, setInstallTension, settingFor, tensionOf } from './setting.ts'

/** A V13 belt's span of 300 mm in a belt of a metre. */
const SPAN = { length: 300, stiffness: 60_000, cordLength: 1000, mass: 0.13 }

test('pressed in far less than its length a span gives as a string does: F = 4·T·q / s', () => {
  // At 0.1 mm of 300 the stretch adds (EA/L)·2q²/s = 0.004 N to 400.
  expect(forceFor(SPAN, 400, 0.1)).toBeCloseTo((4 * 400 * 0.1) / 300, 4)
})

test('pressed in as far as it is long it has stretched by √5 − 1 of its length', () => {
  const pressed = 60 * 300 * (Math.sqrt(5) - 1)
  expect(forceFor(SPAN, 0, 300)).toBeCloseTo((4 * pressed * 300) / (300 * Math.sqrt(5)), 6)
})

test('a span rings as a string does: 400 N at 0.13 kg/m over 0.3 m', () => {
  expect(pluckFrequency(SPAN, 400)).toBeCloseTo(Math.sqrt(400 / 0.13) / 0.6, 9)
  expect(pluckFrequency(SPAN, 0)).toBe(0)
})

test(`force, deflection, pitch and tension agree among themselves (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  for (let i = 0; i < 200; i++) {
    const span = {
      length: 60 + 500 * random(),
      stiffness: 2e4 + 1e5 * random(),
      cordLength: 700 + 1500 * random(),
      mass: 0.05 + 0.2 * random(),
    }
    const tension = 20 + 1500 * random()
    const force = 5 + 100 * random()
    const q = deflectionFor(span, tension, force)
    expect(forceFor(span, tension, q) / force).toBeCloseTo(1, 9)
    expect(tensionFromPress(span, force, q) / tension).toBeCloseTo(1, 6)
    expect(tensionFromPluck(span, pluckFrequency(span, tension)) / tension).toBeCloseTo(1, 9)
    const all = checkSpan(span, { force, deflection: q })
    expect(all.frequency / pluckFrequency(span, tension)).toBeCloseTo(1, 6)
    // Tighter gives less, and is pressed harder for as much.
    expect(deflectionFor(span, 1.2 * tension, force)).toBeLessThan(q)
  }
})

describe('readings that cannot be', () => {
  test.each([
    [{ ...SPAN, length: 0 }, { tension: 100 }, 'The span has no length'],
    [{ ...SPAN, mass: 0 }, { frequency: 30 }, 'The mass of the belt is not known'],
    [SPAN, { force: 45, deflection: 400 }, 'larger than the span (300.0 mm)'],
    [SPAN, { frequency: 0 }, 'The frequency must be above zero.'],
    [SPAN, { force: -4, deflection: 3 }, 'The force must be above zero.'],
    [SPAN, { force: 45 }, 'Enter two of tension, force and deflection, or only the pitch.'],
    [SPAN, {}, 'Enter two of tension, force and deflection, or only the pitch.'],
    [SPAN, { tension: 1, force: 2, deflection: 3 }, 'Enter two of'],
    [SPAN, { tension: 1, frequency: 30 }, 'Leave the others empty'],
    [SPAN, { force: 1, deflection: 60 }, 'belt is slack'],
  ])('%j with %j', (span, readings, words) => {
    expect(spanReadingsRefusal(span, readings)).toContain(words)
  })

  test.each([{ tension: 300 }, { frequency: 40 }, { force: 45, deflection: 8 }, { tension: 300, force: 45 }])(
    '%j can',
    (readings) => {
      expect(spanReadingsRefusal(SPAN, readings)).toBeUndefined()
    },
  )
})

test('the spans of a belt with what its section weighs: ribs, one V belt, inches of a toothed one', () => {
  const first = (name: string) => checkedSpans(settleDrive(vectorNamed(name).drive).belts[0] as never)[0]
  expect(first('serpentine-1')).toMatchObject({ from: 'crank.1', to: 'tens.1', mass: 6 * 0.019, stiffness: 6 * 14_000 })
  expect(first('serpentine-1')?.length).toBeCloseTo(146.782, 3)
  expect(first('veeset-1')).toMatchObject({ mass: 0.13, stiffness: 60_000 })
  expect(first('toothed-1')?.mass).toBeCloseTo(0.11, 2)
})

describe('setting by hand', () => {
  const fenland = settleDrive(vectorNamed('veeset-1').drive)
  const [belt] = fenland.belts
  if (belt === undefined || !belt.path.ok) throw new Error('no belt')
  const { length } = belt.path

  test('what to set: 155 N a rib new, 135 N run in and used; V belts in the same proportion', () => {
    expect(settingFor({ section: 'PK', ribs: 6 }, 'new')).toBeCloseTo(930, 9)
    expect(settingFor({ section: 'PK', ribs: 6 }, 'used')).toBeCloseTo(810, 9)
    expect(settingFor({ section: 'V13', ribs: 1 }, 'run in')).toBe(300)
    expect(settingFor({ section: 'V13', ribs: 1 }, 'new') / 300).toBeCloseTo(155 / 135, 12)
  })

  test('how far the adjuster has to go: the belt stretches by ΔT·L/EA, and the path with it', () => {
    const move = moveForTension(belt, 310, 320)
    const stretch = (10 * length) / 60_000
    expect(move?.stretch).toBeCloseTo(stretch, 9)
    expect(move?.unit).toBe('deg')
    // Held that much further the path is longer by as much, to the second order of a small move.
    const u = belt.adjuster?.u ?? NaN
    const further = settleDrive(fenland.drive, { genslot: u + (move?.by ?? NaN) / (146 - 118) }).belts[0]
    expect(further?.path.ok === true ? further.path.length - length : NaN).toBeCloseTo(stretch, 3)
    expect(moveForTension(belt, 320, 310)?.by).toBeCloseTo(-(move?.by ?? NaN), 9)
  })

  test('a spring sets itself', () => {
    const [main] = settleDrive(vectorNamed('serpentine-1').drive).belts
    expect(main === undefined ? undefined : moveForTension(main, 300, 400)).toBeNull()
  })

  test('a reading has the spread of the hand that took it: a finger more than a gauge, a pitch less than either', () => {
    const q = deflectionFor(SPAN, 300, 45)
    const [finger, gauge, pluck] = [
      tensionOf(SPAN, { how: 'finger', force: 45, deflection: q }),
      tensionOf(SPAN, { how: 'gauge', force: 45, deflection: q }),
      tensionOf(SPAN, { how: 'pluck', frequency: pluckFrequency(SPAN, 300) }),
    ]
    for (const { tension } of [finger, gauge, pluck]) expect(tension).toBeCloseTo(300, 6)
    expect(finger.sigma).toBeGreaterThan(gauge.sigma)
    expect(gauge.sigma).toBeGreaterThan(pluck.sigma)
    // T = m(2sf)²: half a hertz of some 80, and 3 % of what mass and span are known by.
    expect(pluck.sigma).toBeCloseTo(300 * Math.hypot((2 * 0.5) / pluckFrequency(SPAN, 300), 0.03), 9)
  })

  test('what was set is kept with the belt', () => {
    const draft = structuredClone(fenland.drive) as DriveDraft
    setInstallTension('fanbelt', 345)(draft)
    setBeltCondition('fanbelt', 'wet')(draft)
    expect(draft.belts[0]).toMatchObject({ installTension: 345, condition: 'wet' })
  })
})
