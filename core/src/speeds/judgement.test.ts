import { describe, expect, test } from '@jest/globals'
import type { DriveEdit } from '../drive/edits.ts'
import type { Shaft } from '../drive/shaft.ts'
import { setVehicleUse } from '../drive/edits.ts'
import { CHOSEN_USES } from '../drive/vehicle-use.ts'
import { checkDrive } from '../drive/read.ts'
import { describeChanges } from '../drive/changes.ts'
import { settleDrive } from '../path/settle.ts'
import { RULES, ruleKey, ruleRefusal, ruleValue } from '../rules/rules.ts'
import { changed } from '../testing/drives.ts'
import { readVectors, vectorNamed } from '../testing/vectors.ts'
import { engineTime, timeAbove, timeBelow } from './engine-time.ts'
import { explainFights } from './fights.ts'
import { judgeShaft, judgeSpeeds, timeWords } from './judge-speeds.ts'
import { shaftSpeeds } from './shaft-speeds.ts'
import { partSpeedRefusal, setPartSpeed } from './part-speeds.ts'
import { judgeSpeed } from './typed-speed.ts'
import { rpmAtTipSpeed, usefulRange } from './useful-range.ts'

const ENGINE = { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 5000 } as const
const BINS = [
  { from: 800, to: 800, share: 0.2 },
  { from: 800, to: 2800, share: 0.6 },
  { from: 3000, to: 5000, share: 0.2 },
]
const shaft = (fields: Partial<Shaft>): Shaft => ({ id: 's', name: 'S', kind: 'other', x: 0, y: 0, ...fields })

describe('time', () => {
  test.each(CHOSEN_USES)('%s adds up to all of it, between idle and the highest speed', (of) => {
    const bins = engineTime({ of }, ENGINE)
    expect(bins.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12)
    expect(bins.every(({ from, to, share }) => from >= 800 && to <= 5000 + 1e-9 && share >= 0)).toBe(true)
    expect(timeBelow(bins, 5001)).toBeCloseTo(1, 12)
    expect(timeAbove(bins, 799)).toBeCloseTo(1, 12)
  })

  test('a motorway is about cruise, a hill-climb far above it', () => {
    const above = (of: 'motorway' | 'hill-climb') => timeAbove(engineTime({ of }, ENGINE), 2600)
    expect(above('hill-climb')).toBeGreaterThan(above('motorway') + 0.3)
  })

  test('an engine of one speed spends all its time there', () => {
    const bins = engineTime({ of: 'stationary' }, { ...ENGINE, idleRpm: 1500, cruiseRpm: 1500, maxRpm: 1500 })
    expect(bins).toEqual([{ from: 1500, to: 1500, share: 1 }])
  })

  test('stretches are cut where a limit falls, speeds held are all in or all out', () => {
    // 0.2 at idle, and half of the stretch from 800 to 2800.
    expect(timeBelow(BINS, 1800)).toBeCloseTo(0.5, 12)
    expect(timeBelow(BINS, 800)).toBe(0)
    expect(timeAbove(BINS, 4000)).toBeCloseTo(0.1, 12)
    expect(timeBelow(BINS, 1800) + timeAbove(BINS, 1800)).toBeCloseTo(1, 12)
  })

  test('an own use is taken as entered, in any measure', () => {
    const use = {
      of: 'own',
      bins: [
        { from: 900, to: 900, share: 3 },
        { from: 1000, to: 2000, share: 9 },
      ],
    } as const
    const { drive } = vectorNamed('serpentine-1')
    const kept = changed(drive, setVehicleUse({ ...use, bins: use.bins.map((bin) => ({ ...bin })) }))
    expect(engineTime(kept.use ?? { of: 'town' }, ENGINE).map(({ share }) => share)).toEqual([0.25, 0.75])
  })

  test.each([
    [[{ from: 900, to: 800, share: 1 }], 'must rise in engine speed'],
    [
      [
        { from: 800, to: 900, share: 1 },
        { from: 850, to: 950, share: 1 },
      ],
      'must rise in engine speed',
    ],
    [[{ from: 800, to: 900, share: 0 }], 'must have some time in them'],
    [[], 'must have at least 1 entry'],
  ])('%j is no use', (bins, words) => {
    const read = checkDrive({ ...vectorNamed('serpentine-1').drive, use: { of: 'own', bins } })
    expect(read.ok).toBe(false)
    expect(read.ok ? '' : read.problems.map(({ message }) => message).join()).toContain(words)
  })

  test('in words', () => {
    expect([0, 0.001, 0.034, 0.5].map(timeWords)).toEqual([
      'never',
      'hardly ever',
      '3.4 % of the time',
      '50 % of the time',
    ])
  })
})

