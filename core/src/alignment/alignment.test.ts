import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import type { Shaft } from '../drive/shaft.ts'
import { settleDrive, type SettledDrive } from '../path/settle.ts'
import { changed, loopDrive, moveShafts } from '../testing/drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { readVectors } from '../testing/vectors.ts'
import { verdictOfAngles } from './entry-angles.ts'
import { ENTRY_LIMITS, USUAL_MOVES } from './nominal.ts'
import { fixPlan, spanLines, linesAfter, type AlignmentMove } from './fix-plan.ts'
import { minCost } from './min-cost.ts'

const CASES = readVectors().flatMap(({ file, drive, lineup }) =>
  lineup.map((belt) => [`${file}, ${belt.id}`, drive, belt] as const),
)

describe('the independent program', () => {
  // Two programs in double precision; a span's ends are known to about 1e-12 mm.
  test.each(CASES)('agrees on every offset and entry angle: %s', (_, drive, { id, spans }) => {
    const settled = settleDrive(drive).belts.find(({ belt }) => belt.id === id)
    const found = settled === undefined ? [] : spanLines(settled)
    expect(found.map(({ from, to }) => [from, to])).toEqual(spans.map(({ from, to }) => [from, to]))
    for (const [i, { offset, leaveAngle, enterAngle }] of spans.entries()) {
      expect(found[i]?.offset).toBeCloseTo(offset, 9)
      expect(found[i]?.leaveAngle).toBeCloseTo(leaveAngle, 9)
      expect(found[i]?.enterAngle).toBeCloseTo(enterAngle, 9)
    }
  })
})

/** Up to five pulleys, some smooth, misaligned and leaning at random. */
function outOfLine(random: () => number): CheckedDrive {
  const n = 3 + Math.floor(3 * random())
  const circles = Array.from({ length: n }, (_, i) => {
    const at = -((i + 0.3 * random()) * 2 * Math.PI) / n
    const reach = 200 + 60 * random()
    return { x: reach * Math.cos(at), y: reach * Math.sin(at), diameter: 60 + 60 * random() }
  })
  return changed(loopDrive(circles, { ribs: 5 }), (draft) => {
    for (const [i, pulley] of draft.pulleys.entries()) {
      pulley.z = i === 0 ? 0 : 3 * (random() - 0.5)
      if (i > 0 && random() < 0.3) pulley.tilt = { x: random() - 0.5, y: random() - 0.5 }
    }
  })
}

