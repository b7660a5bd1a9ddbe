import { describe, expect, test } from '@jest/globals'
import { checkDrive, type RouteEntry } from '@emery/core/drive'
import { solveDrive } from '@emery/core/solution'
import { demoDrive } from '../../testing/drives.ts'
import { createBenchStore } from './bench-store.ts'
import { doubtOf, flipped, nextEntries } from './threading.ts'

const ketch = demoDrive('ketch-main')
const ribs = (pulley: string): RouteEntry => ({ pulley, contact: 'ribs' })

describe('the next pulley of a belt being threaded', () => {
  test('grooves take the ribs, a smooth face the back, or the ribs where it must turn as the crank does', () => {
    expect(nextEntries(ketch, 'main', [], 'crank.1')).toEqual({ is: 'longer', entries: [ribs('crank.1')] })
    expect(nextEntries(ketch, 'main', [ribs('crank.1')], 'tens.1')).toMatchObject({
      entries: [{}, { pulley: 'tens.1', contact: 'back' }],
    })
    const inside = {
      ...ketch,
      shafts: ketch.shafts.map((shaft) =>
        shaft.id === 'tens' ? { ...shaft, mustTurn: ketch.engine.crankTurns } : shaft,
      ),
    }
    expect(nextEntries(inside, 'main', [ribs('crank.1')], 'tens.1')).toMatchObject({
      entries: [{}, { contact: 'ribs' }],
    })
  })

  test('the first pulley again closes the belt, once there are two', () => {
    expect(nextEntries(ketch, 'main', [ribs('crank.1'), ribs('alt.1')], 'crank.1')).toEqual({ is: 'closed' })
    expect(nextEntries(ketch, 'main', [ribs('crank.1')], 'crank.1')).toMatchObject({
      is: 'refused',
      why: /starts at/ as never,
    })
  })

  test.each([
    ['main', [ribs('crank.1'), ribs('alt.1')], 'alt.1', /already runs on Alternator/],
    ['main', [], 'nowhere', /not a pulley/],
  ] as const)('on %s after %j, %s is refused and it says why', (belt, entries, pulley, why) => {
    const next = nextEntries(ketch, belt, entries, pulley)
    expect(next.is === 'refused' ? next.why : '').toMatch(why)
  })

  test('another section, and another pulley of the same shaft', () => {
    const kiln = demoDrive('kiln-blower')
    const [belt] = kiln.belts
    const onShaft = kiln.pulleys.filter(({ shaft }) => shaft === kiln.shafts[0]?.id)
    const [one, other] = onShaft
    const next = nextEntries(kiln, belt?.id ?? '', [ribs(one?.id ?? '')], other?.id ?? '')
    expect(next.is === 'refused' ? next.why : '').toMatch(/on another pulley of|is cut for/)
    const cut = { ...ketch, belts: ketch.belts.map((each) => ({ ...each, section: 'V13' as const, ribs: 1 })) }
    const refused = nextEntries(cut, 'main', [], 'crank.1')
    expect(refused.is === 'refused' ? refused.why : '').toMatch(/takes PK belts; Main belt is V13/)
  })

  test('sides change and change back', () => {
    expect(flipped(flipped(ribs('a')))).toEqual(ribs('a'))
  })
})

describe('a span that cannot be', () => {
  const doubt = (entries: readonly RouteEntry[]) => {
    const read = checkDrive({ ...ketch, belts: ketch.belts.map((belt) => ({ ...belt, route: entries })) })
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    return doubtOf(solveDrive(read.drive), 'main', entries)
  }

  test('the crank to the steering pump on the left of the water pump runs into it', () => {
    expect(doubt([ribs('crank.1'), ribs('ps.1')])).toMatch(
      /^Main belt, from Crank to Power steering pump, (runs .* into|passes .* from) Water pump/,
    )
  })

  test('a span that is clear says nothing, nor does the one that would close the belt', () => {
    expect(doubt([])).toBeNull()
    expect(doubt([ribs('crank.1')])).toBeNull()
    expect(doubt([ribs('crank.1'), { pulley: 'tens.1', contact: 'back' }])).toBeNull()
    // Alternator back to crank would pass the tensioner; that span is not laid.
    expect(doubt([ribs('crank.1'), { pulley: 'tens.1', contact: 'back' }, ribs('alt.1')])).toBeNull()
  })

  test('a crossing of the last span with an earlier one is told', () => {
    const route = [
      ribs('crank.1'),
      ribs('alt.1'),
      ribs('ac.1'),
      ribs('ps.1'),
      { pulley: 'tens.1', contact: 'back' as const },
    ]
    expect(doubt(route)).toMatch(/crosses itself|runs .* into|passes .* from/)
  })
})

describe('threading at the bench', () => {
  const route = (store: ReturnType<typeof createBenchStore>) =>
    store.getState().drive.belts[0]?.route.map(({ pulley }) => pulley)

  test('the belt follows pulley by pulley and is one step in the end', () => {
    const store = createBenchStore(ketch)
    const before = route(store)
    store.getState().beginThreading('main')
    expect(route(store)).toEqual([])
    for (const pulley of ['crank.1', 'alt.1', 'ps.1']) store.getState().threadOnto(pulley)
    store.getState().threadOnto('alt.1')
    expect(store.getState().threading?.refusal).toMatch(/already/)
    store.getState().unthread()
    store.getState().threadOnto('ac.1')
    store.getState().threadOnto('crank.1')
    expect(store.getState().threading).toBeNull()
    expect(route(store)).toEqual(['crank.1', 'alt.1', 'ac.1'])
    expect(store.getState().past).toHaveLength(1)
    store.getState().undo()
    expect(route(store)).toEqual(before)
  })

  test('called off, or closed too early, nothing has changed', () => {
    const store = createBenchStore(ketch)
    store.getState().beginThreading('main')
    store.getState().threadOnto('crank.1')
    store.getState().endThreading(true)
    expect(store.getState().drive).toBe(ketch)
    store.getState().beginThreading('main')
    for (const pulley of ['crank.1', 'tens.1']) store.getState().threadOnto(pulley)
    store.getState().flipThreaded('tens.1')
    expect(store.getState().threading?.entries[1]?.contact).toBe('ribs')
    store.getState().endThreading(false)
    expect(store.getState().drive).toBe(ketch)
    expect(store.getState().past).toEqual([])
  })
})
