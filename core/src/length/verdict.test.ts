import { describe, expect, test } from '@jest/globals'
import { familyOf } from '../sections/families.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { loopDrive } from '../testing/drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { onlyBelt, randomTensionedDrive } from '../testing/tensioned-drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import {
  END_OF_LIFE_SHARE,
  fitByStrain,
  fitLength,
  fitSituation,
  fixedWindow,
  goodWindow,
  type FitSituation,
} from './verdict.ts'
import { SEATED_SHARE } from './nominal.ts'
import { lastPulleys, wayOn } from './last-pulley.ts'

function beltOf(name: string, index = 0): SettledBelt {
  const belt = settleDrive(vectorNamed(name).drive).belts[index]
  if (belt === undefined) throw new Error(`no belt ${index}`)
  return belt
}

function situationOf(belt: SettledBelt): FitSituation {
  const situation = fitSituation(belt)
  if (situation === undefined) throw new Error('takes no belt')
  return situation
}

/** An adjuster that takes up `reach` mm from 1000 mm on, evenly, with no marks and nothing known of pulleys. */
function even(reach: number): FitSituation {
  return {
    belt: { section: 'PK', ribs: 6 },
    lengthAt: (u) => ({ length: 1000 + reach * u, perU: reach, turning: 1 }),
    stretch: { from: 0, to: 1, lengthFrom: 1000, lengthTo: 1000 + reach, turnsAt: null },
    limits: { newFrom: 0.08, newTo: 0.35, endTo: 0.95, restsOn: 'nominal' },
    lastPulleys: [],
    sinking: 0,
  }
}

describe('verdicts over an even reach of 50 mm from 1000', () => {
  test.each([
    [999, 'too short'],
    [1003, 'tight'],
    [1004.1, 'good'],
    [1017.4, 'good'],
    [1018, 'long'],
    [1049, 'long'],
    [1051, 'too long'],
  ] as const)('%d mm: %s', (length, verdict) => {
    expect(fitLength(even(50), length).verdict).toBe(verdict)
  })

  test('a short reach leaves no room for a life: new fine, end past the limit', () => {
    // 1007 stands at 0.28; at the end of life 10.07 mm longer, at 0.68 of 25 mm: still good. Over 12 mm it is out of reach.
    expect(fitLength(even(25), 1007).verdict).toBe('good')
    expect(fitLength(even(12), 1003).verdict).toBe('good, short life')
    expect(fitLength(even(12), 1003).u.end).toBeNull()
  })

  test('travel new, seated and at the end follows from the shares', () => {
    const { u, slackToFit, lifeReserve } = fitLength(even(50), 1010)
    expect(u.new).toBeCloseTo(0.2, 9)
    expect(u.seated).toBeCloseTo((1010 * (1 + SEATED_SHARE) - 1000) / 50, 9)
    expect(u.end).toBeCloseTo((1010 * (1 + END_OF_LIFE_SHARE) - 1000) / 50, 9)
    expect(slackToFit).toBe(10)
    expect(lifeReserve).toBe(1)
  })

  test('the window is where the verdict is good', () => {
    const window = goodWindow(even(50))
    expect(window).toMatchObject({ verdict: 'good' })
    expect(window?.from).toBeCloseTo(1004, 6)
    expect(window?.to).toBeCloseTo(1017.5, 6)
    expect(goodWindow(even(12))).toMatchObject({ verdict: 'good, short life' })
  })
})

test('on random drives the window and the verdict agree', () => {
  const random = randomFrom(SEED)
  for (let round = 0; round < 40; round++) {
    const situation = situationOf(onlyBelt(randomTensionedDrive(random)))
    const window = goodWindow(situation)
    if (window === undefined) throw new Error(`seed ${SEED}, round ${round}: no window`)
    const verdict = (length: number) => fitLength(situation, length).verdict
    const inside = [window.from + 0.01, (window.from + window.to) / 2, window.to - 0.01].map(verdict)
    const outside = [window.from - 0.01, window.to + 0.01].map(verdict)
    if (inside.some((each) => each !== 'good') || outside.includes('good'))
      throw new Error(`seed ${SEED}, round ${round}: ${inside.join()} inside, ${outside.join()} outside`)
  }
})