describe('useful speeds', () => {
  test('what stands on the part goes before the rule, and the shop’s rule before the nominal value', () => {
    const key = ruleKey.max('alternator')
    const alternator = shaft({ kind: 'alternator' })
    expect(usefulRange({ ...alternator, maxRpm: 18_000 }, {}).max).toEqual({ rpm: 18_000, restsOn: 'part' })
    expect(usefulRange(alternator, {}).max).toEqual({ rpm: ruleValue({}, key), restsOn: 'nominal' })
    expect(usefulRange(alternator, { [key]: 15_000 }).max).toEqual({ rpm: 15_000, restsOn: 'own value' })
  })

  test('a fan is bounded by the tips of its blades', () => {
    // 95 m/s at 450 mm: 95 / (π·0.45) turns a second.
    expect(rpmAtTipSpeed(95, 450)).toBeCloseTo((95 / (Math.PI * 0.45)) * 60, 6)
    expect(usefulRange(shaft({ kind: 'fan', bladeDiameter: 450 }), {}).max?.rpm).toBeCloseTo(4031.9, 1)
    expect(usefulRange(shaft({ kind: 'fan' }), {})).toEqual({ min: null, max: null, needsBlades: true })
    expect(usefulRange(shaft({ kind: 'fan', maxRpm: 3000 }), {}).needsBlades).toBe(false)
  })
})

describe('judging', () => {
  const alternator = shaft({ kind: 'alternator', minRpm: 1500, maxRpm: 10_000 })
  const judge = (ratio: number, bins = BINS) => judgeShaft(alternator, ratio, ENGINE, bins, {})

  test('in range is fine, and says nothing', () => {
    expect(judge(1.95)).toMatchObject({ verdict: 'fine', reasons: [], time: { below: 0, above: 0 } })
  })

  test('at engine speeds that nobody has read nothing is fine, and what is wrong says that they are nominal', () => {
    const nominal = { ...ENGINE, assumed: ['maxRpm'] }
    expect(judgeShaft(alternator, 1.95, nominal, BINS, {})).toMatchObject({ verdict: 'unknown', reasons: [] })
    const fast = judgeShaft(alternator, 5, nominal, BINS, {})
    expect(fast.verdict).toBe('act')
    expect(fast.reasons.join(' ')).toContain(`${ENGINE.maxRpm} engine rpm (nominal)`)
  })

  test('too fast: how fast, what it is made for, how often, and what it does', () => {
    const { verdict, reasons, time } = judge(2.5)
    // 10 000 rpm come at 4000 of the engine; half of 0.2 lies above.
    expect(time.above).toBeCloseTo(0.1, 12)
    expect(verdict).toBe('act')
    expect(reasons).toEqual([
      'Too fast: 12500 rpm at 5000 engine rpm; its limit is 10000, exceeded 10 % of the time. Windings and fan may fly apart.',
    ])
  })

  test('a little too fast, and seldom, is worth a look', () => {
    expect(judge(2.04).verdict).toBe('watch')
  })

  test('too slow weighs by the time it lasts', () => {
    const { verdict, time, reasons } = judge(0.9)
    // 1500 rpm come at 1667 of the engine: idle, and 867 of 2000 in the stretch.
    expect(time.below).toBeCloseTo(0.2 + 0.6 * (866.667 / 2000), 5)
    expect(verdict).toBe('act')
    expect(reasons[0]).toMatch(/^Too slow: 720 rpm at idle; it needs 1500 \(its own figure\)/)
    expect(judge(1.8, [{ from: 900, to: 4000, share: 1 }]).verdict).toBe('fine')
  })

  test('nothing is said of parts that no one asks for', () => {
    expect(judgeShaft(shaft({ kind: 'jackshaft' }), 3, ENGINE, BINS, {}).verdict).toBe('unknown')
  })

  test.each(readVectors().map(({ file, drive, solution }) => [file, drive, solution] as const))(
    'every driven shaft is judged at the vector’s ratio: %s',
    (_, drive, solution) => {
      const judged = judgeSpeeds(settleDrive(drive), {})
      expect(judged).toHaveLength(solution.shafts.length - 1)
      for (const { shaft: id, ratio, rpm } of judged) {
        const known = solution.shafts.find((each) => each.id === id)?.ratio ?? NaN
        expect(ratio).toBeCloseTo(known, 9)
        expect(rpm.max).toBeCloseTo(known * drive.engine.maxRpm, 5)
      }
    },
  )
})

