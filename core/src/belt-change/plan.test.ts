import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { setBeltsFromFront } from '../drive/edits-parts.ts'
import { spansOf } from '../path/clearance.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { changed } from '../testing/drives.ts'
import { DEMO_DRIVES, demoDrive } from '../testing/demo-drives.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { mustCheck, readVectors } from '../testing/vectors.ts'
import { beltOrder, tensionOrder } from './belt-order.ts'
import { beltChangePlan } from './plan.ts'
import { PLAN_PHASES, type PlanStep } from './plan-step.ts'

const drives = [
  ...readVectors().map(({ file, drive }) => ({ name: file, drive })),
  ...DEMO_DRIVES.map((name) => ({ name, drive: demoDrive(name) })),
]
const at = (steps: readonly PlanStep[], id: string) => steps.findIndex((step) => step.id === id)

describe('the plan of every drive of the vectors and the demo', () => {
  test.each(drives)('$name: each rule of the work holds', ({ drive }) => {
    const settled = settleDrive(drive)
    const { order, steps } = beltChangePlan(settled, { noise: true, sameBelts: true })
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
    // Phases come in their order.
    const phases = steps.map(({ phase }) => PLAN_PHASES.indexOf(phase))
    expect(phases).toEqual(phases.toSorted((a, b) => a - b))
    for (const { id } of drive.belts) {
      const [release, take, lay, tight] = ['off.release', 'off.take', 'on.lay', 'tension'].map((of) =>
        at(steps, `${of}.${id}`),
      )
      // Never off before it is slack, never on before it is off, never tensioned before it is on.
      expect([release, take, lay, tight].every((index) => index !== undefined && index >= 0)).toBe(true)
      expect([release, take, lay, tight]).toEqual([release, take, lay, tight].toSorted((a = 0, b = 0) => a - b))
    }
    // Never a belt on before one behind it, never one off before one in front of it.
    for (const { belt, inTheWayOf } of order.inTheWay) {
      expect(at(steps, `off.take.${belt}`)).toBeLessThan(at(steps, `off.take.${inTheWayOf}`))
      expect(at(steps, `on.lay.${inTheWayOf}`)).toBeLessThan(at(steps, `on.lay.${belt}`))
    }
    // Looked at before it is cranked, cranked before it is proved; safe before anything is touched.
    const lastTension = Math.max(...steps.flatMap(({ phase }, i) => (phase === 'tension' ? [i] : [])))
    expect(at(steps, 'before.safe')).toBeLessThan(at(steps, `off.release.${order.off[0] ?? ''}`))
    expect(lastTension).toBeLessThan(at(steps, 'check.seated'))
    expect(at(steps, 'check.seated')).toBeLessThan(at(steps, 'run.first'))
    expect(at(steps, 'run.first')).toBeLessThan(at(steps, 'prove.load'))
    expect(at(steps, 'prove.water')).toBeGreaterThan(0)
    // Nobody works on a sprung arm without being told what it does.
    for (const { adjuster, belt } of settled.belts)
      if (adjuster?.adjuster.kind === 'spring-arm')
        expect(steps[at(steps, `off.release.${belt.id}`)]?.cautions.join(' ')).toContain('trap fingers')
  })

  test(`holds with belts in any order along their shafts (seed ${SEED})`, () => {
    const random = randomFrom(SEED)
    const fenland = demoDrive('fenland-vee')
    for (let i = 0; i < 50; i++) {
      const mixed = changed(fenland, (draft) => {
        for (const pulley of draft.pulleys) pulley.z = Math.round(400 * random()) / 10 - 20
      })
      const { order, steps } = beltChangePlan(settleDrive(mixed))
      expect(order.circular).toEqual([])
      for (const { belt, inTheWayOf } of order.inTheWay)
        expect(at(steps, `on.lay.${inTheWayOf}`)).toBeLessThan(at(steps, `on.lay.${belt}`))
    }
  })
})

test('of a belt without an adjuster only one that is made to stretch is said to need none', () => {
  const unsaid = changed(demoDrive('ketch-main'), (draft) => {
    for (const belt of draft.belts) belt.adjuster = null
  })
  const titles = (drive: typeof unsaid) => beltChangePlan(settleDrive(drive)).steps.map(({ title }) => title)
  expect(titles(unsaid).filter((title) => /no adjuster|tensions itself/.test(title))).toEqual([])
  expect(titles(unsaid)).toEqual(expect.arrayContaining(['Slacken Main belt', 'Tension Main belt']))
  const stretch = changed(unsaid, (draft) => {
    for (const belt of draft.belts) belt.construction = 'elastic'
  })
  expect(titles(stretch).filter((title) => /no adjuster|tensions itself/.test(title))).toHaveLength(2)
})

