import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { fixPlan } from './fix-plan.ts'
import { hubAfter } from './hub.ts'
import { isOutOfLine, linesRead, outBeyond, takeLine, type AlongReading } from './line-readings.ts'
import { takeMoves } from './moves-done.ts'
import { usualMoves } from './nominal.ts'
import { signKey } from './signs.ts'

/** A crank, an alternator on its bracket and a steering pump, none of them read yet. */
const drive: CheckedDrive = changed(
  loopDrive([
    { x: 0, y: 0, diameter: 140 },
    { x: -200, y: 180, diameter: 60 },
    { x: 220, y: 200, diameter: 90 },
  ]),
  (draft) => {
    for (const shaft of draft.shafts) {
      if (shaft.id === 'p1') shaft.kind = 'alternator'
      if (shaft.id === 'p2') shaft.kind = 'power-steering'
    }
    for (const pulley of draft.pulleys) delete pulley.z
  },
)
let count = 0
type Along = Pick<Extract<AlongReading, { how: 'depth' }>, 'value'> & { readonly while?: 'revving' }
const depth = (pulley: string, value: number, more: Partial<Along> = {}): AlongReading => ({
  id: `r${count++}`,
  by: '',
  at: '2026-11-25T10:30:00Z',
  how: 'depth',
  pulley,
  value,
  ...more,
})
const read = (...readings: readonly AlongReading[]): CheckedDrive =>
  readings.reduce((so, reading) => changed(so, takeLine('belt', reading)), drive)
const planOf = (of: CheckedDrive, answered?: readonly string[]) =>
  fixPlan(settleDrive(of), { unsaid: usualMoves, ...(answered === undefined ? {} : { answered }) })

describe('how far a pulley may stand off before it counts as out', () => {
  test('is three times what its reading tells apart, and never less than 0.3 mm', () => {
    expect([outBeyond(null), outBeyond(0.05), outBeyond(0.2)]).toEqual([0.3, 0.3, expect.closeTo(0.6, 12)])
    expect([isOutOfLine(-0.3, null), isOutOfLine(0.31, 0), isOutOfLine(0.5, 0.2)]).toEqual([false, true, false])
  })

  test('so a caliper finds half a millimetre that a laser line cannot', () => {
    const caliper = read(depth('p0', 40), depth('p2', 40.5), depth('p1', 40))
    expect(planOf(caliper).out).toEqual([{ shaft: 'p2', offset: expect.closeTo(-0.5, 9), tilt: 0 }])
    const mark = (pulley: string, at: number): AlongReading => ({
      id: `r${count++}`,
      by: '',
      at: '2026-11-25T10:30:00Z',
      how: 'laser',
      pulley,
      near: at,
      far: at,
    })
    const laser = read(mark('p0', 0), mark('p1', 0), mark('p2', 0.5))
    // 0.15 mm for either of two readings: σ 0.21 mm, three times that 0.64 mm.
    expect(linesRead(laser, 'belt').find(({ pulley }) => pulley === 'p2')?.sigma).toBeCloseTo(0.2121, 4)
    expect(planOf(laser).out).toEqual([])
  })
})

