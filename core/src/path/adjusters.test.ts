import { describe, expect, test } from '@jest/globals'
import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import { loopDrive, placeOfShaft } from '../testing/drives.ts'
import { vectorNamed, mustCheck } from '../testing/vectors.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { solveDrive } from '../solution/solve-drive.ts'
import { adjusterMotion } from '../adjusters/kinds.ts'
import { settleDrive } from './settle.ts'

const shaft = (x: number, y: number): Point => ({ x, y })

function placeOf(adjuster: Adjuster, u: number, stated = shaft(0, 0)) {
  const motion = adjusterMotion(adjuster, () => stated)
  if (motion.moves !== 'shaft') throw new Error('does not move a shaft')
  const place = motion.placeAt(u)
  if (place === undefined) throw new Error('does not reach')
  return place
}

describe('motions', () => {
  const arm = (angleReleased: number, angleFree: number): Adjuster => ({
    kind: 'spring-arm',
    id: 'a',
    shaft: 's',
    pivot: { x: 10, y: 20 },
    armLength: 100,
    angleReleased,
    angleFree,
    preload: 10,
    rate: 0.4,
  })

  test('an arm goes the short way round, over 0° too', () => {
    const half = placeOf(arm(350, 30), 0.5)
    expect(half.x).toBeCloseTo(10 + 100 * Math.cos(Math.PI / 18), 9)
    expect(half.y).toBeCloseTo(20 + 100 * Math.sin(Math.PI / 18), 9)
    const motion = adjusterMotion(arm(350, 30), () => shaft(0, 0))
    expect([motion.valueAt(0), motion.valueAt(0.25), motion.valueAt(1)]).toEqual([350, 0, 30])
  })

  test('a slide runs straight from its stated place', () => {
    const slide: Adjuster = { kind: 'slide', id: 'a', shaft: 's', direction: 90, from: -5, to: 15 }
    const end = placeOf(slide, 1, shaft(7, 8))
    expect(end.x).toBeCloseTo(7, 9)
    expect(end.y).toBeCloseTo(23, 9)
  })

  test('a turnbuckle keeps the lug at the rod’s length from its anchor, on the side where it is', () => {
    const rod: Adjuster = {
      kind: 'turnbuckle',
      id: 'a',
      shaft: 's',
      pivot: { x: 150, y: 60 },
      lug: { x: 210, y: 150 },
      anchor: { x: 60, y: 220 },
      lengthMin: 150,
      lengthMax: 185,
    }
    // The lug itself as the shaft: then the shaft's distance from the anchor is the rod.
    for (const u of [0, 0.4, 1]) {
      const lug = placeOf(rod, u, shaft(210, 150))
      expect(Math.hypot(lug.x - 60, lug.y - 220)).toBeCloseTo(150 + 35 * u, 9)
      expect(Math.hypot(lug.x - 150, lug.y - 60)).toBeCloseTo(Math.hypot(60, 90), 9)
      // Same side of the line from pivot to anchor as in the stated pose.
      expect((60 - 150) * (lug.y - 60) - (220 - 60) * (lug.x - 150)).toBeLessThan(0)
    }
  })

  test('a rod too long for its triangle has no place', () => {
    const rod: Adjuster = {
      kind: 'turnbuckle',
      id: 'a',
      shaft: 's',
      pivot: { x: 0, y: 0 },
      lug: { x: 50, y: 0 },
      anchor: { x: 0, y: 50 },
      lengthMin: 60,
      lengthMax: 200,
    }
    const motion = adjusterMotion(rod, () => shaft(50, 0))
    expect(motion.moves === 'shaft' && motion.placeAt(1)).toBeUndefined()
  })

  test('velocities are the places’ own rates', () => {
    const step = 1e-6
    for (const { drive } of ['serpentine-1', 'compound-1', 'rod-1', 'toothed-1', 'veeset-1'].map(vectorNamed)) {
      for (const adjuster of drive.adjusters) {
        const motion = adjusterMotion(adjuster, (id) =>
          placeOfShaft(drive.shafts.find((each) => each.id === id) as Shaft),
        )
        if (motion.moves !== 'shaft') continue
        const [before, here, after] = [motion.placeAt(0.4 - step), motion.placeAt(0.4), motion.placeAt(0.4 + step)]
        // Central difference of a curve of radius about 100 mm: good to 1e-6 mm per travel.
        expect(((after?.x ?? NaN) - (before?.x ?? NaN)) / (2 * step)).toBeCloseTo(here?.vx ?? NaN, 4)
        expect(((after?.y ?? NaN) - (before?.y ?? NaN)) / (2 * step)).toBeCloseTo(here?.vy ?? NaN, 4)
      }
    }
  })
})