describe('which belt is in the way of which', () => {
  const fenland = demoDrive('fenland-vee')

  test('the fan belt runs outermost on the crank, the air pump’s innermost', () => {
    const { off, on, inTheWay, unknown } = beltOrder(settleDrive(fenland))
    expect(off).toEqual(['fanbelt', 'psbelt', 'airbelt'])
    expect(on).toEqual(['airbelt', 'psbelt', 'fanbelt'])
    expect(inTheWay).toContainEqual({ belt: 'fanbelt', inTheWayOf: 'airbelt', shaft: 'crank' })
    expect(unknown).toEqual([])
  })

  describe('where two belts share no shaft', () => {
    // The air pump’s belt driven from a shaft of its own, halfway along the fan belt’s longest strand and before or behind it.
    const strand = spansOf(settleDrive(fenland).belts[0] as SettledBelt).reduce((a, b) => (b.length > a.length ? b : a))
    const level = ((strand.from.z ?? NaN) + (strand.to.z ?? NaN)) / 2
    const aside = (z: number | undefined, off = 0) =>
      changed(fenland, (draft) => {
        const crank = draft.shafts.find(({ id }) => id === 'crank')
        const own = draft.pulleys.find(({ id }) => id === draft.belts[2]?.route[0]?.pulley)
        if (crank === undefined || own === undefined) throw new Error('the pickup has changed')
        const x = (strand.start.x + strand.end.x) / 2 + off
        draft.shafts.push({ ...crank, id: 'lay', kind: 'jackshaft', x, y: (strand.start.y + strand.end.y) / 2 })
        own.shaft = 'lay'
        if (z === undefined) delete own.z
        else own.z = z
      })
    const pairs = (drive: CheckedDrive) => {
      const { inTheWay, unknown, off } = beltOrder(settleDrive(drive))
      const of = (id: string) => id === 'airbelt'
      return {
        before: inTheWay.filter(({ inTheWayOf }) => of(inTheWayOf)).map(({ belt, shaft }) => `${belt} at ${shaft}`),
        unknown: unknown.filter((pair) => pair.some(of)),
        off,
      }
    }

    test('a strand that passes before a pulley of the other has to come off first', () => {
      const { before, off } = pairs(aside(level - 15))
      expect(before).toEqual(['fanbelt at lay'])
      expect(off.indexOf('fanbelt')).toBeLessThan(off.indexOf('airbelt'))
    })

    test('one behind it, or beside it, hinders nobody', () => {
      expect(pairs(aside(level + 15))).toMatchObject({ before: [], unknown: [] })
      expect(pairs(aside(level - 15, -400))).toMatchObject({ before: [], unknown: [] })
    })

    test('where nobody read the place along the shaft, nobody can say', () => {
      expect(pairs(aside(undefined))).toMatchObject({ before: [], unknown: [['fanbelt', 'airbelt']] })
    })
  })

  test('only what is in the way comes along', () => {
    const taken = (belts: string[]) =>
      beltChangePlan(settleDrive(fenland), { belts })
        .steps.filter(({ id }) => id.startsWith('off.take.'))
        .map(({ belt }) => belt)
    expect(taken(['fanbelt'])).toEqual(['fanbelt'])
    expect(taken(['psbelt'])).toEqual(['fanbelt', 'psbelt'])
    expect(taken(['airbelt'])).toEqual(['fanbelt', 'psbelt', 'airbelt'])
  })

  test('pulleys nobody has placed along their shaft are said to be unknown, belts in each other’s way to be so', () => {
    const flat = changed(fenland, (draft) => {
      for (const pulley of draft.pulleys) delete pulley.z
    })
    expect(beltOrder(settleDrive(flat)).unknown).toHaveLength(3)
    const ring = changed(fenland, (draft) => {
      const shaft = (id: string) => draft.pulleys.find((pulley) => pulley.id === id)
      // The steering belt also runs over the fan’s shaft, behind the fan belt on the crank and before it there.
      draft.belts[1]?.route.push({ pulley: 'fan.2', contact: 'ribs' })
      const fan = shaft('fan.1')
      if (fan !== undefined) draft.pulleys.push({ ...fan, id: 'fan.2', z: 30 })
    })
    expect(beltOrder(settleDrive(ring)).circular.toSorted()).toEqual(['airbelt', 'fanbelt', 'psbelt'])
  })
})

