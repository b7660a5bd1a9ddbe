import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Answer } from '@emery/core/noise'

/** One search for a noise: what was answered, oldest first, and what cannot be done here. */
export interface NoiseSearch {
  readonly answers: readonly Answer[]
  readonly skipped: readonly string[]
}

const NOTHING: NoiseSearch = { answers: [], skipped: [] }

interface NoiseState {
  /** By drive; a noise without a drive under an empty name. */
  readonly searches: Readonly<Record<string, NoiseSearch>>
  readonly answer: (driveId: string, answer: Answer) => void
  readonly takeBack: (driveId: string, test: string) => void
  readonly skip: (driveId: string, test: string) => void
  readonly begin: (driveId: string, search?: NoiseSearch) => void
}

/** Kept in the browser, so that a search survives the walk to the car and a page that is closed. */
export const useNoise = create<NoiseState>()(
  persist(
    (set, get) => {
      const change = (driveId: string, how: (search: NoiseSearch) => NoiseSearch) => {
        const { searches } = get()
        set({ searches: { ...searches, [driveId]: how(searches[driveId] ?? NOTHING) } })
      }
      return {
        searches: {},
        answer: (driveId, answer) =>
          change(driveId, ({ answers, skipped }) => ({
            // A second answer to the same question takes the place of the first.
            answers: [...answers.filter(({ test }) => test !== answer.test), answer],
            skipped: skipped.filter((test) => test !== answer.test),
          })),
        takeBack: (driveId, test) =>
          change(driveId, ({ answers, skipped }) => ({
            answers: answers.filter((each) => each.test !== test),
            skipped: skipped.filter((each) => each !== test),
          })),
        skip: (driveId, test) =>
          change(driveId, ({ answers, skipped }) => ({
            answers: answers.filter((each) => each.test !== test),
            skipped: [...skipped.filter((each) => each !== test), test],
          })),
        begin: (driveId, search = NOTHING) => change(driveId, () => search),
      }
    },
    { name: 'emery.noise' },
  ),
)

export function useNoiseSearch(driveId: string): NoiseSearch {
  return useNoise((state) => state.searches[driveId] ?? NOTHING)
}
