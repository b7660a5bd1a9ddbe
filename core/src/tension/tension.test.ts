import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { changed } from '../testing/drives.ts'
import { randomAccessoryDrive } from '../testing/accessory-drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { readVectors, vectorNamed } from '../testing/vectors.ts'
import { frictionOn, gripUse } from './grip.ts'
import { minTensions } from './min-tension.ts'
import { gripWorking } from '../working/tension-working.ts'
import { ownTorque, throttleBlip } from './loads.ts'
import { spanTensions, springTorque, staticSetting, TensionModel } from './span-tensions.ts'

const CASES = readVectors().flatMap(({ file, drive, tension = [] }) =>
  tension.map((point) => [`${file} at ${point.rpm} rpm, load ${point.load}`, drive, point] as const),
)

describe('the independent program', () => {
  // Two programs in double precision: 1e-6 N of some thousands, 1e-9 of a share.
  test.each(CASES)('agrees on every tension, grip and bearing load: %s', (_, drive, { rpm, load, belts }) => {
    const found = spanTensions(settleDrive(drive), { rpm, load })
    expect(found.map(({ belt }) => belt)).toEqual(belts.map(({ id }) => id))
    for (const [b, expected] of belts.entries()) {
      const belt = found[b]
      expect(belt?.beltSpeed).toBeCloseTo(expected.beltSpeed, 9)
      expect(belt?.centrifugal).toBeCloseTo(expected.centrifugal, 6)
      for (const [i, span] of expected.spans.entries()) expect(belt?.spans[i]).toBeCloseTo(span.tension, 6)
      for (const [i, pulley] of expected.pulleys.entries()) {
        const mine = belt?.pulleys[i]
        expect(mine?.pulley).toBe(pulley.pulley)
        expect(mine?.torque).toBeCloseTo(pulley.torque, 9)
        expect(mine?.gripUse).toBeCloseTo(pulley.gripUse, 9)
        expect(mine?.hubLoad).toBeCloseTo(pulley.hubLoad, 6)
      }
      expect(belt?.worst.pulley).toBe(expected.worst.pulley)
      const reserve = expected.worst.gripReserve
      if (reserve === Infinity) expect(belt?.worst.gripReserve).toBe(Infinity)
      else expect(belt?.worst.gripReserve).toBeCloseTo(reserve, 6)
    }
  })

  test('has tensions for enough drives to say so', () => {
    expect(new Set(CASES.map(([name]) => name.split(' ')[0])).size).toBeGreaterThan(5)
  })
})

test('a throttle blip adds what each known inertia takes to speed up, and only that', () => {
  const drive = changed(vectorNamed('serpentine8-1').drive, (d) => {
    for (const shaft of d.shafts) delete shaft.inertia
  })
  const alternator = drive.shafts.find(({ kind }) => kind === 'alternator')?.id ?? ''
  const ratio = shaftSpeeds(settleDrive(drive)).reached.get(alternator)?.ratio ?? NaN
  const added = (of: CheckedDrive, rules = {}) => {
    const model = new TensionModel(settleDrive(of, {}, rules))
    const torques = (throttle: boolean) =>
      [
        ...model.torques(throttle ? throttleBlip({ rpm: 900, load: 1 }, rules) : { rpm: 900, load: 1 }).values(),
      ].flatMap((each) => each.torques.map((torque) => torque ?? NaN))
    const steady = torques(false)
    return torques(true).map((torque, i) => torque - (steady[i] ?? NaN))
  }
  // By hand: 0.003 kg·m² at 6000 rpm/s is 0.003 · 6000 · 2π/60 = 1.88496 N·m at the crank's own speed.
  const most = (changes: readonly number[]) => Math.max(...changes)
  expect(most(added(drive))).toBeCloseTo(1.88496 * ratio, 3)
  expect(added(drive).filter((each) => each > 1e-9)).toHaveLength(1)
  expect(most(added(drive, { 'load.throttle-blip': 3000 }))).toBeCloseTo(0.94248 * ratio, 3)
  const heavier = changed(drive, (d) => {
    for (const shaft of d.shafts) if (shaft.id === alternator) shaft.inertia = 0.006
  })
  expect(most(added(heavier))).toBeCloseTo(2 * 1.88496 * ratio, 3)
})

/** W at a shaft: torque times its speed. */
const power = (torque: number, rpm: number) => (torque * 2 * Math.PI * rpm) / 60

