import { useCallback } from 'react'
import { beltLabel, writeLabel, type BeltConstruction, type Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import { usePreferences } from './preferences.ts'

/** What a belt is, without its length: a belt of a drive, or one of the shelf. */
export interface BeltMade {
  readonly section: Section
  readonly ribs: number
  readonly construction?: BeltConstruction | undefined
}

/** What to ask for at the counter: `6PK1385`; whoever works in inches is told the inch number too, `6PK1385 (545K6)`. */
export function useBeltName(): (belt: BeltMade, length: Mm) => string {
  const inInches = usePreferences(({ units }) => units !== 'mm')
  return useCallback(
    ({ section, ribs, construction }: BeltMade, length: Mm) => {
      const label = beltLabel(section, ribs, length, construction)
      const inInchNumbers = inInches ? writeLabel({ section, ribs, length }, 'inch-rib') : null
      return inInchNumbers === null ? label : `${label} (${inInchNumbers})`
    },
    [inInches],
  )
}
