import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Stamp } from '@emery/core/drive'
import type { Finger, TensionWay } from '@emery/core/tension'
import { KEPT_UNITS, type LengthStyle, type ShownUnits } from '@emery/core/units'

export type Light = 'light' | 'dark'

interface Preferences {
  readonly units: LengthStyle
  readonly light: Light
  /** Forces, torques and distances, each in the unit chosen. */
  readonly shown: ShownUnits
  /** Whoever is signed in; stands beside readings and ticks. */
  readonly person: string
  /** What each person’s finger gives, by name, once it was tried on a scale. */
  readonly fingers: Readonly<Record<string, Finger>>
  /** How each person reads the tension of a belt, by name, once they have chosen. */
  readonly schools: Readonly<Record<string, TensionWay>>
  /** mm that one turn of the screw of each person’s pulley tool gives, by name. */
  readonly toolThreads: Readonly<Record<string, number>>
  readonly setUnits: (units: LengthStyle) => void
  readonly setShown: (shown: ShownUnits) => void
  readonly setLight: (light: Light) => void
  readonly setPerson: (person: string) => void
  /** The finger of whoever works here; null forgets it. */
  readonly setFinger: (finger: Finger | null) => void
  /** What one turn of the pulley tool of whoever works here gives, mm; null for not known. */
  readonly setToolThread: (mm: number | null) => void
  /** How whoever works here reads the tension of a belt. */
  readonly setSchool: (way: TensionWay) => void
}

/** What each person has, with one person’s own replaced, or forgotten where it is null. */
function withOwn<Value>(all: Readonly<Record<string, Value>>, person: string, own: Value | null) {
  const others = Object.entries(all).filter(([name]) => name !== person)
  return Object.fromEntries(own === null ? others : [...others, [person, own]])
}

/** What a person has chosen on this machine; kept in the browser, never in a drive. */
export const usePreferences = create<Preferences>()(
  persist(
    (set) => ({
      units: 'mm',
      light: globalThis.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
      shown: KEPT_UNITS,
      person: '',
      fingers: {},
      schools: {},
      toolThreads: {},
      setUnits: (units) => set({ units }),
      setShown: (shown) => set({ shown }),
      setLight: (light) => set({ light }),
      setPerson: (person) => set({ person }),
      setSchool: (way) => set(({ person, schools }) => ({ schools: { ...schools, [person]: way } })),
      setFinger: (finger) => set(({ person, fingers }) => ({ fingers: withOwn(fingers, person, finger) })),
      setToolThread: (mm) => set(({ person, toolThreads }) => ({ toolThreads: withOwn(toolThreads, person, mm) })),
    }),
    {
      name: 'emery.preferences',
      // Who is signed in is the server's to say.
      partialize: ({ units, light, shown, fingers, schools, toolThreads }) => ({
        units,
        light,
        shown,
        fingers,
        schools,
        toolThreads,
      }),
    },
  ),
)

// What is chosen in one tab holds in the others, too.
globalThis.addEventListener('storage', ({ key }) => {
  if (key === usePreferences.persist.getOptions().name) void usePreferences.persist.rehydrate()
})

/** Who does something and when, for readings and saves. */
export function stampNow(): Stamp {
  return { by: usePreferences.getState().person, at: new Date().toISOString() }
}
