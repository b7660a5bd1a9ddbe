import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { AlignmentReading } from '../drive/alignment-reading.ts'
import { radians } from '../numerics/vectors.ts'
import { settleDrive } from '../path/settle.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { spanLines } from './fix-plan.ts'
import {
  isLaserAskew,
  lineQuestion,
  linesRead,
  referenceOf,
  strikeLines,
  takeLine,
  tiltRead,
  wayRead,
  type AlongReading,
} from './line-readings.ts'
import { simulatedLaser } from './simulated-laser.ts'
import { lineSigns } from './signs.ts'

/** Crank, a pump and a smooth idler inside. */
const drive: CheckedDrive = changed(
  loopDrive([
    { x: 0, y: 0, diameter: 140 },
    { x: 300, y: 40, diameter: 90 },
    { x: 120, y: 260, diameter: 80 },
  ]),
  (draft) => {
    draft.pulleys = draft.pulleys.map(({ id, shaft, ...rest }, i) =>
      i === 2 ? { id, shaft, face: 'smooth', diameter: 80, diameterAt: 'outside' } : { ...rest, id, shaft },
    )
  },
)
const belt = drive.belts[0]?.id ?? ''
const [crank = '', pump = '', idler = ''] = drive.pulleys.map(({ id }) => id)
let count = 0
const stamp = () => ({ id: `d${count++}`, by: 'Wren', at: '2026-11-25T09:00:00Z' })
const depth = (pulley: string, value: number, during?: 'revving'): AlongReading => ({
  ...stamp(),
  ...(during === undefined ? {} : { while: during }),
  how: 'depth',
  pulley,
  value,
})
const block = (pulley: string, value: number): AlongReading => ({ ...stamp(), how: 'block', pulley, value })
const laser = (pulley: string, near: number, far: number): AlongReading => ({
  ...stamp(),
  how: 'laser',
  pulley,
  near,
  far,
})
const read = (from: CheckedDrive, ...readings: readonly AlignmentReading[]): CheckedDrive =>
  readings.reduce((so, reading) => changed(so, takeLine(belt, reading)), from)
const text = (mm: number) => `${mm.toFixed(1)} mm`
const pumpOf = (of: CheckedDrive) => of.pulleys.find(({ id }) => id === pump)
const nothing = { offset: null, each: [], scatter: 0, sigma: null, readings: 0 }

