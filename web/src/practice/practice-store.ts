import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Doing } from '@emery/core/practice'

/** How an exercise ended. */
export interface Ended {
  readonly isNamedRight: boolean
  readonly isMended: boolean
  readonly minutes: number
  readonly wrongParts: number
  /** Name of the fault. */
  readonly fault: string
}

interface PracticeState {
  /** What was done, by exercise; an exercise that has begun can be gone on with. */
  readonly doings: Readonly<Record<string, readonly Doing[]>>
  readonly ended: Readonly<Record<string, Ended>>
  readonly add: (exercise: string, doing: Doing) => void
  readonly takeBack: (exercise: string) => void
  readonly begin: (exercise: string) => void
  readonly end: (exercise: string, ended: Ended) => void
}

const NONE: readonly Doing[] = []

/** Kept in the browser, so that an exercise outlives a page that is closed. */
export const usePractice = create<PracticeState>()(
  persist(
    (set, get) => ({
      doings: {},
      ended: {},
      add: (exercise, doing) => {
        const { doings } = get()
        set({ doings: { ...doings, [exercise]: [...(doings[exercise] ?? NONE), doing] } })
      },
      takeBack: (exercise) => {
        const { doings } = get()
        set({ doings: { ...doings, [exercise]: (doings[exercise] ?? NONE).slice(0, -1) } })
      },
      begin: (exercise) => {
        const { doings, ended } = get()
        set({ doings: without(doings, exercise), ended: without(ended, exercise) })
      },
      end: (exercise, how) => set({ ended: { ...get().ended, [exercise]: how } }),
    }),
    { name: 'emery.practice' },
  ),
)

function without<Value>(record: Readonly<Record<string, Value>>, key: string): Readonly<Record<string, Value>> {
  return Object.fromEntries(Object.entries(record).filter(([each]) => each !== key))
}

export function useDoings(exercise: string): readonly Doing[] {
  return usePractice((state) => state.doings[exercise] ?? NONE)
}