describe('entry angles', () => {
  test('of what nobody has read are none: neither aligned nor misaligned', () => {
    const circles = [
      { x: 0, y: 0, diameter: 100 },
      { x: 300, y: 0, diameter: 100 },
      { x: 150, y: 200, diameter: 80 },
    ]
    const verdicts = (depths: readonly (number | undefined)[]) => {
      const drive = changed(loopDrive(circles, { ribs: 5 }), (draft) => {
        for (const [i, pulley] of draft.pulleys.entries()) {
          const z = depths[i]
          if (z === undefined) delete pulley.z
          else pulley.z = z
        }
      })
      return settleDrive(drive).belts.flatMap((belt) => spanLines(belt).map(({ verdict }) => verdict))
    }
    expect(verdicts([])).toEqual(['unknown', 'unknown', 'unknown'])
    expect(verdicts([0, 0, 0])).toEqual(['fine', 'fine', 'fine'])
    // One read against the first: the span between the two is known, those to the third are not.
    expect(verdicts([0, 0]).toSorted()).toEqual(['fine', 'unknown', 'unknown'])
  })

  test('are the same for a drive that is turned, and for its mirror image', () => {
    const random = randomFrom(SEED)
    for (let i = 0; i < 50; i++) {
      const drive = outOfLine(random)
      const angle = 2 * Math.PI * random()
      const [c, s] = [Math.cos(angle), Math.sin(angle)]
      const turned = changed(drive, (draft) => {
        moveShafts(draft, ({ x, y }) => ({ x: c * x - s * y, y: s * x + c * y }))
        eachLean(draft, ([a, b]) => [c * a - s * b, s * a + c * b])
      })
      const mirrored = changed(drive, (draft) => {
        moveShafts(draft, ({ x, y }) => ({ x: -x, y }))
        draft.engine.crankTurns = draft.engine.crankTurns === 'cw' ? 'ccw' : 'cw'
        eachLean(draft, ([a, b]) => [-a, b])
      })
      const [here, there, mirror] = [drive, turned, mirrored].map(anglesOfFirst)
      for (const [k, each] of (here ?? []).entries()) {
        expect([i, there?.[k]]).toEqual([i, expect.closeTo(each, 9)])
        expect([i, mirror?.[k]]).toEqual([i, expect.closeTo(each, 9)])
      }
    }
  })

  test('of pulleys in line are nothing; one that stands out by z meets its span at z / s', () => {
    const drive = loopDrive([
      { x: 0, y: 0, diameter: 100 },
      { x: 400, y: 0, diameter: 100 },
    ])
    expect(anglesOfFirst(drive).every((each) => each === 0)).toBe(true)
    const out = changed(drive, (draft) => {
      for (const pulley of draft.pulleys) if (pulley.id !== draft.pulleys[0]?.id) pulley.z = 7
    })
    expect(anglesOfFirst(out)[0]).toBeCloseTo(((7 / 400) * 180) / Math.PI, 9)
  })

  test.each(Object.entries(ENTRY_LIMITS))('of a %s belt are judged on both sides of its limits', (family, limits) => {
    const verdict = (angle: number) => verdictOfAngles(family as keyof typeof ENTRY_LIMITS, angle)
    expect([limits.fine, limits.fine + 1e-9, limits.watch, limits.watch + 1e-9].map(verdict)).toEqual([
      'fine',
      'watch',
      'watch',
      'act',
    ])
  })

  test('count half on a smooth face', () => {
    const drive = changed(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 400, y: 0, diameter: 100 },
      ]),
      (draft) => {
        for (const [i, pulley] of draft.pulleys.entries()) {
          // 0.9° along the span: worth a look on grooves, quiet on a smooth face.
          pulley.z = i === 1 ? 400 * Math.tan((0.9 * Math.PI) / 180) : 0
        }
        draft.pulleys = draft.pulleys.map(({ id, shaft, z }) => ({
          id,
          shaft,
          ...(z === undefined ? {} : { z }),
          face: 'smooth' as const,
          diameter: 100,
          diameterAt: 'outside' as const,
        }))
      },
    )
    const [belt] = settleDrive(drive).belts
    expect((belt === undefined ? [] : spanLines(belt)).map(({ verdict }) => verdict)).toEqual(['fine', 'fine'])
  })
})

function anglesOfFirst(drive: CheckedDrive): number[] {
  const [belt] = settleDrive(drive).belts
  return (belt === undefined ? [] : spanLines(belt)).flatMap(({ leaveAngle, enterAngle }) => [leaveAngle, enterAngle])
}

/** Changes every lean as a direction in the plane: the tangents turn, not the angles. */
function eachLean(draft: DriveDraft, to: (lean: readonly [number, number]) => readonly [number, number]): void {
  const [tan, deg] = [(d: number) => Math.tan((d * Math.PI) / 180), (t: number) => (Math.atan(t) * 180) / Math.PI]
  for (const pulley of draft.pulleys) {
    if (pulley.tilt === undefined) continue
    const [x, y] = to([tan(pulley.tilt.x), tan(pulley.tilt.y)])
    pulley.tilt = { x: deg(x), y: deg(y) }
  }
}

