import type { CheckedDrive } from '@emery/core/drive'
import type { PulleySize } from '@emery/core/resize'
import type { Lengths } from '../../ui/use-lengths.ts'

/** A size as it is asked for over a counter: `Ø 73 mm`, `34 teeth`. */
export function sizeText(drive: CheckedDrive, { pulley, size }: PulleySize, lengths: Lengths): string {
  const toothed = drive.pulleys.some(({ id, face }) => id === pulley && face === 'toothed')
  return toothed ? `${Math.round(size)} teeth` : `Ø ${lengths.text(size)}`
}
