import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import { removeAdjuster, removeBelt, removePulley } from '../drive/edits-parts.ts'
import type { DriveDraft } from '../drive/edits.ts'
import type { TensionReading } from '../drive/tension-reading.ts'
import { checkDrive } from '../drive/read.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { worstBearing } from './bearings.ts'
import { checkedSpans } from './checked-span.ts'
import { NOMINAL_RULES } from '../rules/rules.ts'
import { grooveWear, meshPitch, rideVerdict } from './groove-wear.ts'
import { pluckFrequency } from './hand-checks.ts'
import { beginRunIn, dropRunIn, noteRunIn, runInsDue, runInStep } from './run-in.ts'
import {
  fingerFromScale,
  moveForTension,
  setBook,
  setInstallTension,
  setTurnGives,
  settingFor,
  tensionOf,
  turnWords,
} from './setting.ts'
import { staticSetting } from './span-tensions.ts'
import { springTorque } from './span-tensions.ts'
import {
  keepTensionReading,
  matchedSet,
  strikeTensionReading,
  tensionOfReading,
  twistSays,
} from './tension-readings.ts'
import { checkDamping, checkPointer, checkSpring, pointerReadings } from './tensioner-checks.ts'

/** Two equal pulleys 400 mm apart, the right one on a slide that takes up to the right. */
const slide: DriveDocument['adjusters'][number] = {
  kind: 'slide',
  id: 'slot',
  shaft: 'p1',
  direction: 0,
  from: -10,
  to: 30,
}
const pair = (section: 'PK' | 'V13' = 'V13'): CheckedDrive =>
  changed(
    loopDrive(
      [
        { x: 0, y: 0, diameter: 140 },
        { x: 400, y: 0, diameter: 140 },
      ],
      { section, adjusters: [slide] },
    ),
    (draft) => {
      for (const belt of draft.belts) Object.assign(belt, { adjuster: 'slot', count: 2, installTension: 300 })
    },
  )
const beltOf = (drive: CheckedDrive): SettledBelt => {
  const [belt] = settleDrive(drive).belts
  if (belt === undefined) throw new Error('no belt')
  return belt
}
const stamp = { by: 'Wren', at: '2026-11-25T08:00:00Z' }

describe('running in', () => {
  const at = (minutes: number) => Date.parse('2026-11-25T08:00:00Z') + 60_000 * minutes
  const iso = (minutes: number) => new Date(at(minutes)).toISOString()
  const setAt = iso(0)
  test.each([
    ['set and not run yet', { setAt }, 3, { is: 'to run' }],
    ['running', { setAt, startedAt: iso(1) }, 5.9, { is: 'running', until: at(6) }],
    ['run long enough', { setAt, startedAt: iso(1) }, 6, { is: 'run' }],
    ['cooling', { setAt, startedAt: iso(1), stoppedAt: iso(6) }, 20.9, { is: 'cooling', until: at(21) }],
    ['cool', { setAt, startedAt: iso(1), stoppedAt: iso(6) }, 21, { is: 'to re-set' }],
    [
      're-set, distance not read',
      { setAt, startedAt: iso(1), stoppedAt: iso(6), resetAt: iso(30) },
      31,
      { is: 'to check', atDistance: null },
    ],
    [
      're-set at 84 000 km',
      { setAt, startedAt: iso(1), stoppedAt: iso(6), resetAt: iso(30), resetDistance: 84_000 },
      31,
      { is: 'to check', atDistance: 84_200 },
    ],
    ['checked', { setAt, resetAt: iso(30), checkedAt: iso(9000) }, 9001, { is: 'done' }],
  ] as const)('%s', (_, runIn, minutes, step) => {
    expect(runInStep(runIn, at(minutes))).toEqual(step)
  })

  test('goes through the drive’s document from set to checked, and what is due is named until then', () => {
    let drive = changed(pair(), beginRunIn('belt', setAt))
    const due = (minutes: number) => runInsDue(drive, at(minutes)).map(({ name, step }) => `${name}: ${step.is}`)
    expect(due(0)).toEqual([`${drive.belts[0]?.name ?? ''}: to run`])
    drive = changed(drive, noteRunIn('belt', 'startedAt', iso(1)))
    drive = changed(drive, noteRunIn('belt', 'stoppedAt', iso(7)))
    expect(due(8)[0]).toContain('cooling')
    drive = changed(drive, noteRunIn('belt', 'resetAt', iso(30), 84_000))
    expect(drive.belts[0]?.runIn?.resetDistance).toBe(84_000)
    drive = changed(drive, noteRunIn('belt', 'checkedAt', iso(9000)))
    expect(due(9001)).toEqual([])
    expect(changed(drive, dropRunIn('belt')).belts[0]?.runIn).toBeUndefined()
    // A belt that is set again is run in again.
    expect(changed(drive, beginRunIn('belt', iso(9999))).belts[0]?.runIn).toEqual({ setAt: iso(9999) })
  })
})

