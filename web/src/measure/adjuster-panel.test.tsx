import { afterEach, expect, test } from '@jest/globals'
import { cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import { BenchContext } from '../bench/bench-context.ts'
import { PulleyCard } from '../bench/panels/pulley-card.tsx'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { changed, demoDrive } from '../testing/drives.ts'
import { AdjusterPanel } from './adjuster-panel.tsx'

afterEach(cleanup)

function Bench({ store, card = false }: { readonly store: BenchStore; readonly card?: boolean }) {
  const drive = useStore(store, (state) => state.drive)
  return (
    <>
      <BenchContext.Provider value={benchParts(drive, store)}>
        {card ? <PulleyCard /> : <AdjusterPanel />}
      </BenchContext.Provider>
    </>
  )
}

/** The van without its tensioner's arm. */
const without = changed(demoDrive('ketch-main'), (draft) => {
  draft.adjusters = []
  for (const belt of draft.belts) belt.adjuster = null
})

test('an adjuster that was just added is not read; what is typed is, and the rest is confirmed in one press', async () => {
  const store = createBenchStore(without)
  render(<Bench store={store} />)
  await userEvent.click(screen.getByRole('button', { name: 'Add' }))
  const added = () => store.getState().drive.adjusters[0]
  expect(added()?.assumed).toContain('preload')
  const panel = within(screen.getByRole('region', { name: /^Adjuster of/ }))
  expect(panel.getByText(/Not read yet/)).toBeTruthy()
  const pivot = panel.getByLabelText('Pivot, right')
  await userEvent.clear(pivot)
  await userEvent.type(pivot, '33{Enter}')
  expect(added()).toMatchObject({ pivot: { x: 33 } })
  expect(added()?.assumed).not.toContain('pivot')
  expect(added()?.assumed).toContain('preload')
  await userEvent.click(panel.getByRole('button', { name: 'It is as drawn' }))
  expect(added()?.assumed).toBeUndefined()
  expect(panel.queryByText(/Not read yet/)).toBeNull()
})

test('where a pulley stands along its shaft is typed, and taken away again', async () => {
  const store = createBenchStore(without)
  const [pulley] = store.getState().drive.pulleys
  store.getState().select(pulley?.id ?? null)
  render(<Bench store={store} card />)
  await userEvent.click(screen.getByText('Depth, width and flange'))
  const depth = screen.getByLabelText('Depth')
  await userEvent.clear(depth)
  await userEvent.type(depth, '12.5{Enter}')
  expect(store.getState().drive.pulleys[0]?.z).toBe(12.5)
  await userEvent.clear(depth)
  await userEvent.type(depth, '{Enter}')
  expect(store.getState().drive.pulleys[0]?.z).toBeUndefined()
  await userEvent.type(screen.getByLabelText('Flange'), '2{Enter}')
  expect(store.getState().drive.pulleys[0]?.flange).toBe(2)
  // Three metres are no depth on an engine.
  await userEvent.type(depth, '3000{Enter}')
  expect(store.getState().drive.pulleys[0]?.z).toBeUndefined()
})

test('a shim of a split pulley is read by its thickness; each opens the groove by so much', async () => {
  const store = createBenchStore(demoDrive('kiln-blower'))
  render(<Bench store={store} />)
  await userEvent.type(screen.getByLabelText('Thickness of one shim'), '1')
  // 1 mm / tan(18°) = 3.08 mm of diameter.
  await userEvent.click(screen.getByRole('button', { name: /^Each shim gives 3\.08 mm/ }))
  const shim = store.getState().drive.adjusters.find(({ kind }) => kind === 'shim')
  expect(shim).toMatchObject({ diameterPerShim: expect.closeTo(3.0777, 3) })
})
