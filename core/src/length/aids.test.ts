import { describe, expect, test } from '@jest/globals'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { loopDrive } from '../testing/drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { measureAlone, measureOnDrive } from './aids.ts'
import { measureOldBelt } from './old-belt.ts'

function beltOf(drive: Parameters<typeof settleDrive>[0]): SettledBelt {
  const [belt] = settleDrive(drive).belts
  if (belt === undefined) throw new Error('no belt')
  return belt
}

/** Two ribbed pulleys of 100 mm, 300 mm apart: 600 mm of spans, and one circle round the rims. */
const TWO = beltOf(
  loopDrive([
    { x: 0, y: 0, diameter: 100 },
    { x: 0, y: 300, diameter: 100 },
  ]),
)
const V_TWO = beltOf(
  loopDrive(
    [
      { x: 0, y: 0, diameter: 100 },
      { x: 0, y: 300, diameter: 100 },
    ],
    { section: 'V13' },
  ),
)
const reading = 1000
const rad = (deg: number) => (deg * Math.PI) / 180
const correctionOf = (belt: SettledBelt, laid: Parameters<typeof measureOnDrive>[1]) =>
  measureOnDrive(belt, laid, 0)?.correction ?? NaN

describe('round two equal pulleys the correction is a circle’s', () => {
  // Closed forms: the belt is stated on the rim (PK, V), the aid's line lies beside it, and the wraps make one turn.
  test.each([
    ['strap of 2 mm on the rims', TWO, { aid: 'strap', thickness: 2, reading }, -2 * Math.PI * 1],
    ['string of 2 mm in the grooves', TWO, { aid: 'string', thickness: 2, reading }, 2 * Math.PI * (2.9 - 1)],
    // Its centre q/(2·sin 20°) above where the flanks meet, 3.56/(2·tan 20°) below the rims; the bottom is higher.
    [
      'string of 2 mm held by the flanks',
      TWO,
      { aid: 'string', thickness: 2, reading, lay: 'flanks' },
      2 * Math.PI * (2.9 - 1),
    ],
    // 3 mm of string find the flanks before the bottom: 3/(2·sin 20°) − 3.56/(2·tan 20°) = −0.505 mm.
    [
      'string of 3 mm held by the flanks',
      TWO,
      { aid: 'string', thickness: 3, reading, lay: 'flanks' },
      -2 * Math.PI * (3 / (2 * Math.sin(rad(20))) - 3.56 / (2 * Math.tan(rad(20)))),
    ],
    ['string of 2 mm on the rims', TWO, { aid: 'string', thickness: 2, reading, lay: 'rims' }, -2 * Math.PI * 1],
    // 10/(2·sin 18°) − 13/(2·tan 18°) = −3.8246 mm; 14 mm are too thick for 13 mm of groove: √(14² − 13²)/2 above the edges.
    [
      'rope of 10 mm in a V groove',
      V_TWO,
      { aid: 'rope', thickness: 10, reading, lay: 'flanks' },
      -2 * Math.PI * (10 / (2 * Math.sin(rad(18))) - 13 / (2 * Math.tan(rad(18)))),
    ],
    [
      'rope of 14 mm on a V groove’s edges',
      V_TWO,
      { aid: 'rope', thickness: 14, reading, lay: 'flanks' },
      -Math.PI * Math.sqrt(14 ** 2 - 13 ** 2),
    ],
    ['rope of 6 mm on the rims', TWO, { aid: 'rope', thickness: 6, reading }, -2 * Math.PI * 3],
    [
      'a string too thick for the groove lies on the rims',
      TWO,
      { aid: 'string', thickness: 5, reading },
      -2 * Math.PI * 2.5,
    ],
    ['string of 2 mm in a V', V_TWO, { aid: 'string', thickness: 2, reading }, 2 * Math.PI * (10 - 1)],
    ['strap on a V', V_TWO, { aid: 'strap', thickness: 2, reading }, -2 * Math.PI * 1],
    ['the old belt along its back, PK', TWO, { aid: 'oldbelt', thickness: 0, reading }, -2 * Math.PI * (1.6 + 1.2)],
    ['the old belt along its back, V', V_TWO, { aid: 'oldbelt', thickness: 0, reading }, 0],
  ] as const)('%s', (_name, belt, laid, correction) => {
    expect(correctionOf(belt, laid)).toBeCloseTo(correction, 9)
    // With nothing known of the drive the same comes out: it has no back bend.
    expect(measureAlone(belt.belt.section, laid).correction).toBeCloseTo(correction, 9)
  })
})

