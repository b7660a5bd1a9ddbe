import { describe, expect, test } from '@jest/globals'
import { settleDrive, type SettledBelt } from '@emery/core/path'
import { demoDrive } from '../../testing/drives.ts'
import { beltShape, parallelPath } from '../../ui/drive-shapes/belt-shape.ts'
import { driveBounds } from '../../ui/drive-shapes/drive-bounds.ts'
import { nameLines } from '../../ui/name-lines.ts'
import { placeLabels, type LabelWanted, type Obstacles } from './place-labels.ts'

const ketch = settleDrive(demoDrive('ketch-main'))
const [belt] = ketch.belts as [SettledBelt]

/** Length of a path of lines and arcs, each arc's angle from its chord. */
function pathLength(d: string): number {
  const numbers = [...d.matchAll(/([MLA])([^MLAZ]*)/g)].map(
    ([, kind, rest]) => [kind, (rest ?? '').trim().split(/\s+/).map(Number)] as const,
  )
  let [x, y] = [0, 0]
  let length = 0
  for (const [kind, values] of numbers) {
    const [toX, toY] = values.slice(-2) as [number, number]
    const chord = Math.hypot(toX - x, toY - y)
    if (kind === 'L') length += chord
    if (kind === 'A') {
      const [r = 0, , , large] = values
      const angle = 2 * Math.asin(Math.min(1, chord / (2 * r)))
      length += r * (large === 1 ? 2 * Math.PI - angle : angle)
    }
    ;[x, y] = [toX, toY]
  }
  return length
}

describe('a belt as it is drawn', () => {
  test('along its cord it is as long as the cord', () => {
    // Coordinates are written to 0.01 mm, a dozen of them.
    expect(Math.abs(pathLength(parallelPath(belt, 0) ?? '') - (belt.path.ok ? belt.path.length : NaN))).toBeLessThan(
      0.1,
    )
  })

  test('a curve h toward the ribs is 2πh shorter, whatever the bends', () => {
    const h = 3
    const difference = pathLength(parallelPath(belt, 0) ?? '') - pathLength(parallelPath(belt, h) ?? '')
    expect(Math.abs(difference - 2 * Math.PI * h)).toBeLessThan(0.2)
  })

  test('never gets too thin to see its rib side', () => {
    const far = beltShape(belt, 0.5)
    const near = beltShape(belt, 4)
    expect(((far?.bodyWidth ?? 0) + (far?.ribsWidth ?? 0)) * 0.5).toBeCloseTo(7, 9)
    // Near by, it is as thick as the section: 4.5 mm.
    expect((near?.bodyWidth ?? 0) + (near?.ribsWidth ?? 0)).toBeCloseTo(4.5, 9)
  })

  test('without a path there is nothing to draw', () => {
    expect(beltShape({ ...belt, path: { ok: false, why: 'overlap', at: 0 } }, 1)).toBeNull()
  })
})

test('bounds hold every pulley', () => {
  const { left, right, top, bottom } = driveBounds(ketch)
  // Power steering pump: centre (191.27, 260.43), 142.7 across; drawn with y down.
  expect(right).toBeCloseTo(210.59 + 115.3 / 2, 6)
  expect(top).toBeCloseTo(-260.43 - 142.7 / 2, 6)
  expect(left).toBeLessThan(-180)
  expect(bottom).toBeCloseTo(160.5 / 2, 6)
})

describe('labels', () => {
  test.each([
    ['CRANK', ['CRANK']],
    ['A/C COMPRESSOR', ['A/C', 'COMPRESSOR']],
    ['POWER STEERING PUMP', ['POWER', 'STEERING PUMP']],
    ['OVERLONGSINGLEWORD', ['OVERLONGSINGLEWORD']],
  ])('%s is broken between words where that makes it narrower', (name, lines) => {
    expect(nameLines(name)).toEqual(lines)
  })

  const label = (id: string, x: number, y: number, r: number): LabelWanted => ({
    id,
    x,
    y,
    r,
    width: 80,
    height: 57,
    firstLine: 19,
  })
  const open: Obstacles = { segments: [], carriers: [], boxes: [], viewport: { width: 800, height: 600 } }
  const overlap = (a: { left: number; top: number; width: number; height: number }, b: typeof a) =>
    a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + b.height && b.top < a.top + a.height

  test('stand inside a pulley that has room', () => {
    expect(placeLabels([label('a', 400, 300, 90)], open)).toMatchObject([
      { id: 'a', inside: true, left: 360, top: 271.5 },
    ])
  })

  test('stand beside one that has none, or whose arm would cross them', () => {
    const arm = { x1: 400, y1: 300, x2: 400, y2: 420 }
    expect(placeLabels([label('a', 400, 300, 30)], open)[0]?.inside).toBe(false)
    expect(placeLabels([label('a', 400, 300, 90)], { ...open, carriers: [arm] })[0]?.inside).toBe(false)
  })

  test('keep off each other, off the belt, and on the drawing', () => {
    const wanted = [label('a', 60, 60, 30), label('b', 130, 60, 30), label('c', 60, 130, 30)]
    const belt = { x1: 160, y1: 0, x2: 160, y2: 300 }
    const placed = placeLabels(wanted, { ...open, segments: [belt] })
    for (const a of placed) {
      expect(a.left).toBeGreaterThanOrEqual(0)
      expect(a.top).toBeGreaterThanOrEqual(0)
      for (const b of placed) if (a.id < b.id) expect(overlap(a, b)).toBe(false)
    }
  })

  test('say only the name where there is no room for more', () => {
    const walls = [
      { left: 0, top: 0, width: 800, height: 255 },
      { left: 0, top: 345, width: 800, height: 255 },
    ]
    const boxes = [
      ...walls,
      { left: 0, top: 275, width: 350, height: 325 },
      { left: 450, top: 275, width: 350, height: 325 },
    ]
    expect(placeLabels([label('a', 400, 300, 20)], { ...open, boxes })[0]).toMatchObject({ short: true, height: 19 })
  })
})
