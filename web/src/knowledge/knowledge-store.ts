import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { KnowledgeFile } from '@emery/core/noise'

/** Edited knowledge that is not saved yet, and the version it came from. */
interface KnowledgeDraft {
  readonly basedOn: number
  readonly file: KnowledgeFile
}

interface DraftState {
  readonly draft: KnowledgeDraft | null
  readonly before: readonly (KnowledgeDraft | null)[]
  readonly set: (draft: KnowledgeDraft | null) => void
  readonly undo: () => void
}

const MAX_STEPS = 200

/** Kept in the browser until it is saved or dropped. */
export const useKnowledgeDraft = create<DraftState>()(
  persist(
    (set) => ({
      draft: null,
      before: [],
      set: (draft) => set((state) => ({ draft, before: [...state.before, state.draft].slice(-MAX_STEPS) })),
      undo: () =>
        set(({ draft, before }) =>
          before.length === 0 ? { draft } : { draft: before.at(-1) ?? null, before: before.slice(0, -1) },
        ),
    }),
    { name: 'emery.knowledge', partialize: ({ draft }) => ({ draft }) },
  ),
)