describe('readings of tension', () => {
  const drive = pair()
  const [span] = checkedSpans(beltOf(drive))
  if (span === undefined) throw new Error('no span')
  const pluck = (strand: number, tension: number) =>
    ({
      ...stamp,
      id: `r${strand}-${tension}`,
      how: 'pluck',
      belt: 'belt',
      strand,
      from: span.from,
      to: span.to,
      frequency: pluckFrequency(span, tension),
    }) as const

  test('are kept, come to the tension that was there, and are deleted', () => {
    const kept = changed(drive, keepTensionReading(pluck(1, 300)))
    const [reading] = kept.tensions ?? []
    if (reading === undefined) throw new Error('not kept')
    expect(tensionOfReading(beltOf(kept), reading)?.tension).toBeCloseTo(300, 9)
    expect(tensionOfReading(beltOf(kept), { ...stamp, id: 'd', how: 'dial', belt: 'belt', tension: 280 })).toEqual({
      tension: 280,
      sigma: expect.closeTo(19.6, 9),
    })
    expect(tensionOfReading(beltOf(kept), { ...stamp, id: 't', how: 'twist', belt: 'belt', angle: 90 })).toBeUndefined()
    expect(changed(kept, strikeTensionReading('r1-300')).tensions).toEqual([])
  })

  test('of a matched set are held against each other: the newest of each, within a tenth', () => {
    const sets = (...readings: TensionReading[]) => matchedSet(beltOf(drive), readings)
    expect(sets(pluck(1, 300))).toMatchObject({ by: 'tension', read: [expect.closeTo(300, 9), null], matched: null })
    expect(sets(pluck(1, 300), pluck(2, 329))).toMatchObject({ matched: true })
    expect(sets(pluck(1, 300), pluck(2, 331))).toMatchObject({
      matched: false,
      apart: expect.closeTo(0.1033, 3),
      slackest: 0,
    })
    expect(sets(pluck(1, 200), pluck(2, 331), pluck(1, 320))).toMatchObject({ matched: true })
    // Whichever tool read it.
    const dial = { ...stamp, id: 'd', how: 'dial', belt: 'belt', strand: 2, tension: 250 } as const
    expect(sets(pluck(1, 300), dial)).toMatchObject({ matched: false, slackest: 1 })
  })

  test('of a set that is twisted are held against each other, too, but not against a tension', () => {
    const twist = (strand: number, angle: number) =>
      ({ ...stamp, id: `t${strand}-${angle}`, how: 'twist', belt: 'belt', strand, angle }) as const
    const sets = (...readings: TensionReading[]) => matchedSet(beltOf(drive), readings)
    expect(sets(twist(1, 90), twist(2, 105))).toMatchObject({ by: 'twist', matched: true, slackest: null })
    // The one that twists further is the slacker one.
    expect(sets(twist(1, 90), twist(2, 130))).toMatchObject({ by: 'twist', matched: false, slackest: 1 })
    expect(sets(pluck(1, 300), twist(2, 130))).toMatchObject({ matched: null })
    expect(sets(pluck(1, 300), pluck(2, 310), twist(2, 130))).toMatchObject({ by: 'tension', matched: true })
  })

  test.each([
    [130, 'loose'],
    [105, 'right'],
    [90, 'right'],
    [75, 'right'],
    [60, 'tight'],
  ] as const)('a twist of %d° says %s', (angle, says) => {
    expect(twistSays({ angle })).toBe(says)
  })

  test('go with what they speak of', () => {
    const spring = changed(drive, (draft: DriveDraft) => {
      draft.tensions = [
        { ...pluck(1, 300) },
        { ...stamp, id: 'p', how: 'pointer', adjuster: 'slot', u: 0.4 },
        { ...stamp, id: 'd', how: 'dial', belt: 'belt', tension: 300 },
      ]
    })
    const left = (edit: (draft: DriveDraft) => void) => changed(spring, edit).tensions?.map(({ id }) => id)
    expect(left(removeAdjuster('slot'))).toEqual(['r1-300', 'd'])
    expect(left(removePulley('p1'))).toEqual(['p', 'd'])
    expect(left(removeBelt('belt'))).toEqual(['p'])
  })

  test('that speak of nothing in the drive are named', () => {
    const wrong = JSON.parse(JSON.stringify(drive)) as DriveDraft
    wrong.tensions = [
      { ...pluck(1, 300), from: 'nowhere' },
      { ...stamp, id: 'p', how: 'pointer', adjuster: 'none', u: 0.4 },
      { ...stamp, id: 'd', how: 'dial', belt: 'other', tension: 300 },
    ]
    const read = checkDrive(wrong)
    expect(read.ok ? [] : read.problems.map(({ path }) => path)).toEqual([
      '$.tensions[0].from',
      '$.tensions[1].adjuster',
      '$.tensions[2].belt',
    ])
  })

  test('are the surer the better their tool is known', () => {
    const reading = { how: 'finger', force: 45, deflection: 6 } as const
    const [habit, tried] = [tensionOf(span, reading), tensionOf(span, reading, { force: 0.05 })]
    expect(tried.tension).toBe(habit.tension)
    expect(tried.sigma).toBeLessThan(habit.sigma)
  })
})

