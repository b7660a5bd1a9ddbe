import type { CheckedDrive } from '@emery/core/drive'
import { wordingFor } from '@emery/core/solution'

/** Which of the pulleys of one shaft it is: the belts on it, or its own id where none is known. */
export function whichPulley({ belts }: Pick<CheckedDrive, 'belts'>, id: string): string {
  const names = belts.flatMap(({ name, route }) =>
    name !== '' && route.some(({ pulley }) => pulley === id) ? [name] : [],
  )
  return names.length === 0 ? id : names.join(', ')
}

/** A pulley by its shaft, with its own id where the shaft has more than one. */
export function pulleyName(drive: CheckedDrive, id: string): string {
  const pulley = drive.pulleys.find((each) => each.id === id)
  return pulley === undefined ? id : wordingFor(drive).pulley(pulley)
}