describe('readings along the shafts', () => {
  test('say nothing without the reference’s own; with it, deeper lies toward the block', () => {
    const alone = read(drive, depth(pump, 44))
    expect(linesRead(alone, belt)).toEqual([
      { pulley: crank, ...nothing, revving: nothing },
      { pulley: pump, ...nothing, readings: 1, revving: nothing },
    ])
    expect(alone.pulleys.map(({ z }) => z ?? 0)).toEqual([0, 0, 0])
    const both = read(alone, depth(crank, 41.2))
    expect(linesRead(both, belt)[1]?.offset).toBeCloseTo(2.8, 9)
    expect(pumpOf(both)?.z).toBeCloseTo(-2.8, 9)
    // Both of its spans then leave the line by that, and the angles follow.
    const [settled] = settleDrive(both).belts
    expect((settled === undefined ? [] : spanLines(settled))[0]?.offset).toBeCloseTo(-2.8, 9)
  })

  test('that are repeated are averaged, with how far they lie apart; deleted, they are gone', () => {
    const twice = read(drive, depth(crank, 40), depth(pump, 40.2), depth(pump, 40.6))
    expect(linesRead(twice, belt)[1]).toMatchObject({ offset: expect.closeTo(0.4, 9), scatter: expect.closeTo(0.2, 9) })
    expect(wayRead(twice, pump, 'depth', 'standing')?.value).toBeCloseTo(40.4, 9)
    expect(pumpOf(twice)?.z).toBeCloseTo(-0.4, 9)
    expect(linesRead(changed(twice, strikeLines(belt, pump)), belt)[1]?.readings).toBe(0)
    // What was read under load goes by itself, and leaves what was read with the engine stopped.
    const loaded = read(twice, { ...depth(pump, 41), while: 'revving' })
    const left = linesRead(changed(loaded, strikeLines(belt, pump, 'revving')), belt)[1]
    expect([left?.readings, left?.revving.readings]).toEqual([2, 0])
  })

  test('by three ways agree, each against its own reading of the reference', () => {
    // 1.5 mm back: deeper from a straightedge, less in front of the block, the more behind the laser’s line.
    const all = read(
      drive,
      ...[depth(crank, 40), depth(pump, 41.5)],
      ...[block(crank, 152), block(pump, 150.5)],
      ...[laser(crank, 6, 6), laser(pump, 7.5, 7.5)],
    )
    expect(linesRead(all, belt)[1]).toMatchObject({
      offset: expect.closeTo(1.5, 9),
      scatter: expect.closeTo(0, 9),
      readings: 3,
    })
    // A way whose reference was not read says nothing, and spoils nothing.
    const half = read(drive, depth(crank, 40), depth(pump, 41.5), block(pump, 90))
    expect(linesRead(half, belt)[1]?.offset).toBeCloseTo(1.5, 9)
    expect(wayRead(half, pump, 'laser', 'standing')).toBeNull()
  })

  test('are of the rib the belt runs in: a pulley with a groove to spare moves with its belt line', () => {
    const spare = changed(drive, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id === pump && pulley.face === 'ribbed') pulley.grooves = 7
      for (const each of draft.belts) for (const entry of each.route) if (entry.pulley === pump) entry.groove = 2
    })
    // Six ribs from the second of seven grooves run half a rib behind its middle, which so stands half a rib in front.
    expect(pumpOf(read(spare, depth(crank, 40), depth(pump, 40)))?.z).toBeCloseTo(3.56 / 2, 9)
  })

  test('of a belt that the crank does not touch are held against its driving pulley', () => {
    const away = changed(drive, (draft) => {
      for (const each of draft.belts) each.route = each.route.filter(({ pulley }) => pulley !== crank)
    })
    expect(referenceOf(away, belt)).toBe(pump)
    expect(referenceOf(drive, belt)).toBe(crank)
  })

  test('in the wrong unit are asked about, with what was probably meant', () => {
    const one = read(drive, depth(crank, 1))
    expect(lineQuestion(one, belt, depth(pump, 45), text)).toMatchObject({
      question: 'That is 44.0 mm behind the reference, which has 1.0 mm. Is the unit right?',
      meant: { value: expect.closeTo(1.143, 9) },
    })
    expect(lineQuestion(one, belt, depth(pump, 1.1), text)).toBeUndefined()
    // Without the reference nothing can be asked; then the reference is held against what was read before it.
    expect(lineQuestion(drive, belt, depth(pump, 45), text)).toBeUndefined()
    expect(lineQuestion(read(drive, depth(pump, 1.1)), belt, depth(crank, 45), text)?.question).toMatch(
      /behind all the others/,
    )
    // No other unit makes sense of this.
    expect(lineQuestion(read(drive, depth(crank, 0)), belt, depth(pump, 499), text)?.meant).toBeNull()
  })
})

describe('a face that leans', () => {
  const lean = (across: 'sides' | 'height', first: number, second: number): AlignmentReading => ({
    ...stamp(),
    how: 'lean',
    pulley: pump,
    across,
    first,
    second,
    apart: 80,
  })

  test('is read from left and right, top and bottom: dz/dx and dz/dy, deeper toward the block', () => {
    // 1 mm deeper on the left: to the right it comes forward by 1 in 80.
    const leaning = read(drive, lean('sides', 41, 40), lean('height', 40, 40.5))
    expect(Math.tan(radians(pumpOf(leaning)?.tilt?.x ?? 0))).toBeCloseTo(1 / 80, 12)
    expect(Math.tan(radians(pumpOf(leaning)?.tilt?.y ?? 0))).toBeCloseTo(0.5 / 80, 12)
    expect(lineSigns(leaning, belt)).toEqual([
      { is: 'leans', pulley: pump, degrees: expect.closeTo(0.8, 2), onTensioner: false },
    ])
    // Read again and found square, nothing is left of it.
    const square = read(changed(leaning, strikeLines(belt, pump)), lean('sides', 40, 40), lean('height', 40, 40))
    expect(pumpOf(square)?.tilt).toBeUndefined()
  })

  test('is checked by a laser along the line from the reference, as it shows on a made-up one', () => {
    const tilted = changed(drive, (draft) => {
      // Leaning along the line between the centres, 300 to 40.
      for (const pulley of draft.pulleys)
        if (pulley.id === pump) Object.assign(pulley, { z: -1.6, tilt: { x: 0.9, y: 0.12 } })
    })
    const marks = (id: string, seed: number) => simulatedLaser(tilted, belt, id, seed) ?? { near: NaN, far: NaN }
    const seen = read(
      drive,
      ...[1, 2, 3, 4].flatMap((seed) => [
        laser(crank, marks(crank, seed).near, marks(crank, seed).far),
        laser(pump, marks(pump, seed + 10).near, marks(pump, seed + 10).far),
      ]),
    )
    // Four readings of two marks, each seen within 0.1 mm: the mean to about 0.05, the lean to 0.1 in 90 mm.
    expect(linesRead(seen, belt)[1]?.offset).toBeCloseTo(1.6, 0)
    expect(Math.abs((linesRead(seen, belt)[1]?.offset ?? NaN) - 1.6)).toBeLessThan(0.2)
    const tilt = pumpOf(seen)?.tilt
    expect(Math.abs((tilt?.x ?? NaN) - 0.9)).toBeLessThan(0.2)
    expect(Math.abs((tilt?.y ?? NaN) - 0.12)).toBeLessThan(0.05)
    expect(simulatedLaser(tilted, belt, pump, 3)).toEqual(simulatedLaser(tilted, belt, pump, 3))
    expect(simulatedLaser(tilted, belt, 'nowhere', 3)).toBeNull()
  })

  test('is not told by readings of the engine revving, nor of the reference itself', () => {
    const revving = read(drive, laser(crank, 6, 7), { ...laser(pump, 6, 9), while: 'revving' })
    const of = (id: string) => revving.pulleys.find((each) => each.id === id)
    expect([of(crank)?.tilt, of(pump)?.tilt]).toEqual([undefined, undefined])
    expect(drive.pulleys.map((pulley) => tiltRead(drive, belt, pulley))).toEqual([null, null, null])
  })

  test('a laser that is askew on the reference is told from one that is square', () => {
    expect(isLaserAskew(drive, laser(crank, 6, 6.6), belt)).toBe(true)
    expect(isLaserAskew(drive, laser(crank, 6, 6.4), belt)).toBe(false)
    expect(isLaserAskew(drive, laser(pump, 6, 8), belt)).toBe(false)
    expect(isLaserAskew(drive, depth(crank, 6), belt)).toBe(false)
  })
})

