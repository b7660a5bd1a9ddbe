import { afterEach, expect, test } from '@jest/globals'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useStore } from 'zustand'
import type { AlignmentMove } from '@emery/core/alignment'
import { BenchContext } from '../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { benchParts } from '../testing/bench-parts.ts'
import { demoDrive } from '../testing/drives.ts'
import { usePreferences } from '../ui/preferences.ts'
import { PressDetails } from './press-details.tsx'

afterEach(cleanup)

const OUT: AlignmentMove = { kind: 'press', shaft: 'ps', by: 1.5 }

function Shown({ store }: { readonly store: BenchStore }) {
  const drive = useStore(store, (state) => state.drive)
  const shaft = drive.shafts.find(({ id }) => id === 'ps')
  if (shaft === undefined) throw new Error('the drive has no such pump')
  return (
    <>
      <BenchContext.Provider value={benchParts(drive, store)}>
        <PressDetails shaft={shaft} move={OUT} />
      </BenchContext.Provider>
    </>
  )
}

function show(): BenchStore {
  usePreferences.setState({ units: 'mm', person: 'Wren', toolThreads: {} })
  const store = createBenchStore(demoDrive('ketch-main'))
  render(<Shown store={store} />)
  return store
}

const type = (name: string, written: string) =>
  userEvent.type(screen.getByRole('textbox', { name }), `{Control>}a{/Control}${written}{Enter}`)
const pump = (store: BenchStore) => store.getState().drive.shafts.find(({ id }) => id === 'ps')

test('a press is told in mm, in thousandths, and in turns of the tool once its thread is known', async () => {
  show()
  // 1.5 / 25.4 = 0.0591 in.
  expect(screen.getByText(/thousandths/).textContent).toContain('59')
  expect(document.body.textContent).not.toMatch(/turns? of the tool’s screw\./)
  await type('One turn of the tool’s screw', '1/16 in')
  // 1.5 / 1.5875 = 0.945 of a turn.
  expect(document.body.textContent).toMatch(/about one turn of the tool’s screw\./)
  expect(usePreferences.getState().toolThreads).toEqual({ Wren: 1.5875 })
})

test('where the hub then stands is told, and held against what the part wants', async () => {
  const store = show()
  expect(screen.getByText(/Read the hub’s face against the shaft’s end before you press/)).toBeTruthy()
  await type('Hub now', '0')
  expect(pump(store)?.hubStands).toBe(0)
  expect(screen.getByText(/^The hub’s face then stands/).textContent).toContain('1.50 mm short of the shaft’s end')
  // 0.060 in short of flush.
  await type('Hub, where the part wants it', '0.060 in')
  expect(pump(store)?.hubDepth).toBeCloseTo(-1.524, 9)
  expect(screen.getByText('That is where the part wants it.')).toBeTruthy()
  // The other side of the end: then the pulley does not belong where it would be pressed to.
  await userEvent.click(screen.getAllByText('Past the end').at(-1) ?? document.body)
  expect(pump(store)?.hubDepth).toBeCloseTo(1.524, 9)
  expect(screen.getByRole('alert').textContent).toMatch(/3\.02 mm further in.*before you press/)
})
