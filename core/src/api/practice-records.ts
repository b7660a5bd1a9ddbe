/** Practice as the server and its clients say it to each other: what was set, and how it went. */
import type { InferType } from 'yup'
import { flag, identifier, quantity, record, text } from '../schema/schema-kit.ts'

/** Results and tasks that are shown at once, the newest first. */
export const MAX_PRACTICE = 500

const exercise = text('Address of an exercise: one that ships, or a grade and a seed.', 20)
  .matches(/^(\d-\d|g[123]-\d{1,9})$/, 'must be the address of an exercise')
  .required('must say which exercise')
const count = (description: string) => quantity('', description, { min: 0, max: 10_000, integer: true })

/** How an exercise went, as whoever did it sends it in. */
export const practiceResultSchema = record({
  exercise,
  fault: text('What it was.', 80).required('must say what it was'),
  isNamedRight: flag('Whether what was written down is what it was.').required('must say whether it was named right'),
  isMended: flag('Whether it was mended.').required('must say whether it was mended'),
  minutes: count('Minutes on the clock.'),
  wrongParts: count('Parts bought that it did not need.'),
  tests: count('Tests done.'),
})
export type PracticeResultFields = InferType<typeof practiceResultSchema>

export interface PracticeResult extends PracticeResultFields {
  readonly id: string
  readonly personId: string
  readonly by: string
  /** ISO, UTC. */
  readonly at: string
}

/** An exercise that somebody is to do. */
export const practiceTaskSchema = record({
  personId: identifier('Who is to do it.'),
  exercise,
  note: text('A word with it.', 200),
})
export type PracticeTaskFields = InferType<typeof practiceTaskSchema>

export interface PracticeTask extends PracticeTaskFields {
  readonly id: string
  readonly name: string
  readonly setBy: string
  readonly at: string
  /** The result with which it was done; null while it is open. */
  readonly resultId: string | null
}

/** What somebody sees of practice: their own, or everybody's where they lead. */
export interface PracticePage {
  readonly results: readonly PracticeResult[]
  readonly tasks: readonly PracticeTask[]
}
