import type { CheckedDrive } from '@emery/core/drive'
import { wordingFor } from '@emery/core/solution'

/** A pulley by its shaft, with the belts on it where the shaft has more than one. */
export function pulleyName(drive: CheckedDrive, id: string): string {
  const pulley = drive.pulleys.find((each) => each.id === id)
  return pulley === undefined ? id : wordingFor(drive).pulley(pulley)
}
