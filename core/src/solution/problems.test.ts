import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { changed, loopDrive } from '../testing/drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { PROBLEM_CODES, type Problem } from './problem.ts'
import { allProblems, solveDrive } from './solve-drive.ts'

const ketch = vectorNamed('serpentine-1').drive
const linnet = vectorNamed('toothed-1').drive
const fenland = vectorNamed('veeset-1').drive
const rod = vectorNamed('rod-1').drive

function problemsOf(drive: CheckedDrive): readonly Problem[] {
  return allProblems(solveDrive(drive))
}

const part = <Each extends { id: string }>(parts: Each[], id: string): Each => {
  const found = parts.find((each) => each.id === id)
  if (found === undefined) throw new Error(`no ${id}`)
  return found
}

/** For every code, the smallest change that causes it, and what the person is told. */
const CASES: Readonly<Record<(typeof PROBLEM_CODES)[number], readonly [() => CheckedDrive, RegExp]>> = {
  PULLEYS_OVERLAP: [
    () => changed(ketch, (d) => Object.assign(part(d.shafts, 'ps'), { x: 4, y: 196 })),
    /are too close for a span/,
  ],
  ROUTE_NOT_SIMPLE: [
    () =>
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 80, contact: 'back' },
      ]),
    /one simple loop/,
  ],
  ROUTE_REVERSED: [() => changed(ketch, (d) => part(d.belts, 'main').route.reverse()), /against the crank’s direction/],
  SPANS_CROSS: [
    () =>
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 300, y: 0, diameter: 80, contact: 'back' },
      ]),
    /crosses itself/,
  ],
  SPAN_HITS_PULLEY: [
    () =>
      changed(ketch, (d) => {
        d.shafts.push({ id: 'post', name: 'Post', kind: 'idler', x: 30, y: -80 })
        d.pulleys.push({ id: 'post.1', shaft: 'post', face: 'smooth', diameter: 60, diameterAt: 'outside', width: 20 })
      }),
    /into Post; the minimum clearance is 3\.0 mm/,
  ],
  BACK_ON_GROOVES: [
    () => changed(ketch, (d) => Object.assign(part(d.belts, 'main').route[4] as object, { contact: 'back' })),
    /back of Main belt runs on the ribbed face/,
  ],
  SECTION_MISMATCH: [
    () => changed(fenland, (d) => Object.assign(part(d.pulleys, 'ps.1'), { section: 'V17' })),
    /is V13, but ps is cut for V17/,
  ],
  TOO_FEW_GROOVES: [
    () => changed(ketch, (d) => Object.assign(part(d.pulleys, 'alt.1'), { grooves: 5 })),
    /has 5 grooves; Main belt needs 6/,
  ],
  WRAP_LOW: [
    () => changed(ketch, (d) => Object.assign(part(d.shafts, 'alt'), { minWrap: 200 })),
    /200° is the minimum \(set for this shaft\)/,
  ],
  TURNS_WRONG_WAY: [
    () => changed(ketch, (d) => Object.assign(part(d.shafts, 'wp'), { mustTurn: 'cw' })),
    /turns counter-clockwise, but must turn clockwise/,
  ],
  OUT_OF_REACH: [
    () => changed(ketch, (d) => Object.assign(part(d.belts, 'main'), { length: 1650 })),
    /11\.6 mm too short/,
  ],
  ADJUSTER_TURNS_BACK: [
    () => changed(ketch, (d) => Object.assign(part(d.adjusters, 'tens'), { angleReleased: 60, angleFree: 112 })),
    /slackens the belt/,
  ],
  ADJUSTER_CANNOT_REACH: [
    () => changed(rod, (d) => d.adjusters.forEach((each) => Object.assign(each, { lengthMin: 1, lengthMax: 2 }))),
    /does not reach at either end/,
  ],
  NOT_DRIVEN: [
    () =>
      changed(ketch, (d) => void d.shafts.push({ id: 'lone', name: 'Vacuum pump', kind: 'vacuum-pump', x: 500, y: 0 })),
    /No belt drives Vacuum pump/,
  ],
  BELTS_FIGHT: [
    () =>
      changed(fenland, (d) => {
        d.pulleys.push({
          id: 'fan.2',
          shaft: 'fan',
          face: 'vee',
          section: 'V13',
          grooves: 1,
          diameter: 160,
          diameterAt: 'outside',
          z: 60,
        })
        d.pulleys.push({
          id: 'crank.4',
          shaft: 'crank',
          face: 'vee',
          section: 'V13',
          grooves: 1,
          diameter: 149,
          diameterAt: 'outside',
          z: 60,
        })
        d.belts.push({
          id: 'second',
          name: 'Second belt',
          section: 'V13',
          ribs: 1,
          length: null,
          adjuster: null,
          route: ['crank.4', 'fan.2'].map((pulley) => ({ pulley, contact: 'ribs' })),
        })
      }),
    /One of them must slip/,
  ],
  OVER_SPEED: [
    () => changed(ketch, (d) => Object.assign(part(d.shafts, 'alt'), { maxRpm: 9000 })),
    /its limit is 9000/,
  ],
  BELT_TOO_FAST: [() => changed(ketch, (d) => (d.engine.maxRpm = 9000)), /the limit is 50 m\/s \(nominal\)/],
  NOT_MEASURED: [
    () =>
      changed(ketch, (d) => {
        Object.assign(part(d.shafts, 'alt'), { x: null, y: null })
        Object.assign(part(d.pulleys, 'ps.1'), { diameter: null })
      }),
    /needs the size of ps and the position of alt/,
  ],
  NOT_ROUTED: [() => changed(ketch, (d) => (part(d.belts, 'main').route = [])), /has no route yet/],
  TEETH_NOT_WHOLE: [
    () => changed(linnet, (d) => Object.assign(part(d.belts, 'main'), { length: 880 })),
    /not a whole number of teeth; 92 teeth are 876\.3 mm/,
  ],
}

