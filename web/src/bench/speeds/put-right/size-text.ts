import type { CheckedDrive, PulleySize } from '@emery/core'
import type { Lengths } from '../../../readings/use-lengths.ts'

/** A size as it is asked for over a counter: `Ø 73 mm`, `34 teeth`. */
export function sizeText(drive: CheckedDrive, { pulley, size }: PulleySize, lengths: Lengths): string {
  const toothed = drive.pulleys.some(({ id, face }) => id === pulley && face === 'toothed')
  return toothed ? `${Math.round(size)} teeth` : `Ø ${lengths.text(size)}`
}
