import { afterEach, expect, test } from '@jest/globals'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { spanTensions } from '@emery/core/tension'
import { BenchContext } from '../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { changed, demoDrive } from '../testing/drives.ts'
import { Running } from './running.tsx'

afterEach(cleanup)

/** The van, of which no load is read and whose alternator has become a part that nobody can say anything of. */
const bare = changed(demoDrive('ketch-main'), (draft) => {
  for (const shaft of draft.shafts) {
    delete shaft.load
    delete shaft.maxSideLoad
    if (shaft.kind === 'alternator') Object.assign(shaft, { kind: 'supercharger', name: 'Blower' })
  }
})

/** Its first belt under way, following what is entered. */
function Bench({ store }: { readonly store: BenchStore }) {
  const drive = useStore(store, (state) => state.drive)
  const settled = settleDrive(drive)
  const [belt] = settled.belts
  const running = spanTensions(settled, { rpm: drive.engine.cruiseRpm, load: 1 }).find(
    (each) => each.belt === belt?.belt.id,
  )
  return (
    <>
      <BenchContext.Provider value={benchParts(drive, store)}>
        {belt === undefined || running === undefined ? <p>nothing runs</p> : <Running belt={belt} running={running} />}
      </BenchContext.Provider>
    </>
  )
}

function open(drive: CheckedDrive): BenchStore {
  const store = createBenchStore(drive)
  render(<Bench store={store} />)
  return store
}
const first = () => screen.getByRole('region', { name: 'What slips first' })
const loads = () => within(screen.getByRole('list', { name: 'Loads' }))
const row = (name: string) =>
  within(
    loads()
      .getAllByRole('listitem')
      .find((each) => each.textContent.startsWith(name)) as HTMLElement,
  )

test('a load that nobody knows leaves the grip open and says of what; entered, the grip is there', async () => {
  const store = open(bare)
  expect(first().textContent).toContain('Not known.')
  expect(first().textContent).toContain('What Blower takes')
  expect(row('Blower').getByText(/not known/)).toBeTruthy()
  await userEvent.click(screen.getByRole('button', { name: 'Load of Blower' }))
  await userEvent.type(screen.getByLabelText('Power, kW'), '12{Enter}')
  // Half a plate says nothing.
  expect(first().textContent).toContain('Not known.')
  await userEvent.type(screen.getByLabelText('at its own rpm'), '9000{Enter}')
  expect(store.getState().drive.shafts.find(({ name }) => name === 'Blower')?.rating).toEqual({ kW: 12, atRpm: 9000 })
  expect(first().textContent).not.toContain('Not known.')
})

test('nominal loads are said to be', () => {
  open(
    changed(bare, (draft) =>
      draft.shafts.forEach((shaft) => shaft.kind === 'supercharger' && (shaft.kind = 'alternator')),
    ),
  )
  expect(loads().getAllByText(/for its kind/).length).toBeGreaterThan(1)
  expect(first().textContent).toContain('A load is nominal')
})

test('a torque, a bearing limit and a least wrap are kept; what is no number is said, and kept to be mended', async () => {
  const store = open(bare)
  const blower = () => store.getState().drive.shafts.find(({ name }) => name === 'Blower')
  await userEvent.click(screen.getByRole('button', { name: 'Load of Blower' }))
  await userEvent.type(screen.getByLabelText('Heavy, N·m'), '120A{Enter}')
  expect(screen.getByRole('alert').textContent).toContain('“120A” is not a figure in N·m')
  expect(blower()?.load).toBeUndefined()
  await userEvent.clear(screen.getByLabelText('Heavy, N·m'))
  await userEvent.type(screen.getByLabelText('Heavy, N·m'), '18,5{Enter}')
  expect(blower()?.load).toEqual({ light: [[0, 0]], heavy: [[0, 18.5]] })
  await userEvent.type(screen.getByLabelText('Bearing limit, N'), '1500 N{Enter}')
  await userEvent.type(screen.getByLabelText('Least wrap, °'), '95{Enter}')
  expect(blower()).toMatchObject({ maxSideLoad: 1500, minWrap: 95 })
  await userEvent.type(screen.getByLabelText('Least wrap, °'), '999{Enter}')
  expect(blower()?.minWrap).toBe(95)
})

test('a least tension is not held against one that nobody has set', () => {
  const unset = changed(demoDrive('fenland-vee'), (draft) => {
    for (const belt of draft.belts) delete belt.installTension
  })
  open(unset)
  expect(first().textContent).toContain('What the belt is set to is not known')
  expect(first().textContent).not.toContain('The belt has')
})
