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
  test('each reading with its chain; the one that disagrees with the rest named and not counted', () => {
    showStep(withLengths([strap, label]))
    expect(known().getByText(/1666\.0 − \d+\.\d corrected \+ \d+\.\d to a new belt’s position/)).not.toBeNull()
    expect(
      known().getByText(/mm longer than the other readings\. Not counted: measure it again, or was it/),
    ).not.toBeNull()
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

  test('two belts of one mark that sat apart are called out', () => {
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
    showStep(withLengths([on('a', 0.2), on('b', 0.8)]))
    expect(screen.getByRole('alert').textContent).toMatch(/Two belts labelled 6PK1675 sat \d+\.\d mm apart/)
  })
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
      expect.stringContaining('6PK1670 good1, Hook 3'),
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