describe('a solved drive', () => {
  const belt = beltOf('serpentine-1')

  test('its own belt stands where the solution has it', () => {
    // The vector's belt is 1681 mm; the adjuster's place comes from the independent program.
    const { solution } = vectorNamed('serpentine-1')
    const u = solution.belts[0]?.adjuster.u
    expect(fitLength(situationOf(belt), 1681).u.new).toBeCloseTo(u ?? NaN, 6)
  })

  test('a smooth pulley without a flange asks for nothing, a groove for its depth', () => {
    const [first, ...rest] = lastPulleys(belt, 0)
    expect(first?.face).toBe('smooth')
    expect(first?.need).toBeCloseTo(0, 9)
    const grooved = rest.filter(({ face }) => face === 'ribbed')
    // Over a rim the cord runs H − t − b = 1.7 mm farther out, over half a turn and less: at most 1.7·π and a little.
    for (const { need } of grooved) {
      expect(need).toBeGreaterThan(0)
      expect(need).toBeLessThan(1.7 * Math.PI * 1.5)
    }
  })

  test('the slack left is what is over after the need', () => {
    const { slackToFit, lastPulley } = fitLength(situationOf(belt), 1681)
    expect(lastPulley?.slackLeft).toBeCloseTo(slackToFit - (lastPulleys(belt, 0)[0]?.need ?? NaN), 9)
  })
})

test('a V belt is rolled on: it needs no slack for a rim, only its path', () => {
  const belt = beltOf('veeset-1')
  const situation = situationOf(belt)
  const { need } = situation.lastPulleys[0] ?? { need: NaN }
  // The rim stands the belt's whole height above where its cord runs: more than an adjuster leaves for a new belt.
  expect(need).toBeGreaterThan(10)
  const fit = fitLength(situation, situation.stretch.lengthFrom + need / 2)
  expect(fit.lastPulley?.slackLeft).toBeLessThan(0)
  expect(fit.verdict).not.toBe('too short')
  expect(fitLength(situation, situation.stretch.lengthFrom - 0.1).verdict).toBe('too short')
})

test('a V belt’s flanks wear in: the end of life takes up the sinking as well', () => {
  const belt = beltOf('veeset-1')
  if (!belt.path.ok) throw new Error('no path')
  const { sinking } = situationOf(belt)
  const grooves = belt.path.wraps.reduce((sum, wrap, i) => sum + (belt.pulleys[i]?.face === 'vee' ? wrap : 0), 0)
  expect(sinking).toBeGreaterThan(0)
  // From where it lies now to 2 mm below the rim; the vector's pulleys stand at different depths, none below 0.
  expect(sinking).toBeLessThanOrEqual(grooves * 2 + 1e-9)
})

describe('fixed centres', () => {
  const [belt] = settleDrive(
    loopDrive([
      { x: 0, y: 0, diameter: 100 },
      { x: 0, y: 300, diameter: 100 },
    ]),
  ).belts
  const path = 600 + Math.PI * 100

  test('the tension is that of the strain', () => {
    if (belt === undefined) throw new Error('no belt')
    const fit = fitByStrain(belt, path - 10)
    const cord = path + 2 * Math.PI * 1.6
    // EA = 14 000 N a rib, six ribs.
    expect(fit?.tension?.new).toBeCloseTo((6 * 14_000 * 10) / (cord - 10), 6)
    expect(fit?.u).toEqual({ new: null, seated: null, end: null })
  })

  test.each([
    [-25, 'too short'],
    [-17, 'tight'],
    [-10, 'good'],
    [-5, 'long'],
    [0, 'too long'],
  ] as const)('%d mm beside the path: %s', (beside, verdict) => {
    expect(belt === undefined ? null : fitByStrain(belt, path + beside)?.verdict).toBe(verdict)
  })

  test('the window is where it is good', () => {
    if (belt === undefined) throw new Error('no belt')
    const window = fixedWindow(belt, path)
    expect(fitByStrain(belt, window.from + 0.01)?.verdict).toBe('good')
    expect(fitByStrain(belt, window.to - 0.01)?.verdict).toBe('good')
    expect(fitByStrain(belt, window.from - 0.01)?.verdict).toBe('tight')
    expect(fitByStrain(belt, window.to + 0.01)?.verdict).toBe('long')
  })

  test('is no question where an adjuster takes the belt up', () => {
    expect(fitByStrain(beltOf('serpentine-1'), 1681)).toBeUndefined()
  })
})

describe('getting over the last rim', () => {
  const smooth = { pulley: 'wp', need: 0, face: 'smooth', flange: 0, y: 0 } as const
  const grooved = { ...smooth, face: 'vee' } as const
  test.each([
    ['slack to spare', grooved, 0.1, 'PK', 'by hand'],
    ['a plain smooth rim, a hair short', smooth, -1, 'PK', 'eased'],
    ['the same with a flange', { ...smooth, flange: 2 }, -1, 'PK', 'not'],
    ['a multi-rib belt on grooves', { ...grooved, face: 'ribbed' }, -1, 'PK', 'not'],
    ['a V belt with less slack than the rim asks for', grooved, -4, 'V13', 'rolled'],
    ['a V belt shorter than its path', grooved, -20, 'V13', 'not'],
  ] as const)('%s', (_name, pulley, left, section, way) => {
    expect(wayOn({ ...pulley, need: 15 }, 15 + left, familyOf(section))).toBe(way)
  })
})
