import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { depthQuestion, depthsRead, groovesOff, strikeDepths, takeDepth } from './depths.ts'
import { lineUp } from './fix-plan.ts'

/** Crank, a pump and a smooth idler inside; the pump comes before the crank in no one’s route. */
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
const [crank = '', pump = ''] = drive.pulleys.map(({ id }) => id)
let count = 0
const depth = (pulley: string, value: number) =>
  takeDepth(belt, { id: `d${count++}`, how: 'depth', pulley, value, by: 'Wren', at: '2026-11-25T09:00:00Z' })
const text = (mm: number) => `${mm.toFixed(1)} mm`

describe('depths from a straightedge', () => {
  test('say nothing without the crank’s own; with it, deeper lies toward the block', () => {
    const alone = changed(drive, depth(pump, 44))
    expect(depthsRead(alone, belt)).toEqual([
      { pulley: crank, depth: null, scatter: 0, readings: 0, offset: null },
      { pulley: pump, depth: 44, scatter: 0, readings: 1, offset: null },
    ])
    expect(alone.pulleys.map(({ z }) => z ?? 0)).toEqual([0, 0, 0])
    const both = changed(alone, depth(crank, 41.2))
    expect(depthsRead(both, belt)[1]?.offset).toBeCloseTo(2.8, 9)
    expect(both.pulleys[1]?.z).toBeCloseTo(-2.8, 9)
    // Both of its spans then leave the line by that, and the angles follow.
    const [settled] = settleDrive(both).belts
    expect((settled === undefined ? [] : lineUp(settled))[0]?.offset).toBeCloseTo(-2.8, 9)
  })

  test('that are repeated are averaged, with how far they lie apart; struck out, they are gone', () => {
    const read = changed(changed(changed(drive, depth(crank, 40)), depth(pump, 40.2)), depth(pump, 40.6))
    expect(depthsRead(read, belt)[1]).toMatchObject({ depth: expect.closeTo(40.4, 9), scatter: expect.closeTo(0.2, 9) })
    expect(read.pulleys[1]?.z).toBeCloseTo(-0.4, 9)
    expect(depthsRead(changed(read, strikeDepths(belt, pump)), belt)[1]?.readings).toBe(0)
  })

  test('are of the rib the belt runs in: a pulley with a groove to spare moves with its belt line', () => {
    const spare = changed(drive, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id === pump && pulley.face === 'ribbed') pulley.grooves = 7
      for (const each of draft.belts) for (const entry of each.route) if (entry.pulley === pump) entry.groove = 2
    })
    const read = changed(changed(spare, depth(crank, 40)), depth(pump, 40))
    // Six ribs from the second of seven grooves run half a rib behind its middle, which so stands half a rib in front.
    expect(read.pulleys[1]?.z).toBeCloseTo(3.56 / 2, 9)
  })

  test('in the wrong unit are asked about', () => {
    const read = changed(drive, depth(crank, 1))
    expect(depthQuestion(read, belt, pump, 45, text)).toBe(
      'That is 44.0 mm behind the crank, which has 1.0 mm: is the unit right?',
    )
    expect(depthQuestion(read, belt, pump, 1.1, text)).toBeUndefined()
    expect(depthQuestion(drive, belt, pump, 45, text)).toBeUndefined()
    expect(depthQuestion(read, belt, crank, 45, text)).toBeUndefined()
  })

  test.each([
    [3.56, 1],
    [3.2, 1],
    [3.15, 0],
    [-7.0, -2],
    [1.6, 0],
    [0.3, 0],
  ])('that are %d mm off look like %d grooves', (offset, grooves) => {
    const read = changed(changed(drive, depth(crank, 40)), depth(pump, 40 + offset))
    const [, reading] = depthsRead(read, belt)
    expect(reading === undefined ? NaN : groovesOff(read, belt, reading)).toBe(grooves)
    const leaning = changed(read, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id === pump) pulley.tilt = { x: 0.5, y: 0 }
    })
    expect(reading === undefined ? NaN : groovesOff(leaning, belt, reading)).toBe(0)
  })
})
