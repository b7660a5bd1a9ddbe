import { createContext, useContext } from 'react'
import { useStore } from 'zustand'
import type { CheckedDrive } from '@emery/core/drive'
import type { SettledBelt, SettledDrive } from '@emery/core/path'
import type { ShopRules } from '@emery/core/rules'
import type { Sketch } from '@emery/core/sketch'
import type { DriveSolution } from '@emery/core/solution'
import type { BenchState, BenchStore } from './store/bench-store.ts'

/** What every part of the bench works from: the store, and the drive solved as it stands on the screen. */
export interface BenchParts {
  readonly store: BenchStore
  readonly settled: SettledDrive
  /** The same for the drawing: with the length that is held up to it, and with a guess where something is not known; otherwise `settled` itself. */
  readonly shown: SettledDrive
  /** What of `shown` is only guessed, so that something can be drawn; null where nothing is. */
  readonly sketch: Sketch | null
  readonly solution: DriveSolution
  /** The values that count in this workshop. */
  readonly rules: ShopRules
  /** The belt the panel and the tape are about; undefined in a drive without belts. */
  readonly belt: SettledBelt | undefined
  /** Ids of parts that a problem points at while it is looked at. */
  readonly pointedAt: readonly string[]
  readonly pointAt: (ids: readonly string[]) => void
}

export const BenchContext = createContext<BenchParts | null>(null)

export function useBench(): BenchParts {
  const parts = useContext(BenchContext)
  if (parts === null) throw new Error('A part of the bench was used outside the bench.')
  return parts
}

export function useBenchState<Picked>(pick: (state: BenchState) => Picked): Picked {
  return useStore(useBench().store, pick)
}

/** The drive as it stood before the gesture of the moment: what takes its time to work out waits until the hand rests. */
export function useRestingDrive(): CheckedDrive {
  return useBenchState(({ gesture, drive }) => gesture?.before ?? drive)
}
