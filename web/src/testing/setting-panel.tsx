import { render, screen } from '@testing-library/react'
import { useStore } from 'zustand'
import type { CheckedDrive } from '@emery/core/drive'
import { BenchContext, useBench } from '../bench/bench-context.ts'
import { createBenchStore, type BenchStore } from '../bench/store/bench-store.ts'
import { useTension } from '../bench/use-tension.ts'
import { SetAndCheck } from '../tension/set/set-and-check.tsx'
import { usePreferences } from '../ui/preferences.ts'
import { benchParts } from './bench-parts.ts'

/** One belt of a drive, set and checked, as the Tension step has it. */
function SetOf({ i = 0 }: { readonly i?: number }) {
  const { belts } = useTension()
  const { settled } = useBench()
  const belt = settled.belts[i]
  return belt === undefined ? null : (
    <SetAndCheck belt={belt} running={belts.find((each) => each.belt === belt.belt.id)} />
  )
}

/** The same over a store that the page follows, as the bench does. */
export function Following({ store, children }: { readonly store: BenchStore; readonly children: React.ReactNode }) {
  const drive = useStore(store, (state) => state.drive)
  return <BenchContext.Provider value={benchParts(drive, store)}>{children}</BenchContext.Provider>
}

/** The same for whoever works there, with what they have chosen. */
export function showSetTo(person: string, drive: CheckedDrive, i = 0) {
  usePreferences.setState({ units: 'mm', person })
  const store = createBenchStore(drive)
  render(
    <>
      <Following store={store}>
        <SetOf i={i} />
      </Following>
    </>,
  )
  return store
}

/** For somebody who has chosen nothing yet. */
export function showSet(drive: CheckedDrive, i = 0) {
  usePreferences.setState({ fingers: {}, schools: {} })
  return showSetTo('Wren', drive, i)
}

export const field = (name: string) => screen.getByLabelText(name, { selector: 'input' })
export const newest = (store: BenchStore) => store.getState().drive.tensions?.at(-1)