describe('what comes before any move', () => {
  test('a part that gives under load has play or a bracket that bends: it leads, and gets no shim', () => {
    const loose = read(
      ...[depth('p0', 40), depth('p1', 41.2), depth('p2', 40)],
      ...[depth('p0', 40, { while: 'revving' }), depth('p1', 42.4, { while: 'revving' })],
    )
    const plan = planOf(loose)
    expect(plan.first).toEqual([{ shaft: 'p1', sign: { is: 'gives', pulley: 'p1', by: expect.closeTo(-1.2, 9) } }])
    expect(plan.out.map(({ shaft }) => shaft)).toEqual(['p1'])
    expect([plan.moves, plan.unmoved]).toEqual([[], []])
    // Without a reading under load nobody knows, and the bracket takes shims.
    expect(planOf(read(depth('p0', 40), depth('p1', 41.2), depth('p2', 40))).moves).toHaveLength(1)
  })

  test('a rim that wobbles: two readings that lie apart hold its move until somebody says that both are good', () => {
    const wobbly = read(depth('p0', 40), depth('p1', 40), depth('p2', 40.6), depth('p2', 42))
    const [first] = planOf(wobbly).first
    expect(first).toEqual({
      shaft: 'p2',
      sign: { is: 'readings-apart', pulley: 'p2', apart: expect.closeTo(1.4, 9) },
    })
    expect(planOf(wobbly).moves).toEqual([])
    // Both good: their mean counts, but it is no better known than they agree.
    const answered = first === undefined ? [] : [signKey(first.sign)]
    expect(planOf(wobbly, answered)).toMatchObject({ first: [], out: [], moves: [] })
  })

  test('a belt that may lie a groove off is asked about where somebody can be asked', () => {
    const off = read(depth('p0', 40), depth('p1', 40), depth('p2', 43.5))
    expect(planOf(off).moves).toMatchObject([{ kind: 'press', shaft: 'p2', by: expect.closeTo(3.5, 9) }])
    const asked = planOf(off, [])
    expect(asked.first).toMatchObject([{ shaft: 'p2', sign: { is: 'groove-off', grooves: 1 } }])
    expect(asked.moves).toEqual([])
    expect(
      planOf(
        off,
        asked.first.map(({ sign }) => signKey(sign)),
      ).moves,
    ).toHaveLength(1)
  })

  test('an arm that leans has a worn bush, whatever may be done to it', () => {
    const arm = changed(read(depth('p0', 40), depth('p1', 40), depth('p2', 40)), (draft) => {
      for (const shaft of draft.shafts)
        if (shaft.id === 'p1') Object.assign(shaft, { kind: 'tensioner', moves: [{ kind: 'straighten' }] })
      for (const pulley of draft.pulleys) if (pulley.id === 'p1') pulley.tilt = { x: 1.5, y: 0 }
    })
    expect(planOf(arm)).toMatchObject({
      first: [{ shaft: 'p1', sign: { is: 'leans', onTensioner: true } }],
      out: [{ shaft: 'p1', tilt: expect.closeTo(1.5, 9) }],
      moves: [],
    })
  })
})

describe('a pressed hub', () => {
  test('stands further in front by what its pulley was drawn out, and is held against what its part wants', () => {
    // 0.060 in short of flush: its face 1.524 mm in front of the shaft's end.
    const wants = { hubDepth: -1.524 }
    expect(hubAfter({ ...wants, hubStands: -0.9 }, 0.6)).toEqual({
      stands: expect.closeTo(-1.5, 9),
      wants: -1.524,
      off: expect.closeTo(0.024, 9),
      right: true,
    })
    expect(hubAfter({ ...wants, hubStands: 0 }, -0.5)).toMatchObject({
      stands: 0.5,
      off: expect.closeTo(2.024, 9),
      right: false,
    })
    expect(hubAfter(wants, 1)).toEqual({ stands: null, wants: -1.524, off: null, right: null })
    expect(hubAfter({ hubStands: 2 }, 1)).toMatchObject({ stands: 1, wants: null, right: null })
  })

  test('that was pressed has to be read again', () => {
    const hub = changed(read(depth('p0', 40), depth('p1', 40), depth('p2', 41.6)), (draft) => {
      for (const shaft of draft.shafts) if (shaft.id === 'p2') shaft.hubStands = 1
    })
    const settled = settleDrive(hub)
    const done = changed(hub, takeMoves(settled, planOf(hub).moves, { id: 'w', by: '', at: '2026-11-25T11:00:00Z' }))
    expect(done.shafts.find(({ id }) => id === 'p2')?.hubStands).toBeUndefined()
  })
})
