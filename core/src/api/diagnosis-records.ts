/** What was found on a drive, as the server and its clients say it to each other. */
import type { InferType } from 'yup'
import { identifier, list, quantity, record, text } from '../schema/schema-kit.ts'

export const diagnosisFieldsSchema = record({
  answers: list(
    record({
      test: identifier('What was asked or done.'),
      outcome: identifier('Result.'),
      words: text('Both in words, as they were read then.', 400),
    }),
    'What it rests on, oldest first.',
    { max: 200 },
  ),
  cause: identifier('The cause, in the knowledge it was found with.'),
  causeName: text('The cause as it was called then.', 400).required('must say what was found'),
  probability: quantity('', 'What it was given then.', { min: 0, max: 1 }),
  edition: text('Edition of the knowledge.', 400),
  actions: list(text('One thing to do.', 400), 'Actions.', { max: 20 }),
  prove: text('Proof of repair.', 400),
  note: text('Anything worth knowing.', 2000).trim(),
  distance: quantity('km', 'What the vehicle had run; null if nobody read it.', { min: 0, max: 5_000_000 }).nullable(),
  by: text('Who found it.', 80).trim(),
})

export type DiagnosisFields = InferType<typeof diagnosisFieldsSchema>

/** Something that was found on a drive, and when. */
export interface Diagnosis extends DiagnosisFields {
  readonly id: string
  /** ISO, UTC. */
  readonly at: string
}
