import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { linesAfter, spanLines } from './fix-plan.ts'
import type { AlignmentMove } from './move-choices.ts'
import { takeLine } from './line-readings.ts'
import { lineCompared, takeMoves } from './moves-done.ts'
import { straightedgeTo } from './straightedge.ts'

const drive: CheckedDrive = changed(
  loopDrive([
    { x: 0, y: 0, diameter: 140 },
    { x: -200, y: 180, diameter: 60 },
    { x: 220, y: 200, diameter: 90 },
  ]),
  (draft) => {
    for (const pulley of draft.pulleys) {
      if (pulley.face === 'ribbed') pulley.grooves = 8
      if (pulley.id === 'p2') Object.assign(pulley, { z: -1.6, tilt: { x: 0.4, y: -0.3 } })
    }
    for (const entry of draft.belts[0]?.route ?? []) entry.groove = 2
  },
)
const stamp = { id: 'w1', by: 'Wren', at: '2026-11-25T10:00:00Z' }
const depth = (id: string, pulley: string, value: number) =>
  takeLine('belt', { id, by: '', at: '2026-11-25T10:30:00Z', how: 'depth', pulley, value })

describe('moves that are made', () => {
  test.each<readonly [string, readonly AlignmentMove[]]>([
    ['pressed', [{ kind: 'press', shaft: 'p2', by: 1.6 }]],
    [
      'shimmed and straightened',
      [
        { kind: 'shim', shaft: 'p2', by: 0.5 },
        { kind: 'straighten', shaft: 'p2', by: 0.4 },
      ],
    ],
    ['put into another groove', [{ kind: 'groove', shaft: 'p1', pulley: 'p1', belt: 'belt', groove: 1, by: 3.56 }]],
  ])('leave the belt as it was drawn beforehand: %s', (_, moves) => {
    const settled = settleDrive(drive)
    const [before] = settled.belts
    const [after] = settleDrive(changed(drive, takeMoves(settled, moves, stamp))).belts
    const [drawn, made] = [
      before === undefined ? null : linesAfter(before, moves),
      after === undefined ? null : linesAfter(after, []),
    ]
    expect(made?.lines.map((line) => line.toFixed(9))).toEqual(drawn?.lines.map((line) => line.toFixed(9)))
    expect(made?.spans.map(({ leaveAngle }) => leaveAngle.toFixed(9))).toEqual(
      drawn?.spans.map(({ leaveAngle }) => leaveAngle.toFixed(9)),
    )
  })

  test('are compared with what had been, once they are read again', () => {
    const read = changed(changed(drive, depth('a', 'p0', 40)), depth('b', 'p2', 41.6))
    const settled = settleDrive(read)
    expect(lineCompared(settled)).toBeNull()
    const done = changed(read, takeMoves(settled, [{ kind: 'press', shaft: 'p2', by: 1.5 }], stamp))
    expect(done.alignment?.map(({ pulley }) => pulley)).toEqual(['p0'])
    expect(lineCompared(settleDrive(done))?.pulleys).toEqual([
      {
        pulley: 'p2',
        was: expect.closeTo(-1.6, 9),
        planned: expect.closeTo(-0.1, 9),
        is: expect.closeTo(-0.1, 9),
        again: 0,
        inLine: null,
      },
    ])
    const again = settleDrive(changed(done, depth('c', 'p2', 40.3)))
    const compared = lineCompared(again)
    expect(compared).toMatchObject({ by: 'Wren', at: stamp.at })
    expect(compared?.pulleys).toEqual([
      expect.objectContaining({ was: expect.closeTo(-1.6, 9), is: expect.closeTo(-0.3, 9), again: 1, inLine: true }),
    ])
    const [angle] = compared?.angles ?? []
    const [belt] = again.belts
    const worst = Math.max(
      ...(belt === undefined ? [] : spanLines(belt)).flatMap((span) => [
        Math.abs(span.leaveAngle),
        Math.abs(span.enterAngle),
      ]),
    )
    expect(angle?.is).toBeCloseTo(worst, 12)
    expect(angle?.was).toBeGreaterThan(worst)
  })
})

describe('where to hold the straightedge', () => {
  const settled = settleDrive(drive)

  test('across the reference’s whole rim, through both centres, over the other pulley', () => {
    const held = straightedgeTo(settled, 'p0', 'p2')
    expect(held?.blockedBy).toBeNull()
    const [far, near] = held?.points ?? [
      { x: NaN, y: NaN },
      { x: NaN, y: NaN },
    ]
    const rim = settled.metal.get('p0') ?? NaN
    expect(Math.hypot(far.x, far.y)).toBeCloseTo(rim, 9)
    // In one line: from the rim over the centre to the other pulley at (220, 200).
    for (const point of [far, near, held?.end ?? far]) expect(point.x * 200 - point.y * 220).toBeCloseTo(0, 6)
    expect(Math.hypot(near.x - 220, near.y - 200)).toBeLessThan(Math.hypot(far.x - 220, far.y - 200))
  })

  test('past a pulley that stands further out; said where there is no way past', () => {
    const proud = (diameter: number) =>
      settleDrive(
        changed(
          loopDrive([
            { x: 0, y: 0, diameter: 140 },
            { x: 0, y: 190, diameter },
            { x: 0, y: 400, diameter: 120 },
          ]),
          (draft) => {
            for (const pulley of draft.pulleys) if (pulley.id === 'p1') pulley.z = 12
          },
        ),
      )
    const past = straightedgeTo(proud(30), 'p0', 'p2')
    expect(past?.blockedBy).toBeNull()
    const [far] = past?.points ?? []
    expect(Math.abs(far?.x ?? 0)).toBeGreaterThan(5)
    expect(straightedgeTo(proud(200), 'p0', 'p2')?.blockedBy).toBe('p1')
    expect(straightedgeTo(settled, 'p0', 'nowhere')).toBeNull()
  })
})