describe('what is asked or said before anything is pressed', () => {
  test.each([
    [3.56, 1],
    [3.2, 1],
    [3.15, 0],
    [-7.0, -2],
    [1.6, 0],
    [0.3, 0],
  ])('an offset of %d mm looks like %d grooves', (offset, grooves) => {
    const off = read(drive, depth(crank, 40), depth(pump, 40 + offset))
    const found = lineSigns(off, belt).flatMap((sign) => (sign.is === 'groove-off' ? [sign.grooves] : []))
    expect(found).toEqual(grooves === 0 ? [] : [grooves])
    const leaning = changed(off, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id === pump) pulley.tilt = { x: 0.4, y: 0 }
    })
    expect(lineSigns(leaning, belt)).toEqual([])
  })

  test('a belt with more ribs than a pulley has grooves', () => {
    const less = changed(drive, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id === pump && pulley.face === 'ribbed') pulley.grooves = 5
    })
    expect(lineSigns(less, belt)).toEqual([{ is: 'more-ribs', pulley: pump, ribs: 6, grooves: 5 }])
  })

  test.each([
    [4, 4, null],
    [2.1, 6, null],
    [1.9, 6, { by: expect.closeTo(2.05, 9), bare: 1.9, over: false }],
    [9, -0.5, { by: expect.closeTo(-4.75, 9), bare: -0.5, over: true }],
  ])('a belt with %d mm bare in front and %d behind on a smooth face: %j', (front, back, off) => {
    const margin: AlignmentReading = { ...stamp(), how: 'margin', pulley: idler, front, back }
    const found = lineSigns(read(drive, margin), belt)
    expect(found).toEqual(off === null ? [] : [{ is: 'off-centre', pulley: idler, ...off }])
  })

  test.each([
    [40.0, 39.6, 0.4],
    [40.0, 39.75, null],
    [40.0, 40.5, -0.5],
  ])('a pulley read at %d standing and at %d revving', (standing, revving, by) => {
    const both = read(
      drive,
      ...[depth(crank, 40), depth(pump, standing)],
      ...[depth(crank, 40, 'revving'), depth(pump, revving, 'revving')],
    )
    // What it does under load moves nothing on the drawing.
    expect(pumpOf(both)?.z ?? 0).toBeCloseTo(0, 9)
    expect(lineSigns(both, belt)).toEqual(by === null ? [] : [{ is: 'gives', pulley: pump, by: expect.closeTo(by, 9) }])
  })

  test('a shift within the scatter of the readings is not one', () => {
    const scattered = read(
      drive,
      ...[depth(crank, 40), depth(pump, 39.5), depth(pump, 40.5)],
      ...[depth(crank, 40, 'revving'), depth(pump, 39.6, 'revving')],
    )
    expect(lineSigns(scattered, belt).filter(({ is }) => is === 'gives')).toEqual([])
  })
})
