import { describe, expect, test } from '@jest/globals'
import type { AdjusterKind } from '../adjusters/adjuster.ts'
import { ADJUSTER_KINDS, kindOf } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { checkDrive } from '../drive/read.ts'
import { addBelt, addPart, newDrive, type NewPart } from '../drive/new-drive.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { putShaft, setRoute } from '../drive/edits-parts.ts'
import { isSized } from '../drive/pulley.ts'
import { SHAFT_KINDS, type ShaftKind } from '../drive/shaft.ts'
import { distance } from '../numerics/vectors.ts'
import { metalRadii } from '../path/metal-radii.ts'
import { settleDrive } from '../path/settle.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom } from '../testing/random.ts'
import { NOMINAL_RULES } from '../rules/rules.ts'
import { judgeSpeeds } from '../speeds/judge-speeds.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { sketchDrive } from './sketch.ts'

const SMOOTH: readonly ShaftKind[] = ['tensioner', 'idler', 'water-pump']
const part = (kind: ShaftKind, section: NewPart['section'] = 'PK'): NewPart => ({
  kind,
  name: kind,
  face: SMOOTH.includes(kind) ? 'smooth' : section === 'PK' ? 'ribbed' : 'vee',
  section,
  grooves: 6,
})
function begun(kinds: readonly ShaftKind[], sections: readonly NewPart['section'][] = ['PK']): CheckedDrive {
  const read = checkDrive(
    newDrive({
      name: 'begun',
      crankTurns: 'cw',
      parts: [part('crank', sections[0]), ...kinds.map((kind) => part(kind, sections[0]))],
      belts: sections.map((section, i) => ({ name: `Belt ${i + 1}`, section, ribs: 6 })),
    }),
  )
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.drive
}

describe('the sketch of a drive that has just been begun', () => {
  test('stands without overlap, whatever parts it has, and is the same each time', () => {
    const seed = 20261129
    const random = randomFrom(seed)
    const kinds = SHAFT_KINDS.filter((kind) => kind !== 'crank')
    for (let n = 0; n < 60; n++) {
      const chosen = Array.from(
        { length: 1 + Math.floor(9 * random()) },
        () => kinds[Math.floor(kinds.length * random())] ?? 'idler',
      )
      const drive = begun(chosen)
      const sketch = sketchDrive(settleDrive(drive))
      if (sketch === null) throw new Error('nothing was sketched')
      const radii = metalRadii(sketch.drive)
      const circles = sketch.drive.shafts.map(({ id, x, y }) => ({
        at: { x: x ?? NaN, y: y ?? NaN },
        radius: radii.get(sketch.drive.pulleys.find(({ shaft }) => shaft === id)?.id ?? '') ?? NaN,
      }))
      circles.forEach((a, i) =>
        circles.slice(i + 1).forEach((b) => {
          const apart = distance(a.at, b.at) - a.radius - b.radius
          if (!(apart > 20)) throw new Error(`seed ${seed}, drive ${n} (${chosen.join(', ')}): ${apart} mm apart`)
        }),
      )
      expect(sketchDrive(settleDrive(drive))).toEqual(sketch)
    }
  })

  test('is threaded over every pulley the belt can run on, and its path can be drawn', () => {
    const sketch = sketchDrive(
      settleDrive(begun(['alternator', 'power-steering', 'ac-compressor', 'water-pump', 'tensioner'])),
    )
    const route = sketch?.routes.get('belt-1') ?? []
    expect(route).toHaveLength(6)
    // Smooth faces carry the back: the grooved ones all turn with the crank.
    const smooth = new Set(sketch?.drive.pulleys.flatMap(({ id, face }) => (face === 'smooth' ? [id] : [])))
    for (const { pulley, contact } of route) if (!smooth.has(pulley)) expect(contact).toBe('ribs')
    // A smooth pump is driven by the back, also where its ribs would go round it more easily.
    const pump = sketch?.drive.pulleys.find(({ shaft }) => shaft.startsWith('water-pump'))?.id
    expect(route.find(({ pulley }) => pulley === pump)?.contact).toBe('back')
    if (sketch === null) throw new Error('nothing was sketched')
    expect(settleDrive(sketch.drive).belts.map(({ path }) => path.ok)).toEqual([true])
    expect([...sketch.shafts]).toHaveLength(5)
    expect([...sketch.pulleys]).toHaveLength(6)
  })

  test('threads nothing where two belts of one section could run on the same pulleys', () => {
    const sketch = sketchDrive(settleDrive(begun(['alternator', 'power-steering', 'fan'], ['V13', 'V13'])))
    expect(sketch?.routes.size).toBe(0)
  })
})