describe('a finger on a scale', () => {
  test('gives the mean of its presses and their scatter, and is never surer than a twentieth', () => {
    // 4, 5 and 6 kg: 5 kg of 9.80665 N, scatter 1 kg in 5.
    expect(fingerFromScale([4, 5, 6])).toEqual({ force: expect.closeTo(49.033, 3), share: expect.closeTo(0.2, 9) })
    expect(fingerFromScale([5, 5])?.share).toBe(0.05)
    expect(fingerFromScale([5])).toBeNull()
    expect(fingerFromScale([5, 0])).toBeNull()
  })
})

describe('how far to go', () => {
  test('on a slot in mm and turns of its screw: two straight spans give twice the way', () => {
    const move = moveForTension(beltOf(pair()), 200, 300)
    // ΔL = ΔT·L / EA; both spans grow by the slide’s way.
    expect(move?.by).toBeCloseTo((move?.stretch ?? NaN) / 2, 6)
    expect(move?.atShaft).toBe(move?.by)
    // Nobody has read what its screw gives, and it may be levered.
    expect(move?.turns).toBeNull()
    // How far it may still go is said only where the belt's length says where it stands.
    expect(move?.beyond).toBeNull()
    const placed = changed(pair(), (draft) => {
      for (const belt of draft.belts) belt.length = Math.floor(beltOf(pair()).adjuster?.stretch?.lengthTo ?? NaN)
    })
    expect(moveForTension(beltOf(placed), 200, 2000)?.beyond).toBe('tight end')
    const fine = changed(pair(), setTurnGives('slot', 1))
    expect(moveForTension(beltOf(fine), 200, 300)?.turns).toBeCloseTo(move?.by ?? NaN, 9)
    expect(changed(fine, setTurnGives('slot', null)).adjusters[0]).not.toHaveProperty('perTurn')
  })

  test('a belt set too tight loads its bearings in proportion; the one nearest its limit is named', () => {
    const drive = changed(pair(), (draft) => {
      for (const shaft of draft.shafts) if (shaft.id === 'p1') shaft.maxSideLoad = 1000
    })
    const worst = worstBearing(settleDrive(drive), 'belt', { now: 450, wanted: 300 }, { rpm: 800, load: 0 })
    expect(worst).toMatchObject({ pulley: 'p1', max: 1000 })
    // Nothing resists, so both spans pull alike: 2·T for each of two belts, less the same throw in both readings.
    expect((worst?.now ?? NaN) - (worst?.wanted ?? NaN)).toBeCloseTo(2 * 2 * 150, 6)
    expect(worstBearing(settleDrive(drive), 'none', { now: 1, wanted: 1 }, { rpm: 800, load: 0 })).toBeNull()
  })

  test('a setting is kept', () => {
    expect(changed(pair(), setInstallTension('belt', 320)).belts[0]?.installTension).toBe(320)
  })

  test('what the vehicle’s book asks for goes before the nominal figure, each age by its own', () => {
    const told = changed(pair(), setBook('belt', 'used', 260)).belts[0]
    if (told === undefined) throw new Error('no belt')
    expect(settingFor(told, 'used')).toBe(260)
    expect(settingFor(told, 'run in')).toBe(260)
    // What the book does not say of a new belt is not made up from what it says of a used one.
    expect(settingFor(told, 'new')).toBe(settingFor({ ...told, book: undefined }, 'new'))
    expect(staticSetting({ ...told, installTension: null })).toEqual({ tension: 260, restsOn: 'book' })
    expect(staticSetting({ ...told, installTension: 300 })).toEqual({ tension: 300, restsOn: 'set' })
  })
})

describe('turns of a screw', () => {
  test.each([
    [0.03, 'less than an eighth of a turn'],
    [0.3, 'about a third of a turn'],
    [0.5, 'about half a turn'],
    [0.9, 'about one turn'],
    [1.6, 'about 1½ turns'],
    [3.1, 'about 3 turns'],
  ])('%d are %s', (turns, words) => {
    expect(turnWords(turns)).toBe(words)
  })
})