describe('belts that fight', () => {
  /** A second V belt from the crank to the fan, whose pulleys disagree with the first belt's by a few per cent. */
  const fighting = changed(vectorNamed('veeset-1').drive, (d) => {
    const vee = { face: 'vee', section: 'V13', grooves: 1, diameterAt: 'outside', z: 60 } as const
    d.pulleys.push({ ...vee, id: 'fan.2', shaft: 'fan', diameter: 160 })
    d.pulleys.push({ ...vee, id: 'crank.4', shaft: 'crank', diameter: 149 })
    d.belts.push({
      id: 'second',
      name: 'Second belt',
      section: 'V13',
      ribs: 1,
      length: null,
      adjuster: null,
      route: [
        { pulley: 'crank.4', contact: 'ribs' },
        { pulley: 'fan.2', contact: 'ribs' },
      ],
    })
  })

  test('by how much, how fast one rubs, and which size would end it', () => {
    const settled = settleDrive(fighting)
    const [fight] = explainFights(settled)
    const [first, second] = [shaftSpeeds(settled).reached.get('fan')?.ratio ?? NaN, (149 / 2 - 2.9) / (160 / 2 - 2.9)]
    expect(fight).toMatchObject({ shaft: 'fan', opposed: false, slips: null })
    expect(fight?.ratios[1]).toBeCloseTo(second, 9)
    expect(fight?.apart).toBeCloseTo(second / first - 1, 9)
    // What the cord of the second belt does over its pulley on the fan, which the first belt turns.
    const { cruiseRpm } = fighting.engine
    expect(fight?.rubbing).toBeCloseTo(
      (2 * Math.PI * (160 / 2 - 2.9) * Math.abs(second - first) * cruiseRpm) / 60_000,
      9,
    )
    const size = fight?.agreeAt?.size ?? NaN
    expect(fight?.agreeAt).toMatchObject({ pulley: 'fan.2', unit: 'mm' })
    const mended = changed(fighting, (d) => {
      for (const pulley of d.pulleys) if (pulley.id === 'fan.2' && pulley.face === 'vee') pulley.diameter = size
    })
    expect(explainFights(settleDrive(mended))).toEqual([])
    expect((149 / 2 - 2.9) / (size / 2 - 2.9)).toBeCloseTo(first, 9)
  })

  test('two that would turn it opposite ways rub at both speeds together, and no size helps', () => {
    const settled = settleDrive(fighting)
    const opposed = settleDrive(
      changed(fighting, (d) => {
        const second = d.belts.find(({ id }) => id === 'second')
        for (const entry of second?.route ?? []) if (entry.pulley === 'fan.2') entry.contact = 'back'
      }),
    )
    const [fight] = explainFights(opposed)
    expect(fight).toMatchObject({ opposed: true, apart: null, agreeAt: null })
    expect(fight?.rubbing ?? 0).toBeGreaterThan(10 * (explainFights(settled)[0]?.rubbing ?? Infinity))
  })
})

describe('a speed worked out by hand', () => {
  const known = { ratio: 2.5, tapeRatio: 2.6 }
  test.each([
    [5000, 2000, 'right'],
    [5200, 2000, 'tape'],
    [800, 2000, 'upside down'],
    [7000, 2000, 'added'],
    [2002.5, 2000, 'added'],
    [2000.4, 2000, 'added'],
    [3000, 2000, 'other'],
  ] as const)('%d at %d engine rpm is %s', (typed, engineRpm, slip) => {
    expect(judgeSpeed(typed, engineRpm, known)).toBe(slip)
  })
})

describe('rules', () => {
  test('every rule has a key of its own and stands within its own bounds', () => {
    expect(new Set(RULES.map(({ key }) => key)).size).toBe(RULES.length)
    for (const { key, nominal } of RULES) expect(ruleRefusal({}, key, nominal)).toBeUndefined()
  })

  test.each([
    [ruleKey.max('alternator'), 1000, 'Alternator, maximum speed: must be above the minimum useful speed (1500).'],
    [ruleKey.min('alternator'), 17_000, 'Alternator, minimum useful speed: must be below the maximum speed (16000).'],
    [ruleKey.fanTipSpeed, 5, 'Fan, maximum blade tip speed: must be from 10 to 300 m/s.'],
    [ruleKey.timeWatch, 0.5, 'Time out of range, share for “watch”: must be below the share for “act” (0.2).'],
    [ruleKey.fanTipSpeed, NaN, 'must be from'],
    ['speed.boat.max', 5, 'There is no rule called "speed.boat.max".'],
  ])('%s of %d is refused', (key, value, words) => {
    expect(ruleRefusal({}, key, value)).toContain(words)
  })
})

describe('what stands on a part', () => {
  test.each([
    [{ maxRpm: 9000 }, 'minRpm', 9000, 'must be below the maximum (9000 rpm)'],
    [{ minRpm: 1500 }, 'maxRpm', 1400, 'must be above the minimum useful speed (1500 rpm)'],
    [{}, 'bladeDiameter', 0, 'above zero'],
  ] as const)('%j with %s of %d is refused', (on, key, value, words) => {
    expect(partSpeedRefusal(on, key, value)).toContain(words)
  })

  test('is kept, told as a change, and forgotten again', () => {
    const { drive } = vectorNamed('serpentine-1')
    const edits: readonly DriveEdit[] = [
      setPartSpeed('alt', 'maxRpm', 18_000),
      setPartSpeed('alt', 'minRpm', 1200),
      setVehicleUse({ of: 'towing' }),
    ]
    const kept = changed(drive, (draft) => edits.forEach((edit) => edit(draft)))
    expect(partSpeedRefusal({}, 'maxRpm', 18_000)).toBeUndefined()
    expect(describeChanges(drive, kept, String).map(({ words }) => words)).toEqual([
      'Vehicle use: towing.',
      expect.stringMatching(/useful from 1200 rpm.*made for 18000 rpm/),
    ])
    const forgotten = changed(kept, setPartSpeed('alt', 'minRpm', null))
    expect(forgotten.shafts.find(({ id }) => id === 'alt')).not.toHaveProperty('minRpm')
  })
})
