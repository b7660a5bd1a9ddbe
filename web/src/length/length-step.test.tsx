import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { checkDrive, type CheckedDrive, type LengthReading } from '@emery/core/drive'
import { benchParts } from '../testing/bench-parts.ts'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { BenchContext } from '../bench/bench-context.ts'
import { LengthStep } from './length-step.tsx'

const ketch = demoDrive('ketch-main')
const told = { belt: 'main', written: '', by: 'Wren', at: '2026-01-01T00:00:00Z' } as const
const strap: LengthReading = { ...told, id: 's', how: 'aid', aid: 'strap', thickness: 2, value: 1666, u: 0 }
const label: LengthReading = {
  ...told,
  id: 'l',
  how: 'label',
  section: 'PK',
  ribs: 6,
  value: 1725,
  written: '6PK1725',
}

function withLengths(lengths: readonly LengthReading[], of: CheckedDrive = ketch): CheckedDrive {
  const read = checkDrive({ ...of, lengths })
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.drive
}

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers['GET /shelf'] = { status: 200, json: { belts: [] } }
  server.answers['GET /drives/d/fittings'] = { status: 200, json: { fittings: [] } }
})
afterEach(cleanup)

function showStep(drive: CheckedDrive) {
  const parts = benchParts(drive)
  show(
    <BenchContext.Provider value={parts}>
      <LengthStep />
    </BenchContext.Provider>,
    { path: '/drives/:driveId/:step', at: '/drives/d/length' },
  )
  return parts.store
}

const known = () => within(screen.getByRole('region', { name: 'Evidence' }))

describe('how the length is known', () => {
  test('each reading with its chain; the one that is probably a mistake named, with what it hardly does', () => {
    showStep(withLengths([strap, { ...label, value: 1760, written: '6PK1760' }]))
    expect(known().getByText(/1666\.0 − \d+\.\d corrected \+ \d+\.\d to a new belt’s position/)).not.toBeNull()
    expect(known().getByText(/\d\d in 100 that this is a mistake/)).not.toBeNull()
    expect(known().getAllByText(/the answer/).length).toBeGreaterThan(0)
  })

  test('a reading is left out, counted again and deleted, each a step that can be taken back', async () => {
    const store = showStep(withLengths([strap]))
    await userEvent.click(known().getByRole('button', { name: /^Exclude Strap/ }))
    expect(store.getState().drive.lengths?.[0]?.leftOut).toBe(true)
    store.getState().undo()
    expect(store.getState().drive.lengths?.[0]?.leftOut).toBeUndefined()
    await userEvent.click(known().getByRole('button', { name: /^Delete Strap/ }))
    expect(store.getState().drive.lengths).toEqual([])
  })

  test('two belts of one mark that sat apart cannot both be right, and it is said', () => {
    const on = (id: string, place: number): LengthReading => ({
      ...told,
      id,
      how: 'trial',
      value: 1675,
      written: '6PK1675',
      outcome: 'on',
      scale: 'pointer',
      place,
    })
    const bare = {
      ...ketch,
      shafts: ketch.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
    }
    showStep(withLengths([on('a', 0.1), on('b', 0.9)], bare))
    // Which of the two is the mistake nobody can tell; where one is a little likelier, that one is named.
    expect(known().getAllByText(/cannot all be right|in 100 that this is a mistake/).length).toBeGreaterThan(0)
  })
})

describe('a belt tried on', () => {
  const tried = () => within(screen.getByRole('region', { name: 'Tried a belt on?' }))

  test('is kept by one press, and is the belt on the engine where it went on', async () => {
    const store = showStep(ketch)
    await userEvent.clear(tried().getByLabelText('Its label'))
    await userEvent.type(tried().getByLabelText('Its label'), '6PK1670')
    await userEvent.click(tried().getByRole('button', { name: 'On, arm between first mark and middle' }))
    const { lengths, belts } = store.getState().drive
    expect(lengths).toMatchObject([{ how: 'trial', value: 1670, outcome: 'on', scale: 'marks', place: 1.5 }])
    expect(belts[0]?.length).toBe(1670)
    store.getState().undo()
    expect(store.getState().drive.lengths ?? []).toEqual([])
  })

  test('that sits well ends the search: nothing is to be bought', () => {
    const on: LengthReading = {
      ...told,
      id: 't',
      how: 'trial',
      value: 1670,
      written: '6PK1670',
      outcome: 'on',
      scale: 'marks',
      place: 1.5,
    }
    showStep(withLengths([on]))
    expect(screen.getByText('6PK1670 is on and sits well.')).not.toBeNull()
    expect(screen.queryByRole('region', { name: 'Belts to buy' })).toBeNull()
  })

  test('that does not stay is taken back, and by whom is kept', async () => {
    const slack: LengthReading = { ...told, id: 't', how: 'trial', value: 1720, written: '6PK1720', outcome: 'slack' }
    const store = showStep(withLengths([slack]))
    await userEvent.click(known().getByRole('button', { name: 'Taken back' }))
    expect(store.getState().drive.lengths?.[0]).toMatchObject({ wentTo: { place: 'shop' } })
  })
})

