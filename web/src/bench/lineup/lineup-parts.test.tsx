import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { act, cleanup, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { App as AntApp } from 'antd'
import { useStore } from 'zustand'
import { fixPlan, settleDrive, USUAL_MOVES, type CheckedDrive } from '@emery/core'
import { usePreferences } from '../../app/preferences.ts'
import { benchParts } from '../../testing/bench-parts.ts'
import { changed, demoDrive } from '../../testing/drives.ts'
import { lineUpWork } from '../../workers/line-up-work.ts'
import { BenchContext } from '../bench-context.ts'
import { createBenchStore, type BenchStore } from '../store/bench-store.ts'
import { FromAbove } from './from-above.tsx'
import { moveWords } from './line-up-words.ts'
import { LineUpStep } from './lineup-step.tsx'

/** A worker that never answers: the step itself is looked at here, its plan in Chromium. */
class Silent {
  postMessage() {}
  addEventListener() {}
  removeEventListener() {}
  terminate() {}
}

beforeEach(() => {
  Object.assign(globalThis, { Worker: Silent })
  usePreferences.setState({ units: 'mm' })
})
afterEach(cleanup)

function Shown({ store }: { readonly store: BenchStore }) {
  const drive = useStore(store, (state) => state.drive)
  return (
    <AntApp>
      <BenchContext.Provider value={benchParts(drive, store)}>
        <LineUpStep />
        <FromAbove />
      </BenchContext.Provider>
    </AntApp>
  )
}

function show(drive: CheckedDrive) {
  const store = createBenchStore(drive)
  render(<Shown store={store} />)
  return store
}

/** The van with every pulley in line and none leaning. */
const ketch = changed(demoDrive('ketch-main'), (d) => {
  for (const pulley of d.pulleys) {
    pulley.z = 0
    delete pulley.tilt
  }
})
const read = async (name: string, written: string) =>
  userEvent.type(screen.getByRole('textbox', { name }), `{Control>}a{/Control}${written}{Enter}`)

describe('line-up', () => {
  test('a pulley that sits back is named, with what that does, on the panel and from above', async () => {
    const store = show(ketch)
    expect(screen.getByRole('region', { name: 'Line-up' }).textContent).toContain('In line')
    await read('Steering', '42.8')
    expect(screen.getByRole('alert').textContent).toContain('The crank has not been read')
    await read('Crank, the reference', '41.2')
    const result = screen.getByRole('region', { name: 'Line-up' })
    expect(result.textContent).toMatch(/Steering sits 1\.60 mm back/)
    expect(result.textContent).toMatch(/meets its grooves at 0\.\d\d°: it may chirp/)
    expect(
      screen.getByRole('img', { name: /^From above: Steering 1\.60 mm back; \d of 6 spans beyond quiet/ }),
    ).toBeTruthy()
    const plan = fixPlan(settleDrive(store.getState().drive), { unsaid: USUAL_MOVES })
    act(() => store.getState().setLineUp({ moves: plan?.moves ?? [], mended: true }))
    expect(screen.getByRole('img', { name: /; 0 of 6 spans beyond quiet/ })).toBeTruthy()
    expect(lineUpWork.plan(store.getState().drive)).toEqual(plan)
  })

  test('a belt one groove off is asked about before anything is pressed', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '41.2')
    await read('Alternator', '44.7')
    const ask = screen.getByRole('region', { name: 'Ask first' })
    expect(ask.textContent).toMatch(
      /Is the belt one groove off on Alternator\? 3\.50 mm is close to one groove \(3\.56 mm\)/,
    )
    await userEvent.click(within(ask).getByRole('button', { name: /^Yes/ }))
    expect(store.getState().drive.lineUp?.map(({ pulley }) => pulley)).toEqual(['crank.1'])
    await read('Alternator', '44.7')
    await userEvent.click(screen.getByRole('button', { name: 'No, counted' }))
    expect(screen.queryByRole('region', { name: 'Ask first' })).toBeNull()
  })

  test('a depth in the wrong unit is asked about, and taken only when it is right', async () => {
    const store = show(ketch)
    await read('Crank, the reference', '1')
    await read('Steering', '45')
    const alert = screen.getByRole('alert')
    expect(alert.textContent).toMatch(/44(\.0)? mm behind the crank.*is the unit right/)
    expect(store.getState().drive.lineUp).toHaveLength(1)
    await userEvent.click(within(alert).getByRole('button', { name: 'Read it again' }))
    await read('Steering', '1.14')
    await read('Steering', '1.1')
    expect(screen.getByText(/2 readings/)).toBeTruthy()
    await userEvent.click(screen.getByRole('button', { name: 'Strike out what was read on Steering' }))
    expect(store.getState().drive.lineUp).toHaveLength(1)
  })

  test.each([
    [{ kind: 'press', shaft: 's', by: 1.6 }, 'Draw the pulley of the pump out by 1.60'],
    [{ kind: 'press', shaft: 's', by: -1.6 }, 'Press the pulley of the pump in by 1.60'],
    [{ kind: 'shim', shaft: 's', by: 0.5 }, 'Put 0.50 of shims behind the pump'],
    [{ kind: 'shim', shaft: 's', by: -0.5 }, 'Take 0.50 of shims out behind the pump'],
    [{ kind: 'spacer', shaft: 's', by: 2 }, 'Put the spacer of 2.00 behind the pump'],
    [{ kind: 'straighten', shaft: 's', by: 0.4 }, 'Straighten the bracket of the pump: its rim stands out 0.40'],
    [
      { kind: 'groove', shaft: 's', pulley: 'p', belt: 'b', groove: 2, by: 3.56 },
      'Put the belt into groove 2 of the pump, counted from the front',
    ],
  ] as const)('a move %j is said as it is done', (move, words) => {
    expect(moveWords(move, 'the pump', (mm) => mm.toFixed(2))).toBe(words)
  })
})
