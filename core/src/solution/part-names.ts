import type { Belt } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import { lengthText } from '../units/format-length.ts'
import type { Mm } from '../units/quantity.ts'

/** How problems call the parts of a drive and write lengths. */
export interface Wording {
  readonly shaft: (id: string) => string
  readonly pulley: (pulley: Pulley) => string
  readonly belt: (belt: Belt) => string
  readonly length: (mm: Mm) => string
}

/** Which of the pulleys of one shaft it is: the belts on it, or its own id where none is known. */
export function whichPulley({ belts }: Pick<CheckedDrive, 'belts'>, id: string): string {
  const names = belts.flatMap(({ name, route }) =>
    name.trim() !== '' && route.some(({ pulley }) => pulley === id) ? [name] : [],
  )
  return names.length === 0 ? id : names.join(', ')
}

/** Words for a drive: shafts by name, a pulley by its shaft, with the belts on it where the shaft has more than one. */
export function wordingFor(
  drive: CheckedDrive,
  length: (mm: Mm) => string = (mm) => lengthText(mm, { style: 'mm' }),
): Wording {
  const names = new Map(drive.shafts.map(({ id, name }) => [id, name.trim() === '' ? id : name]))
  const pulleysOn = new Map<string, number>()
  for (const { shaft } of drive.pulleys) pulleysOn.set(shaft, (pulleysOn.get(shaft) ?? 0) + 1)
  const shaft = (id: string) => names.get(id) ?? id
  return {
    shaft,
    pulley: ({ id, shaft: on }) =>
      (pulleysOn.get(on) ?? 0) > 1 ? `${shaft(on)} (${whichPulley(drive, id)})` : shaft(on),
    belt: ({ id, name }) => (name.trim() === '' ? id : name),
    length,
  }
}

/** Names in a sentence: `a`, `a and b`, `a, b and c`. */
export function listed(names: readonly string[]): string {
  if (names.length < 2) return names.join('')
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