describe('the fewest moves', () => {
  test('are as few, and their ways as short, as looking at every set of them finds, on random drives', () => {
    const random = randomFrom(SEED)
    let mended = 0
    const drives = runs(60, 1000)
    for (let i = 0; i < drives; i++) {
      const drive = changed(outOfLine(random), (draft) => {
        for (const shaft of draft.shafts) if (shaft.kind !== 'crank') shaft.moves = randomMoves(random)
      })
      const settled = settleDrive(drive)
      const found = fixPlan(settled)
      const best = bruteForce(settled)
      const context = { seed: SEED, drive: i }
      expect({ ...context, within: found?.within ?? null }).toEqual({ ...context, within: best?.within ?? null })
      if (found === null || best === null) continue
      mended++
      expect({ ...context, moves: found.moves.length }).toEqual({ ...context, moves: best.moves })
      expect(waysOf(found.moves)).toBeLessThanOrEqual(best.ways + 1e-9)
      // The plan itself, made on the drive, does what it says.
      const after = withMoves(settled, found.moves)
      const spans = after.belts.flatMap((belt) => spanLines(belt))
      expect(
        spans.every(({ verdict }) => verdict === 'fine' || (found.within === 'watch' && verdict === 'watch')),
      ).toBe(true)
      expect(spans.filter(({ verdict }) => verdict !== 'fine')).toHaveLength(found.stayOut.length)
    }
    expect(mended).toBeGreaterThan(drives / 2)
  })

  test('of a drive in line are none; a belt one groove off asks for its groove before anything is pressed', () => {
    const drive = loopDrive(
      [
        { x: 0, y: 0, diameter: 140 },
        { x: 300, y: 0, diameter: 70 },
      ],
      { ribs: 5 },
    )
    expect(fixPlan(settleDrive(drive))).toEqual({ moves: [], within: 'fine', stayOut: [] })
    const off = changed(drive, (draft) => {
      for (const [i, pulley] of draft.pulleys.entries()) if (pulley.face === 'ribbed') pulley.grooves = i === 0 ? 5 : 6
      // Its six grooves begin half a rib in front; the belt sits in the second of them where the first is right.
      for (const pulley of draft.pulleys.slice(1)) pulley.z = -1.78
      for (const belt of draft.belts) for (const [i, entry] of belt.route.entries()) if (i === 1) entry.groove = 2
      for (const shaft of draft.shafts)
        if (shaft.kind !== 'crank') shaft.moves = [{ kind: 'press', min: -5, max: 5 }, { kind: 'groove' }]
    })
    const plan = fixPlan(settleDrive(off))
    expect(plan?.within).toBe('fine')
    expect(plan?.moves).toHaveLength(1)
  })

  test('of an accessory of which nobody has said so may be the usual ones; the lines after them are told', () => {
    const drive = changed(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 100 },
      ]),
      (draft) => {
        for (const pulley of draft.pulleys.slice(1)) pulley.z = -5
      },
    )
    const settled = settleDrive(drive)
    const [belt] = settled.belts
    const plan = fixPlan(settled, { unsaid: USUAL_MOVES })
    // Quiet up to 0.5°: 300 mm · π/360 = 2.618 mm may stay, so it comes forward by the next tenth of 2.38.
    expect(plan?.moves).toEqual([{ kind: 'press', shaft: 'p1', by: expect.closeTo(2.4, 9) }])
    expect(belt === undefined ? [] : linesAfter(belt, plan?.moves ?? []).lines).toEqual([0, expect.closeTo(-2.6, 9)])
  })

  test('of a drive that nothing may be done to are null, where it is misaligned', () => {
    const drive = changed(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 100 },
      ]),
      (draft) => {
        for (const pulley of draft.pulleys.slice(1)) pulley.z = 12
      },
    )
    expect(fixPlan(settleDrive(drive))).toBeNull()
  })
})

function randomMoves(random: () => number): NonNullable<DriveDraft['shafts'][number]['moves']> {
  const all: NonNullable<DriveDraft['shafts'][number]['moves']> = [
    { kind: 'press', min: -0.25, max: 0.35 },
    { kind: 'shim', step: 0.5, min: -1, max: 1 },
    { kind: 'spacer', thicknesses: [-1.5, 1, 2] },
    { kind: 'straighten' },
  ]
  return all.filter(() => random() < 0.5)
}

const waysOf = (moves: readonly AlignmentMove[]) => moves.reduce((sum, { by }) => sum + Math.abs(by), 0)

/** Moves made on the drive itself: faces brought forward, leans taken out. */
function withMoves(settled: SettledDrive, moves: readonly AlignmentMove[]): SettledDrive {
  return settleDrive(
    changed(settled.drive, (draft) => {
      for (const move of moves)
        for (const pulley of draft.pulleys) {
          if (pulley.shaft !== move.shaft) continue
          if (move.kind === 'straighten') delete pulley.tilt
          else pulley.z = (pulley.z ?? 0) + move.by
        }
    }),
  )
}

