import { readLabel, type LabelReading } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'

/** A label as it is typed, and the length that goes with it. */
export interface LabelledLength {
  readonly mark: string
  readonly length: Mm | null
  /** Where the length comes from; one that a label said goes when the label no longer says it. */
  readonly lengthBy: 'label' | 'hand'
}

/** A label that is there already, with its length. */
export function labelledLength(mark: string, length: Mm | null): LabelledLength {
  return { mark, length, lengthBy: length !== null && readLabel(mark).length === 0 ? 'hand' : 'label' }
}

/** The label as it is typed on: its length is the one it now says, never that of the label before. */
export function withMark(
  { length, lengthBy }: LabelledLength,
  mark: string,
  meant: LabelReading | undefined,
): LabelledLength {
  if (meant !== undefined) return { mark, length: meant.length, lengthBy: 'label' }
  return { mark, length: lengthBy === 'label' ? null : length, lengthBy }
}

/** The same with a length that somebody typed: it stays while the label cannot be read. */
export function withLength({ mark }: LabelledLength, length: Mm | null): LabelledLength {
  return { mark, length, lengthBy: length === null ? 'label' : 'hand' }
}

/** What is said of a label from which no length comes; null where there is nothing to say. */
export function unreadLabel({ mark, length }: LabelledLength): string | null {
  if (mark.trim() === '' || length !== null || readLabel(mark).length > 0) return null
  return `“${mark.trim()}” cannot be read as a belt label. Correct it, or type the length.`
}
