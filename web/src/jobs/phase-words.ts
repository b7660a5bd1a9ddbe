import type { PlanPhase } from '@emery/core/belt-change'

export const PHASE_WORDS: Readonly<Record<PlanPhase, string>> = {
  before: 'Before removal',
  off: 'Removal, outermost belt first',
  'while off': 'While the belts are off',
  on: 'Installation, innermost belt first',
  tension: 'Tension',
  check: 'Stop and check',
  run: 'Run',
  prove: 'Prove the repair',
  're-check': 'Check again',
}
