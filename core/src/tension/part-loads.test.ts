import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import type { Shaft } from '../drive/shaft.ts'
import { settleDrive } from '../path/settle.ts'
import { USUAL_LOADS } from '../rules/nominal.ts'
import { ruleKey } from '../rules/rules.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { gripUse } from './grip.ts'
import { gripMap } from './grip-map.ts'
import { ownTorque } from './loads.ts'
import { minTensions } from './min-tension.ts'
import { loadKnown, plateOf, setBearingLimit, setRating, setTorque } from './part-loads.ts'
import { spanTensions } from './span-tensions.ts'
import { whatHelps } from './what-helps.ts'

const shaft = (some: Partial<Shaft>) => ({ kind: 'alternator', ...some }) as Shaft

describe('what a part takes', () => {
  test.each<[string, Partial<Shaft>, 'read' | 'nominal' | 'unknown']>([
    ['an alternator of which nothing is read', { kind: 'alternator' }, 'nominal'],
    ['an idler', { kind: 'idler' }, 'nominal'],
    ['a supercharger', { kind: 'supercharger' }, 'unknown'],
    ['a jackshaft', { kind: 'jackshaft' }, 'unknown'],
    ['another part', { kind: 'other' }, 'unknown'],
    ['another part with a curve', { kind: 'other', load: { light: [[0, 1]], heavy: [[0, 2]] } }, 'read'],
    ['an alternator with its amps', { kind: 'alternator', rating: { amps: 90 } }, 'read'],
    ['a supercharger with half a plate', { kind: 'supercharger', rating: { kW: 20 } }, 'unknown'],
    ['a supercharger with all of it', { kind: 'supercharger', rating: { kW: 20, atRpm: 12_000 } }, 'read'],
  ])('%s', (_name, part, known) => {
    expect(loadKnown(shaft(part))).toBe(known)
    expect(ownTorque(shaft(part), 3000, 1) === null).toBe(known === 'unknown')
  })

  // p·V / (2π·η) by hand: 90e5 Pa · 9.6e-6 m³ / (2π · 0.85) = 16.18 N·m, of which the table's 16 is the round figure.
  test('a steering pump of the nominal size takes the nominal torque, one of twice the size twice', () => {
    const pump = (bar: number, cm3PerTurn: number) =>
      ownTorque(shaft({ kind: 'power-steering', rating: { bar, cm3PerTurn } }), 1000, 1)
    expect(pump(90, 9.6)).toBeCloseTo(16, 9)
    expect(pump(90, 19.2)).toBeCloseTo(32, 9)
    expect((90e5 * 9.6e-6) / (2 * Math.PI * 0.85)).toBeCloseTo(16.18, 2)
  })

  test('an alternator goes by its power', () => {
    const heavy = (rating: Shaft['rating']) => ownTorque(shaft(rating === undefined ? {} : { rating }), 2000, 1)
    expect(heavy(undefined)).toBe(7.5)
    expect(heavy({ amps: 120 })).toBeCloseTo(7.5, 9)
    expect(heavy({ amps: 60 })).toBeCloseTo(3.75, 9)
    expect(heavy({ amps: 60, volts: 28.4 })).toBeCloseTo(7.5, 9)
  })

  // P / ω: 10 kW at 6000 rpm is 10 000 / 628.32 = 15.915 N·m.
  test('a power at a speed is level, and grows with the square of the speed for a fan', () => {
    const at = (kind: Shaft['kind'], rpm: number) => ownTorque(shaft({ kind, rating: { kW: 10, atRpm: 6000 } }), rpm, 1)
    expect(at('supercharger', 6000)).toBeCloseTo(15.915, 3)
    expect(at('supercharger', 3000)).toBeCloseTo(15.915, 3)
    expect(at('fan', 6000)).toBeCloseTo(15.915, 3)
    expect(at('fan', 3000)).toBeCloseTo(15.915 / 4, 3)
  })

  test('the figures a workshop may set are those of the nominal curves', () => {
    for (const [kind, { nominal, unit }] of Object.entries(USUAL_LOADS)) {
      const own = (value: number) =>
        ownTorque(shaft({ kind: kind as Shaft['kind'] }), 3000, 1, { [ruleKey.load(kind as Shaft['kind'])]: value })
      const usual = ownTorque(shaft({ kind: kind as Shaft['kind'] }), 3000, 1) ?? NaN
      expect(own(nominal)).toBe(usual)
      expect(own(1.5 * nominal)).toBeCloseTo(1.5 * usual, 9)
      // A torque at 3000 rpm is just that; one at full lock or on a hot day is that of the slow part.
      if (unit === 'N·m') {
        const rpm = kind.startsWith('power') || kind.startsWith('ac-') ? 0 : 3000
        expect(ownTorque(shaft({ kind: kind as Shaft['kind'] }), rpm, 1)).toBeCloseTo(nominal, 9)
      }
    }
  })

  test('what was read goes before what the workshop takes for nominal', () => {
    const rules = { [ruleKey.load('alternator')]: 240 }
    expect(ownTorque(shaft({ rating: { amps: 120 } }), 2000, 1, rules)).toBeCloseTo(7.5, 9)
    expect(ownTorque(shaft({}), 2000, 1, rules)).toBeCloseTo(15, 9)
  })

  test('every kind that takes a load has a plate', () => {
    expect(plateOf('idler')).toEqual([])
    expect(plateOf('crank')).toEqual([])
    expect(plateOf('supercharger')).toEqual(['kW', 'atRpm'])
  })
})

