import type { DriveEdit } from '../drive/edits.ts'
import type { Shaft } from '../drive/shaft.ts'

/** What may stand on a part that bounds its speed: rpm, and for a fan the mm across its blades. */
export const PART_SPEEDS = ['minRpm', 'maxRpm', 'bladeDiameter'] as const
export type PartSpeed = (typeof PART_SPEEDS)[number]

/** Why a part's figure cannot be what was typed, in a sentence; undefined where it can. */
export function partSpeedRefusal(
  shaft: Pick<Shaft, 'minRpm' | 'maxRpm'>,
  key: PartSpeed,
  value: number,
): string | undefined {
  if (!(value > 0)) return 'It must be above zero. Leave it empty if it is not known.'
  if (key === 'minRpm' && shaft.maxRpm !== undefined && value >= shaft.maxRpm)
    return `The minimum useful speed must be below the maximum (${shaft.maxRpm} rpm).`
  if (key === 'maxRpm' && shaft.minRpm !== undefined && value <= shaft.minRpm)
    return `The maximum speed must be above the minimum useful speed (${shaft.minRpm} rpm).`
  return undefined
}

/** Keeps what stands on a part; null forgets it, and the rule for its kind counts again. */
export function setPartSpeed(shaftId: string, key: PartSpeed, value: number | null): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (value === null) Reflect.deleteProperty(shaft, key)
    else shaft[key] = value
  }
}
