import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { settleDrive } from '../path/settle.ts'
import { changed, loopDrive, moveShafts } from '../testing/drives.ts'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { everyWay, isIn, leftOf, rankOf } from '../testing/alignment-ways.ts'
import { readVectors } from '../testing/vectors.ts'
import { verdictOfAngles } from './entry-angles.ts'
import { ENTRY_LIMITS, usualMoves } from './nominal.ts'
import { fixPlan, spanLines, linesAfter } from './fix-plan.ts'

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

describe('the plan', () => {
  test('brings in what is out with as few moves and as little left over as trying every way of every part finds', () => {
    const random = randomFrom(SEED)
    let mended = 0
    for (let i = 0; i < runs(200, 1000); i++) {
      const drive = changed(outOfLine(random), (draft) => {
        for (const shaft of draft.shafts) if (shaft.kind !== 'crank') shaft.moves = randomMoves(random)
        for (const pulley of draft.pulleys) if (pulley.face === 'ribbed' && random() < 0.3) pulley.grooves = 8
      })
      const settled = settleDrive(drive)
      const { out, moves } = fixPlan(settled)
      const context = { seed: SEED, drive: i }
      const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id ?? ''
      for (const { id } of drive.shafts) {
        if (id === crank) continue
        const [before, ...ways] = everyWay(drive, id, crank)
        const mine = moves.filter(({ shaft }) => shaft === id)
        // A part that reads true is never moved; one that is not on grooves, or leads the back, has no line to keep.
        if (before === undefined || isIn(before.left)) {
          expect({ ...context, id, mine }).toEqual({ ...context, id, mine: [] })
          continue
        }
        expect({ ...context, out: out.map(({ shaft }) => shaft) }).toMatchObject({
          out: expect.arrayContaining([id]) as unknown as string[],
        })
        const best = [before, ...ways].toSorted((one, other) => rankOf(one) - rankOf(other))[0] ?? before
        const left = leftOf(settled, moves, id, crank)
        const found = [before, ...ways].find(
          (way) =>
            way.moves === mine.length &&
            Math.abs(way.left.offset - (left?.offset ?? NaN)) < 1e-9 &&
            Math.abs(way.left.rim - (left?.rim ?? NaN)) < 1e-9,
        )
        expect({ ...context, id, rank: found === undefined ? null : rankOf(found) }).toEqual({
          ...context,
          id,
          rank: expect.closeTo(rankOf(best), 6),
        })
        mended++
      }
    }
    expect(mended).toBeGreaterThan(200)
  })

  test('names the one part that is displaced, moves it to the line, and no true one: 500 random drives', () => {
    const random = randomFrom(SEED)
    const drives = 500
    let right = 0
    for (let i = 0; i < drives; i++) {
      const n = 4 + Math.floor(4 * random())
      const wrong = 1 + Math.floor((n - 1) * random())
      const by = (random() < 0.5 ? -1 : 1) * (0.8 + 2.2 * random())
      const drive = changed(
        loopDrive(
          Array.from({ length: n }, (_, k) => {
            const at = -Math.PI / 2 - (2 * Math.PI * k) / n
            return { x: 220 * Math.cos(at), y: 220 * Math.sin(at), diameter: 60 + 60 * random() }
          }),
        ),
        (draft) => {
          draft.pulleys.forEach((pulley, k) => {
            pulley.z = k === 0 ? 0 : 0.2 * (random() - 0.5) + (k === wrong ? by : 0)
          })
          for (const shaft of draft.shafts)
            if (shaft.kind !== 'crank') shaft.moves = [{ kind: 'press', min: -6, max: 6 }]
        },
      )
      const { out, moves } = fixPlan(settleDrive(drive))
      const [move] = moves
      const left = Math.abs((drive.pulleys[wrong]?.z ?? NaN) + (move?.by ?? NaN))
      if (
        out.length === 1 &&
        out[0]?.shaft === `p${wrong}` &&
        moves.length === 1 &&
        move?.shaft === `p${wrong}` &&
        left < 0.15
      )
        right++
    }
    expect(right / drives).toBeGreaterThanOrEqual(0.98)
  })

  test('of a drive in line is empty; a belt one groove off asks for its groove before anything is pressed', () => {
    const drive = loopDrive(
      [
        { x: 0, y: 0, diameter: 140 },
        { x: 300, y: 0, diameter: 70 },
      ],
      { ribs: 5 },
    )
    expect(fixPlan(settleDrive(drive))).toEqual({
      first: [],
      out: [],
      moves: [],
      within: 'fine',
      stayOut: [],
      unmoved: [],
    })
    const off = changed(drive, (draft) => {
      for (const [i, pulley] of draft.pulleys.entries()) if (pulley.face === 'ribbed') pulley.grooves = i === 0 ? 5 : 6
      for (const [i, pulley] of draft.pulleys.entries()) pulley.z = i === 0 ? 0 : -1.78
      // Its six grooves begin half a rib in front; the belt sits in the second of them where the first is right.
      for (const belt of draft.belts) for (const [i, entry] of belt.route.entries()) if (i === 1) entry.groove = 2
      for (const shaft of draft.shafts)
        if (shaft.kind !== 'crank') shaft.moves = [{ kind: 'press', min: -5, max: 5 }, { kind: 'groove' }]
    })
    const plan = fixPlan(settleDrive(off))
    expect(plan.within).toBe('fine')
    expect(plan.moves).toMatchObject([{ kind: 'groove', groove: 1 }])
  })

  test('aims at the line itself, not just inside the limit; a steering pump may be pressed without anybody saying so', () => {
    const drive = changed(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 100 },
      ]),
      (draft) => {
        for (const pulley of draft.pulleys) pulley.z = pulley.id === 'p0' ? 0 : 1.8
        for (const shaft of draft.shafts) if (shaft.id === 'p1') shaft.kind = 'power-steering'
      },
    )
    const settled = settleDrive(drive)
    const [belt] = settled.belts
    // Half a rib pressed too far: the span alone, 0.34°, would run quietly.
    const plan = fixPlan(settled, { unsaid: usualMoves })
    expect(plan.out).toEqual([{ shaft: 'p1', offset: expect.closeTo(1.8, 9), tilt: 0 }])
    expect(plan.moves).toEqual([{ kind: 'press', shaft: 'p1', by: expect.closeTo(-1.8, 9) }])
    expect(belt === undefined ? [] : linesAfter(belt, plan.moves).lines).toEqual([0, expect.closeTo(0, 9)])
  })

  test('never moves a true part for one that cannot be moved, and says which that is', () => {
    const drive = changed(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 100 },
        { x: 150, y: 250, diameter: 100 },
      ]),
      (draft) => {
        for (const pulley of draft.pulleys) pulley.z = pulley.id === 'p1' ? 12 : 0
        for (const shaft of draft.shafts) shaft.moves = shaft.id === 'p2' ? [{ kind: 'press', min: -20, max: 20 }] : []
      },
    )
    const plan = fixPlan(settleDrive(drive))
    expect(plan).toMatchObject({ moves: [], unmoved: ['p1'], within: 'act' })
  })
})

function randomMoves(random: () => number): NonNullable<DriveDraft['shafts'][number]['moves']> {
  const all: NonNullable<DriveDraft['shafts'][number]['moves']> = [
    { kind: 'press', min: -0.25, max: 0.35 },
    { kind: 'shim', step: 0.5, min: -1, max: 1 },
    { kind: 'spacer', thicknesses: [-1.5, 1, 2] },
    { kind: 'straighten' },
    { kind: 'groove' },
  ]
  return all.filter(() => random() < 0.5)
}
