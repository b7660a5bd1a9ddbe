import type { Carrier } from '../adjusters/adjuster-kind.ts'
import { adjusterMotion, kindOf, movedShaft } from '../adjusters/kinds.ts'
import type { SettledDrive } from '../path/settle.ts'

/** Arms, rods and slots of a drive's adjusters as they stand. */
export function carriers({ drive, places }: SettledDrive): readonly (Carrier & { readonly adjuster: string })[] {
  return drive.adjusters.flatMap((adjuster) => {
    const shaft = drive.shafts.find(({ id }) => id === movedShaft(adjuster))
    const at = shaft === undefined ? undefined : places.get(shaft.id)
    if (shaft === undefined || at === undefined) return []
    const stated = { x: shaft.x ?? at.x, y: shaft.y ?? at.y }
    const motion = adjusterMotion(adjuster, () => stated)
    const ends = motion.moves === 'shaft' ? ([motion.placeAt(0), motion.placeAt(1)] as const) : null
    const reached = ends?.[0] === undefined || ends[1] === undefined ? null : ([ends[0], ends[1]] as const)
    return kindOf(adjuster)
      .carriers(adjuster, { at, stated, ends: reached })
      .map((carrier) => ({ ...carrier, adjuster: adjuster.id }))
  })
}