describe('where no depth was read', () => {
  const flat = changed(demoDrive('fenland-vee'), (draft) => {
    for (const pulley of draft.pulleys) delete pulley.z
  })
  const said = (...ids: readonly string[]) => changed(flat, (draft) => setBeltsFromFront(ids)(draft))

  test('the order from front to back that somebody said is enough', () => {
    for (const ids of [
      ['airbelt', 'fanbelt', 'psbelt'],
      ['psbelt', 'airbelt', 'fanbelt'],
    ]) {
      const { off, on, unknown, circular } = beltOrder(settleDrive(said(...ids)))
      expect([off, on, unknown, circular]).toEqual([ids, ids.toReversed(), [], []])
    }
  })

  test('belts of which nobody said it stay open, and a depth that was read goes first', () => {
    expect(beltOrder(settleDrive(said('airbelt', 'fanbelt'))).unknown).toHaveLength(2)
    const read = changed(demoDrive('fenland-vee'), setBeltsFromFront(['airbelt', 'psbelt', 'fanbelt']))
    expect(beltOrder(settleDrive(read)).off).toEqual(beltOrder(settleDrive(demoDrive('fenland-vee'))).off)
    expect(beltOrder(settleDrive(read)).bySaid).toBe(false)
    expect(beltOrder(settleDrive(said('airbelt', 'fanbelt', 'psbelt'))).bySaid).toBe(true)
  })
})

describe('the order of tensioning', () => {
  test('is the one of all in which the one-sided pull on a shaft stays smallest', () => {
    const settled = settleDrive(demoDrive('fenland-vee'))
    const best = tensionOrder(settled, ['fanbelt', 'psbelt', 'airbelt'])
    expect([...best.belts].toSorted()).toEqual(['airbelt', 'fanbelt', 'psbelt'])
    // Every other order, tried one by one as the only choice of two, is no better.
    for (const pair of [
      ['fanbelt', 'psbelt'],
      ['psbelt', 'airbelt'],
      ['fanbelt', 'airbelt'],
    ])
      expect(tensionOrder(settled, pair).max).toBeLessThanOrEqual(best.max + 1e-6)
    expect(tensionOrder(settled, []).belts).toEqual([])
  })

  test('puts a pull to the right between two to the left', () => {
    const pair = (id: string, x: number, z: number) => ({
      shaft: { id, name: id, kind: 'other', x, y: 0 },
      pulleys: [
        {
          id: `c${id}`,
          shaft: 'crank',
          face: 'vee',
          section: 'V13',
          grooves: 1,
          diameter: 150,
          diameterAt: 'outside',
          z,
        },
        { id: `p${id}`, shaft: id, face: 'vee', section: 'V13', grooves: 1, diameter: 150, diameterAt: 'outside', z },
      ],
      belt: {
        id,
        name: id,
        section: 'V13',
        ribs: 1,
        length: null,
        adjuster: `a${id}`,
        route: [
          { pulley: `c${id}`, contact: 'ribs' },
          { pulley: `p${id}`, contact: 'ribs' },
        ],
      },
      adjuster: { kind: 'slide', id: `a${id}`, shaft: id, direction: x < 0 ? 180 : 0, from: -10, to: 10 },
    })
    const parts = [pair('left1', -300, 0), pair('left2', -400, 20), pair('right', 350, 40)]
    const drive = mustCheck({
      format: 'emery-drive',
      version: 1,
      name: 'Three ways',
      notes: '',
      engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2000, maxRpm: 4000 },
      shafts: [{ id: 'crank', name: 'Crank', kind: 'crank', x: 0, y: 0 }, ...parts.map(({ shaft }) => shaft)],
      pulleys: parts.flatMap(({ pulleys }) => pulleys),
      belts: parts.map(({ belt }) => belt),
      adjusters: parts.map(({ adjuster }) => adjuster),
    })
    const { belts, max: most } = tensionOrder(settleDrive(drive), ['left1', 'left2', 'right'])
    // Each belt runs straight out and back: it pulls with twice its 300 N.
    expect(most).toBeCloseTo(600, 6)
    expect(belts.indexOf('right')).toBe(1)
  })

  test('never sets a belt before the one whose adjuster moves a pulley of its own', () => {
    for (const { drive } of drives) {
      const settled = settleDrive(drive)
      const byHand = drive.belts.filter(({ adjuster }) => adjuster !== null).map(({ id }) => id)
      const { belts } = tensionOrder(settled, byHand)
      const shaftOf = (id: string) => drive.pulleys.find((pulley) => pulley.id === id)?.shaft
      for (const one of drive.belts)
        for (const other of drive.belts) {
          const of = (id: string | null) => drive.adjusters.find((each) => each.id === id)
          const [moving, its] = [of(one.adjuster), of(other.adjuster)]
          if (one === other || moving === undefined || moving.kind === 'shim') continue
          const sameShaft = its !== undefined && its.kind !== 'shim' && its.shaft === moving.shaft
          if (sameShaft || !other.route.some(({ pulley }) => shaftOf(pulley) === moving.shaft)) continue
          if (belts.includes(one.id) && belts.includes(other.id))
            expect(belts.indexOf(one.id)).toBeLessThan(belts.indexOf(other.id))
        }
    }
  })
})
