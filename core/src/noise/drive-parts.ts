/** What a drive has that a test needs, or a cause: docs/mechanics/noise.md. */
import { isSprung } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { familyOf } from '../sections/families.ts'
import type { Need } from './knowledge-file.ts'

/** Whether a drive has what may be needed; left out where nobody knows. */
export type HasParts = Readonly<Partial<Record<Need, boolean>>>

/** What is known of a drive. That nothing is drawn is no word that nothing is there: only a belt that has another adjuster has no arm. */
export function partsOfDrive({ shafts, adjusters, belts, pulleys }: CheckedDrive): HasParts {
  if (belts.length === 0) return {}
  const families = belts.map(({ section }) => familyOf(section))
  const has: Partial<Record<Need, boolean>> = {
    narrow: families.some(({ canBeTwisted }) => canBeTwisted),
    vee: families.some(({ wedges }) => wedges),
    teeth: families.some(({ meshes }) => meshes),
    pair: belts.some(({ count = 1 }) => count > 1),
    clutch: hasClutch({ shafts, belts, pulleys }),
  }
  const held = belts.map(({ adjuster }) => adjusters.find(({ id }) => id === adjuster))
  if (shafts.some(({ kind }) => kind === 'tensioner') || adjusters.some(isSprung)) has.arm = true
  else if (held.every((adjuster) => adjuster !== undefined)) has.arm = false
  if (held.some((adjuster) => adjuster !== undefined && !isSprung(adjuster))) has.byHand = true
  else if (held.every((adjuster) => adjuster !== undefined)) has.byHand = false
  return has
}

/** Pulleys that turn freely one way are found on alternators that ribs drive. */
function hasClutch({ shafts, belts, pulleys }: Pick<CheckedDrive, 'shafts' | 'belts' | 'pulleys'>): boolean {
  const ribbed = new Set(
    belts.filter(({ section }) => familyOf(section).hasRibs).flatMap(({ route }) => route.map(({ pulley }) => pulley)),
  )
  return shafts.some(
    ({ id, kind, clutch }) =>
      clutch === 'one-way' ||
      clutch === 'decoupler' ||
      (kind === 'alternator' && pulleys.some((each) => each.shaft === id && ribbed.has(each.id))),
  )
}
