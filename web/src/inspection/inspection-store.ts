import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { CheckId, CheckPhoto, Seen, WearTool } from '@emery/core/wear'

/** What was seen of one check on one part, with a note and pictures of it. */
export interface SeenCheck extends Seen {
  /** Whether anything was answered; a note or a picture alone is no answer. */
  readonly answered: boolean
  /** What a figure was read with; null where nobody said. */
  readonly tool?: WearTool | null
  readonly note: string
  readonly photos: readonly CheckPhoto[]
}

/** A walk round one drive that is not finished. */
export interface Walk {
  readonly distance: number | null
  readonly beltOff: boolean
  readonly note: string
  /** By `seenKey`. */
  readonly seen: Readonly<Record<string, SeenCheck>>
  /** Parts that are new since they were last looked at. */
  readonly renewed: readonly string[]
  /** What each figure is read with on this walk, from the first time somebody says. */
  readonly tools?: Readonly<Partial<Record<CheckId, WearTool>>>
}

export const NEW_WALK: Walk = { distance: null, beltOff: false, note: '', seen: {}, renewed: [] }
const NOTHING_SEEN: SeenCheck = { value: null, state: null, answered: false, note: '', photos: [] }

/** Steps that can be taken back. */
const MAX_STEPS = 200

export const seenKey = (part: string, check: CheckId) => `${part}/${check}`

interface WalkState {
  /** By drive. */
  readonly walks: Readonly<Record<string, Walk>>
  /** Each drive’s walk as it was before each change of this session, oldest first. */
  readonly before: Readonly<Record<string, readonly Walk[]>>
  readonly change: (driveId: string, how: (walk: Walk) => Walk) => void
  readonly undo: (driveId: string) => void
  /** Begins again; what was there can be brought back by `undo`. */
  readonly begin: (driveId: string) => void
}

/** Kept in the browser, so that a walk survives a page that is closed in the middle of it. */
export const useWalks = create<WalkState>()(
  persist(
    (set, get) => {
      const change = (driveId: string, how: (walk: Walk) => Walk) => {
        const { walks, before } = get()
        const walk = walks[driveId] ?? NEW_WALK
        set({
          walks: { ...walks, [driveId]: how(walk) },
          before: { ...before, [driveId]: [...(before[driveId] ?? []), walk].slice(-MAX_STEPS) },
        })
      }
      return {
        walks: {},
        before: {},
        change,
        begin: (driveId) => change(driveId, () => NEW_WALK),
        undo: (driveId) => {
          const { walks, before } = get()
          const steps = before[driveId] ?? []
          const last = steps.at(-1)
          if (last === undefined) return
          set({ walks: { ...walks, [driveId]: last }, before: { ...before, [driveId]: steps.slice(0, -1) } })
        },
      }
    },
    { name: 'emery.inspection', partialize: ({ walks }) => ({ walks }) },
  ),
)

export function useWalk(driveId: string): Walk {
  return useWalks((state) => state.walks[driveId] ?? NEW_WALK)
}

/** A change to what was seen of one check. */
export function see(part: string, check: CheckId, what: Partial<SeenCheck>): (walk: Walk) => Walk {
  const key = seenKey(part, check)
  return (walk) => ({ ...walk, seen: { ...walk.seen, [key]: { ...NOTHING_SEEN, ...walk.seen[key], ...what } } })
}