describe('belts whose parts were told', () => {
  const two = (): CheckedDrive => {
    const read = checkDrive(
      newDrive({
        name: 'two V belts',
        crankTurns: 'cw',
        parts: [
          part('crank', 'V13'),
          { ...part('generator', 'V13'), belts: [0] },
          { ...part('fan', 'V13'), belts: [0, 1] },
          { ...part('power-steering', 'V13'), belts: [1] },
        ],
        belts: [
          { name: 'Fan belt', section: 'V13', ribs: 1 },
          { name: 'Pump belt', section: 'V10', ribs: 1, count: 2 },
        ],
      }),
    )
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    return read.drive
  }

  test('have a pulley each on the crank and on what they share, cut for them', () => {
    const { pulleys, belts } = two()
    const cut = (shaft: string) =>
      pulleys
        .filter((pulley) => pulley.shaft === shaft)
        .map((pulley) => 'section' in pulley && [pulley.section, 'grooves' in pulley && pulley.grooves])
    expect(cut('crank')).toEqual([
      ['V13', 6],
      ['V10', 2],
    ])
    expect(cut('fan')).toHaveLength(2)
    expect(cut('generator')).toHaveLength(1)
    expect(belts.map(({ route }) => route.length)).toEqual([3, 3])
  })

  test('turn what they were said to turn, in no order that anybody knows: there is a ratio, and no path', () => {
    const draft = structuredClone(two()) as unknown as DriveDraft
    for (const pulley of draft.pulleys)
      if (pulley.face !== 'toothed') pulley.diameter = pulley.shaft === 'crank' ? 150 : 100
    const read = checkDrive(draft)
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    const settled = settleDrive(read.drive)
    expect(settled.belts.map(({ path }) => !path.ok && path.why)).toEqual(['unrouted', 'unrouted'])
    const { reached } = shaftSpeeds(settled)
    expect([...reached.keys()].toSorted()).toEqual(['crank', 'fan', 'generator', 'power-steering'])
    // V13 cords run 2.9 mm below the rim: (75 − 2.9) / (50 − 2.9).
    expect(reached.get('generator')?.ratio).toBeCloseTo(72.1 / 47.1, 9)
    // A speed to look at, and no verdict: nobody has said that the belt runs so.
    expect(judgeSpeeds(settled, NOMINAL_RULES).map(({ verdict }) => verdict)).toEqual(['unknown', 'unknown', 'unknown'])
  })

  test('are sketched over those, two of one section too, until somebody says the order', () => {
    const drive = two()
    const sketch = sketchDrive(settleDrive(drive))
    expect([...(sketch?.routes.values() ?? [])].map((route) => route.length)).toEqual([3, 3])
    const draft = structuredClone(drive) as unknown as DriveDraft
    setRoute('belt-1', sketch?.routes.get('belt-1') ?? [])(draft)
    expect(draft.belts.map(({ assumed }) => assumed)).toEqual([undefined, ['route']])
  })
})

test('parts as they are first tapped, all of them grooved, are threaded: what would stand between the others stands outside', () => {
  for (const kinds of [
    ['alternator', 'water-pump', 'tensioner', 'power-steering'],
    ['alternator', 'fan', 'power-steering', 'ac-compressor'],
    ['alternator', 'water-pump', 'ac-compressor', 'idler'],
    ['generator', 'water-pump'],
  ] as const) {
    const read = checkDrive(
      newDrive({
        name: 'grooved',
        crankTurns: 'cw',
        parts: [
          part('crank'),
          ...kinds.map((kind) => ({
            ...part(kind),
            face: kind === 'tensioner' || kind === 'idler' ? ('smooth' as const) : ('ribbed' as const),
            belts: [0],
          })),
        ],
        belts: [{ name: 'Main belt', section: 'PK', ribs: 6 }],
      }),
    )
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    const sketch = sketchDrive(settleDrive(read.drive))
    expect([...(sketch?.routes.values() ?? [])].map((route) => route.length)).toEqual([kinds.length + 1])
  }
})

test('a belt said to run on two grooved pulleys can only run one way, and is sketched no more', () => {
  const read = checkDrive(
    newDrive({
      name: 'two',
      crankTurns: 'cw',
      parts: [part('crank', 'V13'), { ...part('generator', 'V13'), belts: [0] }],
      belts: [{ name: 'Fan belt', section: 'V13', ribs: 1 }],
    }),
  )
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  expect(read.drive.belts[0]?.assumed).toBeUndefined()
  expect(sketchDrive(settleDrive(read.drive))?.routes.size).toBe(0)
})

