import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { LengthStyle } from '@emery/core'

export type Light = 'light' | 'dark'

interface Preferences {
  readonly units: LengthStyle
  readonly light: Light
  readonly setUnits: (units: LengthStyle) => void
  readonly setLight: (light: Light) => void
}

/** What a person has chosen on this machine; kept in the browser, never in a drive. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: 'mm',
      light: globalThis.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
      setUnits: (units) => set({ units }),
      setLight: (light) => set({ light }),
    }),
    { name: 'emery.preferences' },
  ),
)
