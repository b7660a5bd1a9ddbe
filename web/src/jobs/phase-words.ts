import type { FitPhase } from '@emery/core'

export const PHASE_WORDS: Readonly<Record<FitPhase, string>> = {
  before: 'Before anything comes off',
  off: 'Off, from the outermost',
  'while off': 'While they are off',
  on: 'On, from the innermost',
  tension: 'Tension',
  check: 'Stop and check',
  run: 'Run',
  prove: 'Prove it',
  're-check': 'Look again',
}