describe('a V belt in its grooves', () => {
  test.each([
    [-0.5, 'fine'],
    [0.99, 'fine'],
    [1, 'watch'],
    [2, 'watch'],
    [2.01, 'act'],
  ] as const)('%d mm below the rim is %s', (ride, verdict) => {
    expect(rideVerdict(ride, NOMINAL_RULES)).toBe(verdict)
  })

  test('is judged by the rules of the shop', () => {
    expect(rideVerdict(1.5, { 'wear.ride.replace': 1.4 })).toBe('act')
  })

  test('that sinks by r on every pulley lies slack by 2π·r, and where it sinks on one alone the ratio changes', () => {
    const sunk = (rides: readonly (number | undefined)[]) => {
      const drive = changed(pair(), (draft) => {
        for (const [i, pulley] of draft.pulleys.entries())
          if (pulley.face === 'vee' && rides[i] !== undefined) pulley.ride = rides[i]
      })
      const settled = settleDrive(drive)
      const [belt] = settled.belts
      if (belt === undefined) throw new Error('no belt')
      return grooveWear(settled, belt)
    }
    const both = sunk([1.5, 1.5])
    expect(both?.slack).toBeCloseTo(2 * Math.PI * 1.5, 6)
    expect(both?.ratios).toEqual([])
    expect(both?.grooves.map(({ verdict }) => verdict)).toEqual(['watch', 'watch'])
    const one = sunk([undefined, 2.5])
    expect(one?.grooves.map(({ verdict }) => verdict)).toEqual(['unknown', 'act'])
    // The cord lies 2.9 mm below the top of a V13: 67.1 over 64.6.
    expect(one?.ratios).toEqual([{ shaft: 'p1', now: expect.closeTo(67.1 / 64.6, 9), flush: expect.closeTo(1, 9) }])
    expect(sunk([])).toEqual({ grooves: expect.anything(), slack: 0, ratios: [] })
  })

  test('other belts have no such depth, and only teeth meet with a pitch', () => {
    const drive = pair('PK')
    const settled = settleDrive(drive)
    const [belt] = settled.belts
    if (belt === undefined) throw new Error('no belt')
    expect(grooveWear(settled, belt)).toBeNull()
    expect(meshPitch(belt, 10)).toBeNull()
    expect(meshPitch({ ...belt, belt: { ...belt.belt, section: 'T9.5' } }, 9.525)).toBeCloseTo(1000, 9)
  })
})

describe('a tensioner', () => {
  const arm = {
    kind: 'spring-arm',
    id: 'arm',
    shaft: 't',
    pivot: { x: 0, y: 0 },
    armLength: 80,
    angleReleased: 110,
    angleFree: 60,
    preload: 9,
    rate: 0.4,
    marks: { min: 0.1, nominal: 0.45, max: 0.9 },
  } as const

  test.each([
    [0.91, 'fine', 'correct'],
    [0.89, 'watch', 'weak'],
    [0.79, 'act', 'weak'],
    [1.21, 'act', 'stiff'],
  ] as const)('that holds %d of its torque is %s: %s', (share, verdict, why) => {
    // 9 + 0.4·50·(1 − 0.5) = 19 N·m half-way.
    expect(springTorque(arm, 0.5)).toBeCloseTo(19, 9)
    expect(checkSpring(arm, { u: 0.5, torque: 19 * share })).toMatchObject({ expected: 19, verdict, why })
  })

  test.each([
    [20, 18.5, 'dead'],
    [22, 16, 'correct'],
    [27, 11, 'binds'],
  ] as const)(
    'pried up at %p and let down at %p N·m: the mean is the spring, and the damper is %s',
    (torque, letDown, why) => {
      expect(checkSpring(arm, { u: 0.5, torque, letDown }).off).toBeCloseTo((torque + letDown) / 38 - 1, 12)
      expect(checkDamping({ torque, letDown })).toMatchObject({ why, share: (torque - letDown) / (torque + letDown) })
      expect(checkDamping({ torque })).toBeNull()
    },
  )

  test.each([
    [0.45, 'fine'],
    [0.46, 'watch'],
    [0.9, 'watch'],
    [0.91, 'act'],
  ] as const)('that points at %d is %s', (u, verdict) => {
    expect(checkPointer(arm, u)).toBe(verdict)
  })

  test('has its own readings, in the order they were taken', () => {
    const read = (id: string, adjuster: string) => ({ ...stamp, id, how: 'pointer', adjuster, u: 0.4 }) as const
    const all = [read('a', 'arm'), read('b', 'other'), read('c', 'arm')]
    expect(pointerReadings(all, 'arm').map(({ id }) => id)).toEqual(['a', 'c'])
  })
})
