/** What `emery diagnose` reads: docs/reference/command-line.md. */
import { ValidationError } from 'yup'
import type { CheckedDrive } from '../drive/drive.ts'
import { checkDrive } from '../drive/read.ts'
import type { DocumentProblem } from '../drive/references.ts'
import { identifier, list, record, text } from '../drive/schema-kit.ts'
import type { Answer } from './diagnose.ts'

const answersSchema = list(
  record({
    test: identifier('What was asked or done.'),
    outcome: identifier('What came of it.'),
    detail: text('In words.', 200).optional(),
  }),
  'Answers, oldest first.',
  { most: 200 },
)

export type DiagnoseFileRead =
  | { readonly ok: true; readonly drive: CheckedDrive | null; readonly answers: readonly Answer[] }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** Reads `{ drive?, answers }`; problems name their place as a JSON path. */
export function readDiagnoseFile(value: unknown): DiagnoseFileRead {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { ok: false, problems: [{ path: '$', message: 'must be an object' }] }
  const { drive, answers, ...strange } = value as Readonly<Record<string, unknown>>
  const [first] = Object.keys(strange)
  if (first !== undefined) return { ok: false, problems: [{ path: `$.${first}`, message: 'is not known here' }] }
  const problems: DocumentProblem[] = []
  const read = drive === undefined ? null : checkDrive(drive)
  if (read?.ok === false)
    problems.push(...read.problems.map(({ path, message }) => ({ path: path.replace('$', '$.drive'), message })))
  try {
    const taken = answersSchema.validateSync(answers, { strict: true, abortEarly: false })
    if (problems.length === 0)
      return {
        ok: true,
        drive: read?.ok === true ? read.drive : null,
        // A key that was left out is not the same as one that is undefined.
        answers: taken.map(({ test, outcome, detail }) => ({
          test,
          outcome,
          ...(detail === undefined ? {} : { detail }),
        })),
      }
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const all = error.inner.length === 0 ? [error] : error.inner
    problems.push(
      ...all.map(({ path, errors, message }) => ({
        path: `$.answers${path ?? ''}`,
        message: errors[0] ?? message,
      })),
    )
  }
  return { ok: false, problems }
}
