/** What `emery diagnose` reads: docs/reference/command-line.md. */
import type { InferType } from 'yup'
import { problemsOf } from '../schema/problems.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { checkDrive } from '../drive/read.ts'
import type { DocumentProblem } from '../drive/document-problem.ts'
import { identifier, list, record, text } from '../schema/schema-kit.ts'
import type { Answer } from './diagnose.ts'

const answersSchema = list(
  record({
    test: identifier('What was asked or done.'),
    outcome: identifier('Result.'),
    detail: text('In words.', 200).optional(),
  }),
  'Answers, oldest first.',
  { max: 200 },
)

const skippedSchema = list(identifier('A test that cannot be done here.'), 'Tests that are not proposed.', { max: 120 })

export type DiagnoseFileRead =
  | {
      readonly ok: true
      readonly drive: CheckedDrive | null
      readonly answers: readonly Answer[]
      readonly skipped: readonly string[]
    }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** Reads `{ drive?, answers, skipped? }`; problems name their place as a JSON path. */
export function readDiagnoseFile(value: unknown): DiagnoseFileRead {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { ok: false, problems: [{ path: '$', message: 'must be an object' }] }
  const { drive, answers, skipped = [], ...strange } = value as Readonly<Record<string, unknown>>
  const [first] = Object.keys(strange)
  if (first !== undefined) return { ok: false, problems: [{ path: `$.${first}`, message: 'is not known here' }] }
  const problems: DocumentProblem[] = []
  const read = drive === undefined ? null : checkDrive(drive)
  if (read?.ok === false)
    problems.push(...read.problems.map(({ path, message }) => ({ path: path.replace('$', '$.drive'), message })))
  problems.push(...problemsOf(answersSchema, answers, '$.answers'), ...problemsOf(skippedSchema, skipped, '$.skipped'))
  if (problems.length > 0) return { ok: false, problems }
  return {
    ok: true,
    drive: read?.ok === true ? read.drive : null,
    skipped: skipped as readonly string[],
    // A key that was left out is not the same as one that is undefined.
    answers: (answers as InferType<typeof answersSchema>).map(({ test, outcome, detail }) => ({
      test,
      outcome,
      ...(detail === undefined ? {} : { detail }),
    })),
  }
}