/** Every way of every shaft, taken from its `moves` as they are written, tried on the drive as documents would be. */
function bruteForce(settled: SettledDrive): { within: string; moves: number; ways: number } | null {
  const { drive } = settled
  const ways = drive.shafts.map((shaft) => waysOfShaft(drive, shaft))
  let best: { within: string; moves: number; ways: number; rank: number } | null = null
  const visit = (i: number, chosen: readonly Way[]): void => {
    if (i < ways.length) {
      for (const way of ways[i] ?? []) visit(i + 1, [...chosen, way])
      return
    }
    const moves = chosen.reduce((sum, way) => sum + way.moves, 0)
    const way = chosen.reduce((sum, each) => sum + each.way, 0)
    const verdicts = settled.belts.flatMap((belt) =>
      spanLines({
        ...belt,
        pulleys: belt.pulleys.map((pulley) => {
          const of = chosen[drive.shafts.findIndex(({ id }) => id === pulley.shaft)]
          const { tilt, ...rest } = pulley
          const straight = of?.straight === true || tilt === undefined
          return { ...rest, z: (pulley.z ?? 0) + (of?.z ?? 0), ...(straight ? {} : { tilt }) }
        }),
      }).map(({ verdict }) => verdict),
    )
    if (verdicts.includes('act')) return
    const within = verdicts.includes('watch') ? 'watch' : 'fine'
    const rank = (within === 'fine' ? 0 : 1e9) + 1e6 * moves + way
    if (best === null || rank < best.rank) best = { within, moves, ways: way, rank }
  }
  visit(0, [])
  return best
}

interface Way {
  readonly moves: number
  readonly way: number
  readonly z: number
  readonly straight: boolean
}

function waysOfShaft(drive: CheckedDrive, shaft: Shaft): readonly Way[] {
  if (shaft.kind === 'crank') return [{ moves: 0, way: 0, z: 0, straight: false }]
  const along = (shaft.moves ?? []).flatMap((move): number[] => {
    if (move.kind === 'press') return [-0.2, -0.1, 0.1, 0.2, 0.3]
    if (move.kind === 'shim') return [-1, -0.5, 0.5, 1]
    return move.kind === 'spacer' ? [...move.thicknesses] : []
  })
  const plain = [0, ...along].map((z) => ({ moves: z === 0 ? 0 : 1, way: Math.abs(z), z, straight: false }))
  const pulley = drive.pulleys.find((each) => each.shaft === shaft.id)
  if (pulley?.tilt === undefined || shaft.moves?.some(({ kind }) => kind === 'straighten') !== true) return plain
  const { x, y } = pulley.tilt
  const lean = Math.hypot(Math.tan((x * Math.PI) / 180), Math.tan((y * Math.PI) / 180))
  const rim = ('diameter' in pulley ? (pulley.diameter ?? 0) : 0) / 2
  return plain.flatMap((way) => [way, { ...way, straight: true, moves: way.moves + 1, way: way.way + lean * rim }])
}

describe('the least sum of costs', () => {
  test('is found where choices hang on each other in a ring, and there is none where nothing goes together', () => {
    const own = [
      [0, 5, 9],
      [0, 1, 9],
      [0, 2, 9],
    ]
    // Neighbours must differ: three choices round a ring of three, each once.
    const differ = (x: number, y: number) => (x === y ? Infinity : 0)
    const ring = [
      { of: [0, 1], cost: differ },
      { of: [1, 2], cost: differ },
      { of: [2, 0], cost: differ },
    ] as const
    // 0 + 1 + 9, 0 + 9 + 2 or 5 + 0 + 9 …: the least is 0, 1, 9 or what beats it.
    const chosen = minCost(own, ring)
    const cost = (chosen ?? []).reduce((sum, choice, i) => sum + (own[i]?.[choice] ?? NaN), 0)
    expect(cost).toBe(10)
    expect(
      minCost(
        [
          [0, 1],
          [0, 1],
          [0, 1],
        ],
        ring,
      ),
    ).toBeNull()
  })
})
