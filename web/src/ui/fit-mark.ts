import type { FitVerdict } from '@emery/core/length'
import type { Verdict } from '@emery/core/verdict'

/** The mark that goes with the word for how a belt fits. */
export const FIT_MARK: Readonly<Record<FitVerdict, Verdict>> = {
  good: 'fine',
  'good, short life': 'watch',
  tight: 'watch',
  long: 'watch',
  'too short': 'act',
  'too long': 'act',
}
