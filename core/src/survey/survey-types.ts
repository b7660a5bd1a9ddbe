import type { DistanceKind } from '../drive/survey.ts'
import type { Mm } from '../units/quantity.ts'

export interface SurveyPulley {
  readonly id: string
  /** Across the rim; null where it is not known, which only readings between centres can do without. */
  readonly diameter: Mm | null
  /** Where it stands, if that is known already. */
  readonly x?: number
  readonly y?: number
}

export interface SurveyDistance {
  readonly from: string
  readonly to: string
  readonly kind: DistanceKind
  readonly value: Mm
  /** Standard deviation, mm (default 1, nominal). */
  readonly sigma?: number
}

export interface SurveyInput {
  readonly pulleys: readonly SurveyPulley[]
  readonly distances: readonly SurveyDistance[]
  /** Which way one pulley lies from another, degrees counter-clockwise from the right; the second straight above the first if left out. */
  readonly upright?: { readonly from: string; readonly to: string; readonly direction: number }
  /** Which of two mirror images is meant: `of` lies on this side of the line. */
  readonly sides?: readonly MirrorAnswer[]
}

export interface MirrorQuestion {
  readonly from: string
  readonly to: string
  /** The pulley of which the readings cannot tell on which side of the line it lies. */
  readonly of: string
}

export interface MirrorAnswer extends MirrorQuestion {
  readonly side: 'left' | 'right'
}

export interface SurveyedPulley {
  readonly id: string
  readonly x: number
  readonly y: number
  /** Standard deviation of each coordinate, mm, larger where the readings disagree; 0 for a pulley that was given. */
  readonly sigma: number
}

export interface SurveyResidual {
  readonly from: string
  readonly to: string
  /** mm that the reading is longer than the other readings agree; negative where it is shorter. Null where it bears on nothing. */
  readonly residual: number | null
  readonly outlier: boolean
}

export interface SurveyResult {
  readonly pulleys: readonly SurveyedPulley[]
  /** In the order of the readings. */
  readonly residuals: readonly SurveyResidual[]
  /** Pulleys that the readings do not hold. */
  readonly undetermined: readonly string[]
  /** Mirror images that fit as well as the one shown. */
  readonly questions: readonly MirrorQuestion[]
}
