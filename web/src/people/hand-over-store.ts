import { create } from 'zustand'

interface HandOver {
  /** The place that is to be opened on a phone; null while nobody asks for it. */
  readonly path: string | null
  /** Shows the code for a place, or for the one that is open. */
  readonly show: (path?: string) => void
  readonly close: () => void
}

/** Whether the code for a phone is shown; any screen may ask for it. */
export const useHandOver = create<HandOver>()((set) => ({
  path: null,
  show: (path = location.pathname + location.search) => set({ path }),
  close: () => set({ path: null }),
}))