test('over back bends the old belt’s back is longer than its cord by one circle all the same', () => {
  // A closed curve parallel to another at distance h is longer by 2πh when it turns once, whatever bends lie between.
  const belt = beltOf(vectorNamed('serpentine-1').drive)
  expect(correctionOf(belt, { aid: 'oldbelt', thickness: 0, reading })).toBeCloseTo(-2 * Math.PI * (1.6 + 1.2), 6)
})

test('with back bends known in turns, the drive’s own correction is met to first order', () => {
  const belt = beltOf(vectorNamed('serpentine-1').drive)
  const laid = { aid: 'strap', thickness: 2, reading } as const
  if (!belt.path.ok) throw new Error('no path')
  const back = belt.path.wraps.reduce((sum, wrap, i) => sum + (belt.belt.route[i]?.contact === 'back' ? wrap : 0), 0)
  const alone = measureAlone('PK', laid, back / (2 * Math.PI)).correction
  // Offsets of 1 to 4 mm against spans of 100 mm and more leave a second order of a few hundredths of a millimetre.
  expect(Math.abs(alone - (measureOnDrive(belt, laid, belt.adjuster?.u ?? 0)?.correction ?? NaN))).toBeLessThan(0.15)
})

test('reading, stretch and correction add up; half a route counts twice with twice the spread', () => {
  const whole = measureOnDrive(TWO, { aid: 'string', thickness: 2, reading: 900, stretch: 0.008 }, 0)
  const half = measureOnDrive(TWO, { aid: 'string', thickness: 2, reading: 450, half: true, stretch: 0.008 }, 0)
  expect(whole?.aidLength).toBeCloseTo(900 / 0.992, 9)
  expect(whole?.statedLength).toBeCloseTo(900 / 0.992 + 2 * Math.PI * 1.9, 9)
  expect(half?.statedLength).toBeCloseTo(whole?.statedLength ?? NaN, 9)
  expect([whole?.spread, half?.spread]).toEqual([8, 16])
})

test('a string is taken to give 0.8 % where nobody says otherwise, a strap not', () => {
  expect(measureAlone('PK', { aid: 'string', thickness: 2, reading: 992 }).aidLength).toBeCloseTo(1000, 9)
  expect(measureAlone('PK', { aid: 'strap', thickness: 2, reading: 992 }).aidLength).toBe(992)
})

test('no path, no correction from the drive', () => {
  const overlapping = beltOf(
    loopDrive([
      { x: 0, y: 0, diameter: 100 },
      { x: 10, y: 0, diameter: 40 },
    ]),
  )
  expect(measureOnDrive(overlapping, { aid: 'strap', thickness: 2, reading }, 0)).toBeUndefined()
})

describe('an old belt off the engine', () => {
  // A PK belt of 1000 mm: cord 1000 + 2π·1.6, back 2π·1.2 longer, inside 2π·3.3 shorter; a V13 is stated along its back.
  const cord = 1000 + 2 * Math.PI * 1.6
  test.each([
    ['PK', 'back', cord + 2 * Math.PI * 1.2, undefined, 1000],
    ['PK', 'ribs', cord - 2 * Math.PI * 3.3, undefined, 1000],
    ['PK', 'flat', cord, undefined, 1000],
    ['PK', 'pins', (cord - Math.PI * (20 + 2 * 3.3)) / 2, 20, 1000],
    ['V13', 'back', 1000, undefined, 1000],
    ['T9.5', 'flat', 92 * 9.525, undefined, 92 * 9.525],
  ] as const)('%s %s', (section, line, read, pin, stated) => {
    const { statedLength, correction } = measureOldBelt(section, line, read, pin)
    expect(statedLength).toBeCloseTo(stated, 9)
    expect(read + correction).toBeCloseTo(stated, 9)
  })
})
