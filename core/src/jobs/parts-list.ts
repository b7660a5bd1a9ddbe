/** Parts of many jobs: what is to be ordered, what is there, what goes back. docs/mechanics/belt-change.md */
import type { BoardPart, PartPlace } from '../api/job-records.ts'
import type { ShelfFields } from '../api/shelf-records.ts'
import { readLabel } from '../sections/labels.ts'

/** Places in the order in which a storekeeper works through them. */
export const PLACES_IN_ORDER: readonly PartPlace[] = ['wanted', 'ordered', 'on trial', 'here', 'returned', 'shelf']

/** Belts on the shelf that a part may be taken from: of the same mark, or of the size that its number says. */
export function onShelf<Belt extends ShelfFields>(
  { number, what }: Pick<BoardPart, 'number' | 'what'>,
  shelf: readonly Belt[],
): readonly Belt[] {
  const text = number === '' ? what : number
  const [read] = readLabel(text)
  return shelf.filter(
    ({ mark, section, ribs, length, count }) =>
      count > 0 &&
      ((mark !== '' && mark.toLowerCase() === text.toLowerCase()) ||
        (read !== undefined &&
          read.confidence >= SURE &&
          read.section === section &&
          read.ribs === ribs &&
          Math.abs(read.length - length) < SAME_MM)),
  )
}

/** How sure a number must be to stand for a size, and mm within which two sizes are one. Choices of ours. */
const SURE = 0.7
const SAME_MM = 0.5

/** What some parts cost together; null where the price of one is not known. */
export function priceOf(parts: readonly Pick<BoardPart, 'price' | 'count'>[]): number | null {
  let sum = 0
  for (const { price, count } of parts) {
    if (price == null) return null
    sum += price * count
  }
  return sum
}