test(`what the crank gives is what all shafts take, over any number of belts (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const drives = [
    ...readVectors().map(({ drive }) => drive),
    ...Array.from({ length: 30 }, () => randomAccessoryDrive(random)),
  ].map((drive) =>
    changed(drive, (d) => {
      for (const shaft of d.shafts)
        if (shaft.kind !== 'crank')
          shaft.load = {
            light: [[0, random()]],
            heavy: [
              [0, 2],
              [4000, 2 + 10 * random()],
            ],
          }
    }),
  )
  for (const [i, drive] of drives.entries()) {
    const settled = settleDrive(drive)
    const point = { rpm: 700 + 3000 * random(), load: random() }
    const { reached } = shaftSpeeds(settled)
    const torques = new TensionModel(settled).torques(point)
    let given = 0
    for (const belt of settled.belts) {
      const loaded = torques.get(belt.belt.id)
      const driver = belt.pulleys[loaded?.driver ?? -1]
      if (loaded === undefined || driver === undefined) throw new Error(`drive ${i}: ${belt.belt.id} is not driven`)
      if (!drive.shafts.some(({ id, kind }) => id === driver.shaft && kind === 'crank')) continue
      const r = belt.rolls[loaded.driver]?.r ?? NaN
      const torque = loaded.torques.reduce<number>(
        (sum, each, k) => sum + ((each ?? NaN) * r) / (belt.rolls[k]?.r ?? NaN),
        0,
      )
      given += power(torque, point.rpm)
    }
    const taken = drive.shafts.reduce((sum, shaft) => {
      const ratio = reached.get(shaft.id)?.ratio
      if (shaft.kind === 'crank' || ratio == null) return sum
      return sum + power(ownTorque(shaft, ratio * point.rpm, point.load) ?? NaN, ratio * point.rpm)
    }, 0)
    const off = Math.abs(given / taken - 1)
    if (!(off < 1e-9)) throw new Error(`seed ${SEED}, drive ${i}: ${given} W given, ${taken} W taken`)
  }
})

describe('limits', () => {
  const fenland = vectorNamed('veeset-1').drive
  const reserve = (drive: CheckedDrive, rpm = 2000) =>
    spanTensions(settleDrive(drive), { rpm, load: 1 })[0]?.worst.gripReserve ?? NaN
  const setTo = (tension: number) =>
    changed(fenland, (d) => {
      const [belt] = d.belts
      if (belt !== undefined) belt.installTension = tension
    })

  test('tighter grips more, without end, and loads the bearings more', () => {
    const reserves = [300, 600, 1200, 12_000].map((tension) => reserve(setTo(tension)))
    expect(reserves).toEqual(reserves.toSorted((a, b) => a - b))
    // Far above what the torque asks for the reserve is the tension's share of it.
    expect(reserve(setTo(2e4)) / reserve(setTo(1e4))).toBeCloseTo(2, 1)
    const hub = (tension: number) =>
      spanTensions(settleDrive(setTo(tension)), { rpm: 2000, load: 1 })[0]?.pulleys[0]?.hubLoad ?? NaN
    expect(hub(2e4) / hub(1e4)).toBeCloseTo(2, 1)
  })

  test('a belt that runs fast enough throws itself off', () => {
    const thrown = spanTensions(settleDrive(setTo(200)), { rpm: 9000, load: 1 })[0]
    expect(thrown?.centrifugal).toBeGreaterThan(200)
    expect(thrown?.worst.gripReserve).toBe(0)
  })

  test('each condition leaves its share of friction, and worse slips sooner', () => {
    const at = (condition: 'dry' | 'wet' | 'glazed' | 'oily' | 'worn') =>
      spanTensions(settleDrive(fenland), { rpm: 1500, load: 1 }, { condition })[0]?.worst.gripReserve ?? NaN
    const reserves = (['dry', 'worn', 'glazed', 'wet', 'oily'] as const).map(at)
    expect(reserves).toEqual(reserves.toSorted((a, b) => b - a))
    expect(frictionOn('PK', { face: 'ribbed' }, 'ribs', 'wet')).toBeCloseTo(0.9 * 0.55, 12)
    expect(frictionOn('PK', { face: 'smooth' }, 'back', 'dry')).toBe(0.32)
    expect(frictionOn('V13', { face: 'vee' }, 'ribs', 'dry')).toBe(1.05)
    expect(frictionOn('T9.5', { face: 'toothed' }, 'ribs', 'oily')).toBe(Infinity)
  })

  test('nothing pulled uses nothing, a slack side without hold slips at once', () => {
    const on = { centrifugal: 50, friction: 0.5, wrap: 3 }
    expect(gripUse(100, 100, on)).toBe(0)
    expect(gripUse(40, 100, on)).toBe(Infinity)
    expect(gripUse(100, 90, { ...on, friction: Infinity })).toBe(0)
    // (e^{0.5·3} − 1)·(100 − 50) = 174.1 N could be held; 60 are asked for.
    expect(gripUse(160, 100, on)).toBeCloseTo(60 / (50 * (Math.exp(1.5) - 1)), 12)
  })
})

describe('what holds a belt tight', () => {
  test('a spring gains its rate for each degree back from its free end', () => {
    const { drive } = vectorNamed('serpentine-1')
    const [arm] = drive.adjusters
    if (arm?.kind !== 'spring-arm') throw new Error('no arm')
    expect(springTorque(arm, 1)).toBe(arm.preload)
    const sweep = Math.abs(arm.angleFree - arm.angleReleased)
    expect(springTorque(arm, 0)).toBeCloseTo(arm.preload + arm.rate * sweep, 9)
    const [belt] = spanTensions(settleDrive(drive), { rpm: 1000, load: 1 })
    expect(belt?.source.of).toBe('spring')
  })

  test('a setting, the nominal one of a used belt, or the strain of a belt on fixed centres', () => {
    expect(staticSetting({ section: 'PK', ribs: 6, installTension: null })).toEqual({
      tension: 810,
      restsOn: 'nominal',
    })
    expect(staticSetting({ section: 'V13', ribs: 1, installTension: 320 })).toEqual({ tension: 320, restsOn: 'set' })
    const fixed = changed(vectorNamed('veeset-1').drive, (d) => {
      const [belt] = d.belts
      if (belt !== undefined) Object.assign(belt, { adjuster: null, installTension: null, length: 1000 })
    })
    const settled = settleDrive(fixed)
    const [belt] = settled.belts
    if (belt === undefined || !belt.path.ok) throw new Error('no path')
    const [tension] = spanTensions(settled, { rpm: 1000, load: 0 })
    const cord = 1000 - 2 * Math.PI * 2.9
    const strain = (60_000 * (belt.path.length - cord)) / cord
    if (strain > 0) expect(tension?.source).toMatchObject({ of: 'strain', tension: strain })
    else expect(tension?.source).toEqual({ of: 'nominal', tension: 300 })
  })
})

test('the least tension is the one at which the worst pulley keeps 1.3 times what it needs', () => {
  for (const name of ['veeset-1', 'rod-1', 'serpentine-1']) {
    const settled = settleDrive(vectorNamed(name).drive)
    const points = [800, 2000, 4000].flatMap((rpm) => [0, 0.5, 1].map((load) => ({ rpm, load })))
    for (const { belt, min: least, now, at } of minTensions(settled, points)) {
      if (least === null) throw new Error(`${belt} needs no tension`)
      if (name === 'serpentine-1') {
        // A spring's tension cannot be set from outside; what it has to spare is the reserve beyond the margin.
        expect(least < now).toBe((spanTensions(settled, at)[0]?.worst.gripReserve ?? 0) > 1.3)
        continue
      }
      const reserves = points.map(
        (point) =>
          spanTensions(settled, point, { staticTensions: { [belt]: least } }).find((each) => each.belt === belt)?.worst
            .gripReserve ?? NaN,
      )
      expect(Math.min(...reserves)).toBeCloseTo(1.3, 9)
    }
  }
})

describe('the working of a grip', () => {
  test.each(CASES)('lays open the numbers that give it: %s', (_, drive, { rpm, load, belts }) => {
    const settled = settleDrive(drive)
    for (const { id, worst } of belts) {
      const working = gripWorking(settled, id, { rpm, load }, null)
      if (worst.gripReserve === Infinity) {
        expect(working).toBeUndefined()
        continue
      }
      const [before = NaN, after = NaN, low = NaN, thrown = NaN, friction = NaN, wrap = NaN] = (
        working?.lines ?? []
      ).map(({ value }) =>
        value.is === 'angle' ? (value.deg * Math.PI) / 180 : value.is === 'length' ? NaN : value.value,
      )
      const result = working?.result.value
      // Put together by hand from the lines, as a reader would.
      const reserve = ((low - thrown) * (Math.exp(friction * wrap) - 1)) / Math.abs(after - before)
      expect(Math.max(0, reserve)).toBeCloseTo(worst.gripReserve, 6)
      expect(result?.is === 'number' && result.value).toBeCloseTo(worst.gripReserve, 6)
    }
  })
})