describe('what is entered', () => {
  const drive = demoDrive('ketch-main')
  const part = drive.shafts.find(({ kind }) => kind === 'alternator')?.id ?? ''
  const after = (...edits: readonly ((draft: DriveDraft) => void)[]) => {
    const draft = structuredClone(drive) as DriveDraft
    for (const edit of edits) edit(draft)
    return draft.shafts.find(({ id }) => id === part)
  }

  test('is kept with the part, and taken away', () => {
    expect(after(setRating(part, 'amps', 90))?.rating).toEqual({ amps: 90 })
    expect(after(setRating(part, 'amps', 90), setRating(part, 'amps', null))?.rating).toBeUndefined()
    expect(after(setTorque(part, { light: 1, heavy: 3 }))?.load).toEqual({ light: [[0, 1]], heavy: [[0, 3]] })
    expect(after(setTorque(part, null))?.load).toBeUndefined()
    expect(after(setBearingLimit(part, 900))?.maxSideLoad).toBe(900)
    expect(after(setBearingLimit(part, 900), setBearingLimit(part, null))?.maxSideLoad).toBeUndefined()
  })
})

/** The van with one part whose load nobody can say. */
function withUnknown(): CheckedDrive {
  const drive = structuredClone(demoDrive('ketch-main')) as DriveDraft
  for (const each of drive.shafts)
    if (each.kind === 'alternator') {
      each.kind = 'supercharger'
      delete each.load
      delete each.rating
    }
  return drive as CheckedDrive
}

describe('a load that nobody knows', () => {
  const settled = settleDrive(withUnknown())
  const point = { rpm: 2000, load: 1 }
  const unknownShaft = settled.drive.shafts.find(({ kind }) => kind === 'supercharger')?.id
  const belt = spanTensions(settled, point).find(({ loads }) => loads === 'unknown')

  test('leaves the grip of its belt open, never fine, and names the part', () => {
    expect(belt?.worst.gripReserve).toBeNull()
    expect(settled.drive.pulleys.find(({ id }) => id === belt?.worst.pulley)?.shaft).toBe(unknownShaft)
    expect(belt?.pulleys.every(({ gripUse: use }) => use === null)).toBe(true)
    expect(belt?.pulleys.filter(({ torque }) => torque === null)).toHaveLength(1)
  })

  test('leaves its spans as they are at rest', () => {
    const spans = belt?.spans ?? []
    // At one speed all alike: nothing is said of what pulls.
    expect(Math.max(...spans) - Math.min(...spans)).toBeLessThan(1e-9)
  })

  test('asks for no tension, promises no help, and is left out of the map', () => {
    const id = belt?.belt ?? ''
    expect(minTensions(settled, [point]).map((each) => each.belt)).not.toContain(id)
    expect(whatHelps(settled, id, [point])).toBeUndefined()
    const rows = gripMap(settled, { columns: 3, rows: 2 })
    let next = rows.next()
    while (next.done !== true) next = rows.next()
    expect(next.value.known).toBe('unknown')
    expect([...next.value.reserve].every((each) => Number.isNaN(each))).toBe(settled.drive.belts.length === 1)
  })
})

test('a belt is thrown off before any load is looked at', () => {
  const grip = { centrifugal: 300, friction: 0.9, wrap: 3 }
  expect(gripUse(250, 250, grip)).toBe(Infinity)
  expect(gripUse(400, 400, grip)).toBe(0)
})