test('a rope that nobody saw lie is asked about with pictures', async () => {
  const rope: LengthReading = { ...told, id: 'r', how: 'aid', aid: 'rope', thickness: 6, value: 1690, u: 0 }
  const bare = {
    ...ketch,
    shafts: ketch.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
  }
  const store = showStep(withLengths([rope], bare))
  const next = within(screen.getByRole('region', { name: 'Do this next' }))
  await userEvent.click(next.getByRole('button', { name: 'held by the sides' }))
  expect(store.getState().drive.lengths?.[0]).toMatchObject({ lay: 'flanks' })
})

describe('which belt', () => {
  test('the sizes with their verdicts, and one put on', async () => {
    const store = showStep(ketch)
    const bring = within(screen.getByRole('region', { name: 'Belts to buy' }))
    expect(bring.getByText(/^Buy 6PK1670/)).not.toBeNull()
    await userEvent.click(bring.getByRole('button', { name: 'Fit this belt: 6PK1670' }))
    expect(store.getState().drive.belts[0]?.length).toBe(1670)
  })

  test('what hangs on the shelf for it, one rib fewer last', async () => {
    const belt = { mark: '', section: 'PK', material: 'epdm', count: 1, note: '', version: 1 }
    server.answers['GET /shelf'] = {
      status: 200,
      json: {
        belts: [
          { ...belt, id: '1', ribs: 5, length: 1670, place: 'Hook 2' },
          { ...belt, id: '2', ribs: 6, length: 1670, place: 'Hook 3' },
        ],
      },
    }
    showStep(ketch)
    const shelf = await screen.findByRole('list', { name: 'On your shelf' })
    const rows = within(shelf).getAllByRole('listitem')
    expect(rows.map(({ textContent }) => textContent)).toEqual([
      expect.stringMatching(/^6PK1670 good, fits \d+ in 100.*Hook 3/),
      expect.stringContaining('one rib fewer: carries less'),
    ])
  })

  test('fixed centres: tight by its strain, in newtons', () => {
    const stiff: CheckedDrive = {
      ...ketch,
      adjusters: [],
      shafts: ketch.shafts.map((shaft) => (shaft.kind === 'tensioner' ? { ...shaft, kind: 'idler' } : shaft)),
      belts: ketch.belts.map((each) => ({ ...each, adjuster: null })),
    }
    showStep(stiff)
    expect(screen.getByText(/Fixed centres: the path length, less the stretch/)).not.toBeNull()
    expect(screen.getAllByText(/tension from its own stretch: \d+ N new/).length).toBeGreaterThan(0)
  })

  test('a tensioner that nobody hung is said, not taken for fixed centres', () => {
    showStep({ ...ketch, adjusters: [], belts: ketch.belts.map((each) => ({ ...each, adjuster: null })) })
    expect(screen.getByText(/adjuster is not on the drawing/)).not.toBeNull()
  })
})

describe('what was fitted', () => {
  const fitting = (id: string, fittedOn: string, distance: number) => ({
    id,
    belt: 'main',
    mark: `6PK167${id}`,
    length: 1670,
    fittedOn,
    distance,
    reason: 'cracked',
    spare: '',
    by: 'Isla',
  })

  test('stands with its distance and how far the previous one ran', async () => {
    const fittings = [fitting('1', '2026-11-03', 182_400), fitting('0', '2021-05-18', 104_900)]
    server.answers['GET /drives/d/fittings'] = { status: 200, json: { fittings } }
    showStep(ketch)
    expect(await screen.findByText(/at 182,400 km, the previous one ran 77,500 km · cracked · Isla/)).not.toBeNull()
  })

  test('with the server away it is said, and can be asked again', async () => {
    server.answers['GET /drives/d/fittings'] = 'away'
    showStep(ketch)
    expect(
      await screen.findByText(/Fitted belts could not be loaded: The Emery server is not responding\./),
    ).not.toBeNull()
  })
})
