/** What someone fills in before a reading of a length is kept, and how it becomes one. */
import type { Aid, AidLay, BeltLine, LengthReading, LengthReadingOf } from '@emery/core/drive'
import type { Standing } from '@emery/core/length'
import type { LabelReading } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'
import type { LabelledLength } from '../ui/labelled-length.ts'

export interface AidDraft {
  readonly aid: Aid
  readonly thickness: Mm
  readonly value: Mm | null
  readonly half: boolean
  /** Travel of the adjuster, 0 to 1. */
  readonly u: number
  readonly stretch: number
  readonly backTurns: number
  /** How it lay in the grooves; null where nobody looked. */
  readonly lay: AidLay | null
}

/** Where the adjuster stood with the old belt on; null where nobody saw it. */
interface StoodDraft {
  readonly standing: Standing | null
}

export interface LabelDraft extends StoodDraft {
  readonly text: string
  /** Which of its readings is meant. */
  readonly picked: number
}

export interface OldBeltDraft extends StoodDraft {
  readonly line: BeltLine
  readonly value: Mm | null
  readonly pin: Mm
}

export interface TrialDraft extends LabelledLength {
  /** Somebody has said that the belt is of another section than the drive's all the same. */
  readonly otherMeant: boolean
  readonly outcome: LengthReadingOf<'trial'>['outcome']
  readonly scale: NonNullable<LengthReadingOf<'trial'>['scale']> | 'unread'
  readonly place: number | null
  readonly seated: boolean
}

interface Kept {
  readonly id: string
  readonly belt: string
  readonly by: string
  readonly at: string
}

export function aidReading({ value, half, backTurns, lay, ...laid }: AidDraft, kept: Kept): LengthReading | null {
  if (value === null) return null
  return {
    ...kept,
    how: 'aid',
    written: '',
    ...laid,
    value,
    ...(half ? { half } : {}),
    ...(backTurns > 0 ? { backTurns } : {}),
    ...(lay === null ? {} : { lay }),
  }
}

export function labelReading(
  { text, standing }: LabelDraft,
  meant: LabelReading | undefined,
  kept: Kept,
): LengthReading | null {
  if (meant === undefined) return null
  const { section, ribs, length } = meant
  return { ...kept, how: 'label', written: text.trim(), section, ribs, value: length, ...standing }
}

export function oldBeltReading({ line, value, pin, standing }: OldBeltDraft, kept: Kept): LengthReading | null {
  if (value === null) return null
  return { ...kept, how: 'oldBelt', written: '', line, value, ...(line === 'pins' ? { pin } : {}), ...standing }
}

export function trialReading(
  { mark, length, outcome, scale, place, seated }: TrialDraft,
  kept: Kept,
): LengthReading | null {
  if (length === null) return null
  const read = outcome === 'on' && scale !== 'unread' && place !== null ? { scale, place } : {}
  return {
    ...kept,
    how: 'trial',
    written: mark.trim(),
    value: length,
    outcome,
    ...read,
    ...(outcome === 'too-short' ? { seated } : {}),
  }
}