describe('an adjuster that was only named', () => {
  const named = (kind: AdjusterKind): CheckedDrive => {
    const read = checkDrive(
      newDrive({
        name: 'named',
        crankTurns: 'cw',
        parts: [part('crank'), { ...part('alternator'), belts: [0] }, { ...part('tensioner'), belts: [0] }],
        belts: [{ name: 'Main belt', section: 'PK', ribs: 6, takenUp: { part: 2, kind } }],
      }),
    )
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    return read.drive
  }

  test.each(ADJUSTER_KINDS)('%s: places nothing, is sketched by its part, and goes where the part is put', (kind) => {
    const drive = named(kind)
    expect(drive.belts[0]?.adjuster).toBe(drive.adjusters[0]?.id)
    const settled = settleDrive(drive)
    expect(settled.places.has('tensioner')).toBe(false)
    const sketch = sketchDrive(settled)
    const drawn = sketch?.drive.adjusters[0]
    const stands = sketch?.drive.shafts.find(({ id }) => id === 'tensioner')
    const from = settleDrive(sketch?.drive ?? drive).places.get('tensioner')
    const radius = 200
    expect(distance(from ?? { x: NaN, y: NaN }, { x: stands?.x ?? NaN, y: stands?.y ?? NaN })).toBeLessThan(radius)
    expect(drawn?.assumed).toEqual(drive.adjusters[0]?.assumed)
    // Placed for good, it is still all assumed, and stands by its part.
    const draft = structuredClone(drive) as unknown as DriveDraft
    putShaft('tensioner', { x: -300, y: 500 }, 'typed', { by: '', at: '2026-11-29T00:00:00Z' })(draft)
    const points = kindOf(draft.adjusters[0] as never).points(draft.adjusters[0] as never)
    for (const point of points) expect(distance(point, { x: -300, y: 500 })).toBeLessThan(radius)
    expect(draft.adjusters[0]?.assumed).toEqual(drive.adjusters[0]?.assumed)
  })
})

test('what is known stays as it is; only the rest is guessed', () => {
  const drive = begun(['alternator', 'water-pump', 'tensioner'])
  const draft = structuredClone(drive) as unknown as DriveDraft
  const alternator = draft.shafts.find(({ kind }) => kind === 'alternator')
  const its = draft.pulleys.find(({ shaft }) => shaft === alternator?.id)
  Object.assign(alternator ?? {}, { x: 180, y: 210 })
  Object.assign(its ?? {}, { diameter: 58 })
  addPart(part('idler'))(draft)
  addBelt({ name: 'Second', section: 'V13', ribs: 1 })(draft)
  const read = checkDrive(draft)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const before = JSON.stringify(read.drive)
  const sketch = sketchDrive(settleDrive(read.drive))
  expect(sketch?.drive.shafts.find(({ id }) => id === alternator?.id)).toMatchObject({ x: 180, y: 210 })
  expect(sketch?.drive.pulleys.find(({ id }) => id === its?.id)).toMatchObject({ diameter: 58 })
  expect(sketch?.shafts.has(alternator?.id ?? '')).toBe(false)
  expect(sketch?.pulleys.has(its?.id ?? '')).toBe(false)
  expect(JSON.stringify(read.drive)).toBe(before)
})

test('a drive of which everything is known has no sketch', () => {
  const whole = DEMO_DRIVES.map((name) => sketchDrive(settleDrive(demoDrive(name))))
  expect(whole.length).toBeGreaterThan(5)
  expect(whole.every((sketch) => sketch === null)).toBe(true)
})

test('whatever is forgotten of a whole drive, adjusters and all, it can be sketched', () => {
  const random = randomFrom(20261130)
  for (const name of DEMO_DRIVES)
    for (let n = 0; n < 6; n++) {
      const draft = structuredClone(demoDrive(name)) as unknown as DriveDraft
      for (const shaft of draft.shafts)
        if (shaft.kind !== 'crank' && random() < 0.4) Object.assign(shaft, { x: null, y: null })
      for (const pulley of draft.pulleys)
        if (random() < 0.3) Object.assign(pulley, pulley.face === 'toothed' ? { teeth: null } : { diameter: null })
      for (const belt of draft.belts) if (random() < 0.6) belt.assumed = ['route']
      const read = checkDrive(draft)
      if (!read.ok) continue
      const sketch = sketchDrive(settleDrive(read.drive))
      if (sketch === null) continue
      expect(settleDrive(sketch.drive).places.size).toBeGreaterThan(0)
      expect(sketch.drive.pulleys.every(isSized)).toBe(true)
    }
})