describe('every problem is found, and told in words', () => {
  test.each(PROBLEM_CODES)('%s', (code) => {
    const [make, words] = CASES[code]
    const found = problemsOf(make()).filter((problem) => problem.code === code)
    expect(found.map(({ message }) => message).join('\n')).toMatch(words)
    expect(found.every(({ where }) => where.length > 0)).toBe(true)
  })
})

test.each(['serpentine-1', 'serpentine-2', 'serpentine8-1', 'serpentine8-2', 'toothed-1', 'rod-1'])(
  '%s has no error',
  (name) => {
    expect(problemsOf(vectorNamed(name).drive).filter(({ severity }) => severity === 'error')).toEqual([])
  },
)

test('an error makes its belt not ok, a warning does not', () => {
  const outOfReach = changed(ketch, (d) => Object.assign(part(d.belts, 'main'), { length: 1650 }))
  const lowWrap = changed(ketch, (d) => Object.assign(part(d.shafts, 'alt'), { minWrap: 200 }))
  expect(solveDrive(outOfReach).belts[0]?.ok).toBe(false)
  expect(solveDrive(lowWrap).belts[0]?.ok).toBe(true)
})

test('lengths in messages are written the way they are asked for', () => {
  const drive = changed(ketch, (d) => Object.assign(part(d.belts, 'main'), { length: 1650 }))
  const [problem] = solveDrive(drive, { lengthText: (mm) => `<${mm.toFixed(0)}>` }).belts[0]?.problems ?? []
  expect(problem?.message).toContain('<12> too short')
})

test('a pulley beside the belt’s own plane is no obstacle', () => {
  const beside = (z: number) =>
    changed(ketch, (d) => {
      d.shafts.push({ id: 'post', name: 'Post', kind: 'idler', x: 30, y: -80 })
      d.pulleys.push({ id: 'post.1', shaft: 'post', face: 'smooth', diameter: 60, diameterAt: 'outside', width: 20, z })
    })
  const hits = (z: number) => problemsOf(beside(z)).some(({ code }) => code === 'SPAN_HITS_PULLEY')
  expect([hits(0), hits(15), hits(60)]).toEqual([true, true, false])
})

test('on fixed centres a belt too long hangs slack, a shorter one is stretched on', () => {
  // Two 100 mm pulleys 300 mm apart want 600 + 100π = 914.2 mm.
  const fixed = (length: number) =>
    loopDrive(
      [
        { x: 0, y: 0, diameter: 100 },
        { x: 0, y: 300, diameter: 100 },
      ],
      { length },
    )
  expect(problemsOf(fixed(925)).map(({ message }) => message)).toEqual([
    'Belt is 10.8 mm too long for these fixed centres, so it is slack.',
  ])
  expect(problemsOf(fixed(910))).toEqual([])
})

test('a belt whose adjuster another belt sets is told when it does not fit there', () => {
  const drive = changed(fenland, (d) => {
    part(d.belts, 'fanbelt').adjuster = 'psslide'
    d.adjusters = d.adjusters.filter(({ id }) => id === 'psslide')
    d.belts.reverse()
  })
  const [owner, guest] = solveDrive(drive).belts
  expect(owner?.adjuster?.wanted).toBe('length')
  expect(guest?.adjuster?.wanted).toBe('shared')
  expect(guest?.problems.map(({ message }) => message).join()).toMatch(/Another belt sets this adjuster/)
})

test('nothing is said of the travel of an adjuster that nobody has read', () => {
  for (const code of ['OUT_OF_REACH', 'ADJUSTER_TURNS_BACK'] as const) {
    const drive = CASES[code][0]()
    const codes = (of: CheckedDrive) => problemsOf(of).map((each) => each.code)
    expect(codes(drive)).toContain(code)
    const assumed = { ...drive, adjusters: drive.adjusters.map((each) => ({ ...each, assumed: ['pivot'] })) }
    expect(codes(assumed)).not.toContain(code)
    // A spring that nobody has read has no say in where its arm can stand.
    const spring = { ...drive, adjusters: drive.adjusters.map((each) => ({ ...each, assumed: ['preload', 'rate'] })) }
    expect(codes(spring)).toContain(code)
  }
})
