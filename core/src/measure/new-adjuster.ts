import type { Adjuster, AdjusterKind } from '../adjusters/adjuster.ts'
import { freshAdjuster, kindOf } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { putAdjuster } from '../drive/edits-parts.ts'
import type { DriveDraft } from '../drive/edits.ts'
import { freshId } from '../drive/new-drive.ts'
import { checkDrive } from '../drive/read.ts'
import { settleDrive } from '../path/settle.ts'

/** What an adjuster is put on: a shaft whose place is known, and the pulley on it that the belt runs on. */
export interface NewAdjusterSite {
  readonly shaft: string
  readonly pulley: string
  readonly belt: string
}

/**
 * An adjuster of a kind with dimensions that parts of its kind commonly have (nominal), standing where its shaft stands now, its
 * ends so that taking it up makes the belt's path longer. Undefined while the shaft has no place. All of it is assumed, until it is
 * dragged, typed over or confirmed.
 */
export function newAdjuster(
  drive: CheckedDrive,
  kind: AdjusterKind,
  { shaft, pulley, belt }: NewAdjusterSite,
): Adjuster | undefined {
  const place = settleDrive(drive).places.get(shaft)
  if (place === undefined) return undefined
  const made = freshAdjuster(kind, { id: freshId(drive, kind), shaft, pulley, place })
  const swapped = kindOf(made).swapped(made)
  return swapped !== null && takesUp(drive, made, belt) < 0 && takesUp(drive, swapped, belt) > 0 ? swapped : made
}

/** mm by which a belt's path grows over an adjuster's travel; 0 while the belt has no path. */
function takesUp(drive: CheckedDrive, adjuster: Adjuster, beltId: string): number {
  const draft = structuredClone(drive) as DriveDraft
  putAdjuster(adjuster, [beltId])(draft)
  const read = checkDrive(draft)
  if (!read.ok) return 0
  const settled = settleDrive(read.drive).belts.find(({ belt }) => belt.id === beltId)?.adjuster
  const [from, to] = [settled?.lengthAt(0.25)?.length, settled?.lengthAt(0.75)?.length]
  return from === undefined || to === undefined ? 0 : to - from
}
