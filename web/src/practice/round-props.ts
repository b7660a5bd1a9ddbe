import type { CheckedDrive } from '@emery/core/drive'
import type { Judged } from '@emery/core/practice'

/** What every round is given. */
export interface RoundProps {
  readonly seed: number
  readonly drives: readonly CheckedDrive[]
  readonly judged: Judged | null
  readonly onJudged: (judged: Judged | null) => void
}
