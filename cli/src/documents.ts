import { problemLine, type DocumentProblem } from '@emery/core/drive'
import { printJson, readFile, USAGE, UsageError, type Terminal } from './command.ts'

/** What a command makes of one document: its answer, or what is wrong with the document. */
export type Answered<Answer> =
  { readonly ok: true; readonly answer: Answer } | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** The options that every command on documents takes. */
export const PRINTING = { text: { type: 'boolean' }, lines: { type: 'boolean' } } as const

export interface Printing {
  /** Tables instead of JSON. */
  readonly text?: boolean | undefined
  /** One document a line, and one answer a line. */
  readonly lines?: boolean | undefined
}

interface DocumentRun<Answer> {
  readonly file: string
  readonly printing: Printing
  /** Throws a UsageError where an option does not go with the document. */
  readonly answer: (text: string) => Answered<Answer>
  readonly json: (answer: Answer) => unknown
  readonly text: (answer: Answer) => string
}

/**
 * Answers the document of a file, or with `lines` every line of it: `{ "problems": [{ "path", "message" }] }` stands for a line that cannot be
 * answered, so that a thousandth document that is wrong does not cost the answers of the others.
 */
export function runOnDocuments<Answer>(
  terminal: Terminal,
  { file, printing, answer, json, text }: DocumentRun<Answer>,
): number {
  const { lines = false, text: asText = false } = printing
  if (lines && asText) throw new UsageError('--lines prints JSON: leave --text out.')
  const content = readFile(file, terminal)
  if (lines) {
    for (const line of content.split('\n'))
      if (line.trim() !== '') terminal.out(`${JSON.stringify(answeredLine(line, answer, json))}\n`)
    return 0
  }
  const answered = answer(content)
  if (!answered.ok) {
    answered.problems.forEach((problem) => terminal.err(problemLine(problem)))
    return USAGE
  }
  if (asText) terminal.out(text(answered.answer))
  else printJson(terminal, json(answered.answer))
  return 0
}

function answeredLine<Answer>(
  line: string,
  answer: (text: string) => Answered<Answer>,
  json: (answer: Answer) => unknown,
): unknown {
  try {
    const answered = answer(line)
    return answered.ok ? json(answered.answer) : { problems: answered.problems }
  } catch (error) {
    if (!(error instanceof UsageError)) throw error
    return { problems: [{ path: '$', message: error.message }] }
  }
}
