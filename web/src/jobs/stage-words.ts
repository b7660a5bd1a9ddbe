import type { JobStage, PartPlace } from '@emery/core/api'

/** What a job waits for, in the words of the Board. */
export const STAGE_WORDS: Readonly<Record<JobStage, string>> = {
  measure: 'Measure',
  belt: 'Choose a belt',
  parts: 'Parts',
  'belt-change': 'Belt change',
  'run-in': 'Run in and prove',
  're-check': 'Second check',
  'sign-off': 'Sign off',
  done: 'Done',
}

/** The step of the bench at which a job goes on. */
export const STAGE_STEP: Readonly<Record<JobStage, string>> = {
  measure: 'measure',
  belt: 'length',
  parts: 'belt-change',
  'belt-change': 'belt-change',
  'run-in': 'belt-change',
  're-check': 'belt-change',
  'sign-off': 'belt-change',
  done: 'belt-change',
}

export const PLACE_WORDS: Readonly<Record<PartPlace, string>> = {
  wanted: 'wanted',
  ordered: 'ordered',
  here: 'here',
  'on trial': 'on trial',
  returned: 'returned',
  shelf: 'on the shelf',
}