describe('where a belt seats', () => {
  const drive = vectorNamed('serpentine-1').drive
  const withLength = (length: number | null) => {
    const draft = structuredClone(drive) as DriveDraft
    ;(draft.belts[0] as { length: number | null }).length = length
    return solveDrive(mustCheck(draft)).belts[0]
  }

  test('the path at the seated travel is as long as the belt', () => {
    for (const length of [1662, 1675, 1690, 1703]) expect(withLength(length)?.statedLength).toBeCloseTo(length, 8)
  })

  test('an unknown length leaves the travel open and shows the middle', () => {
    const belt = withLength(null)
    expect(belt?.adjuster).toMatchObject({ u: null, value: null, wanted: 'length' })
    expect(belt?.statedLength).toBeCloseTo(solveDrive(drive, { held: { tens: 0.5 } }).belts[0]?.statedLength ?? NaN, 9)
  })

  test.each([
    [1600, /61\.6 mm too short/],
    [1800, /96\.6 mm too long/],
  ])('a belt of %p is out of reach, by how much is said', (length, sentence) => {
    const belt = withLength(length)
    expect(belt?.adjuster?.u).toBeNull()
    expect(belt?.problems.map(({ code }) => code)).toEqual(['OUT_OF_REACH'])
    expect(belt?.problems[0]?.message).toMatch(sentence)
  })
})

describe('an adjuster that turns back', () => {
  // A pulley that swings past the line between two others: the belt is longest where it crosses that line's far side.
  const swinging = (angleFrom: number, angleTo: number, length: number | null) =>
    loopDrive(
      [
        { x: 0, y: 0, diameter: 100 },
        { x: 0, y: 300, diameter: 60 },
      ],
      {
        length,
        adjusters: [
          { kind: 'eccentric', id: 'e', shaft: 'p1', pivot: { x: 0, y: 300 }, throw: 10, angleFrom, angleTo },
        ],
      },
    )

  test('says where, and seats the belt before that place', () => {
    // Throw up at 90° is furthest from the crank: travel 0.75 of the way from 0° to 120°.
    const belt = solveDrive(swinging(0, 120, 860)).belts[0]
    expect(belt?.problems.find(({ code }) => code === 'ADJUSTER_TURNS_BACK')?.message).toMatch(
      /Past 75 % of its travel/,
    )
    expect(belt?.adjuster?.u).toBeGreaterThan(0)
    expect(belt?.adjuster?.u).toBeLessThan(0.75)
    expect(belt?.statedLength).toBeCloseTo(860, 8)
  })

  test('one that slackens from the start is told to be swapped', () => {
    const belt = solveDrive(swinging(90, 180, null)).belts[0]
    expect(belt?.problems.map(({ message }) => message).join()).toMatch(/Swap its slack and tight ends/)
  })
})

test('belts that move each other’s pulleys settle together', () => {
  // Two belts, each with its adjuster on the shaft that the other runs on as well.
  const vee = { face: 'vee', section: 'V13', grooves: 1, diameterAt: 'outside' } as const
  const drive = mustCheck({
    format: 'emery-drive',
    version: 1,
    name: 'Coupled',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 700, cruiseRpm: 1500, maxRpm: 3000 },
    shafts: [
      { id: 'crank', name: 'Crank', kind: 'crank', x: 0, y: 0 },
      { id: 'a', name: 'A', kind: 'other', x: 0, y: 300 },
      { id: 'b', name: 'B', kind: 'other', x: 300, y: 200 },
    ],
    pulleys: [
      { id: 'c1', shaft: 'crank', diameter: 120, z: 0, ...vee },
      { id: 'a1', shaft: 'a', diameter: 80, z: 0, ...vee },
      { id: 'b1', shaft: 'b', diameter: 90, z: 0, ...vee },
      { id: 'a2', shaft: 'a', diameter: 80, z: 40, ...vee },
      { id: 'b2', shaft: 'b', diameter: 90, z: 40, ...vee },
    ],
    belts: [
      {
        id: 'one',
        name: 'One',
        section: 'V13',
        ribs: 1,
        length: 1306,
        adjuster: 'sa',
        route: ['c1', 'a1', 'b1'].map((pulley) => ({ pulley, contact: 'ribs' })),
      },
      {
        id: 'two',
        name: 'Two',
        section: 'V13',
        ribs: 1,
        length: 915,
        adjuster: 'sb',
        route: ['a2', 'b2'].map((pulley) => ({ pulley, contact: 'ribs' })),
      },
    ],
    adjusters: [
      { id: 'sa', kind: 'slide', shaft: 'a', direction: 90, from: -20, to: 60 },
      { id: 'sb', kind: 'slide', shaft: 'b', direction: 0, from: -20, to: 60 },
    ],
  })
  const settled = settleDrive(drive)
  const solved = solveDrive(drive)
  expect(settled.belts.map(({ adjuster }) => adjuster?.seat?.ok)).toEqual([true, true])
  // Both belts fit their paths at once, which one sweep alone would not give.
  expect(solved.belts[0]?.statedLength).toBeCloseTo(1306, 6)
  expect(solved.belts[1]?.statedLength).toBeCloseTo(915, 6)
})
