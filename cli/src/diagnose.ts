import {
  diagnose as weigh,
  driveEvidence,
  beltKindOf,
  inWordsOf,
  NOMINAL_KNOWLEDGE,
  partsOfDrive,
  readDiagnoseFile,
  unanswered,
  type CauseRanking,
} from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import { argumentsOf, parsedJson, type Command } from './command.ts'
import { runOnDocuments, type Answered, PRINTING } from './documents.ts'
import { table } from './table.ts'

const HELP = `emery diagnose FILE [--text | --lines]

What a noise may come from, and what to try next. FILE, or - for standard
input, holds
  { "drive"?: a drive document, "answers": [{ "test", "outcome" }],
    "skipped"?: [test, ...] }
What the drive itself says, of its line, grip and fit, counts where it is
given and not answered, and tests it has no parts for are not proposed. Several
causes may be there at once: each has the probability that it is, and how much
of what is heard it "explains". Those "found" come first, the others by the
product of both. Information is in bits.
--text prints tables instead of JSON; with --lines every line of FILE is such
a question and gets a line of its own.`

export const diagnose: Command = {
  summary: 'causes of a noise, and the next test',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('diagnose', args, PRINTING)
    return runOnDocuments(terminal, {
      file,
      printing: values,
      answer: (text) => weighed(parsedJson(text, values.lines === true ? 'The line' : file)),
      json: ({ causes, next, doubt }) => ({
        causes: causes.map(({ cause, probability, explains, evidence }) => ({
          id: cause.id,
          probability,
          explains,
          evidence,
        })),
        found: causes.filter(({ found }) => found).map(({ cause }) => cause.id),
        next: next.map(({ test, information, minutes }) => ({ test: test.id, information, minutes })),
        ...(doubt === null ? {} : { doubt }),
      }),
      text: asTables,
    })
  },
}

function weighed(asked: unknown): Answered<CauseRanking> {
  const read = readDiagnoseFile(asked)
  if (!read.ok) return read
  const said =
    read.drive === null ? [] : driveEvidence(settleDrive(read.drive), { kmSinceFitted: null, daysSinceFitted: null })
  const knowledge = inWordsOf(NOMINAL_KNOWLEDGE, read.drive === null ? null : beltKindOf(read.drive))
  const result = weigh(knowledge, [...read.answers, ...unanswered(knowledge, said, read.answers)], {
    skipped: read.skipped,
    has: read.drive === null ? {} : partsOfDrive(read.drive),
  })
  return result.ok ? { ok: true, answer: result.diagnosis } : result
}

function asTables({ causes, next, doubt }: CauseRanking): string {
  const share = (probability: number) => `${(100 * probability).toFixed(0)} in 100`
  return [
    table(
      ['cause', '', 'for', 'against'],
      causes
        .slice(0, 8)
        .map(({ cause, probability, found, evidence }) => [
          cause.name,
          `${share(probability)}${found ? ', found' : ''}`,
          evidence.find(({ weight }) => weight > 0)?.words ?? '',
          evidence.find(({ weight }) => weight < 0)?.words ?? '',
        ]),
    ),
    '',
    table(
      ['next', 'bits', 'minutes'],
      next.slice(0, 5).map(({ test, information, minutes }) => [test.name, information.toFixed(2), `${minutes}`]),
    ),
    ...(doubt === null ? [] : ['', doubt]),
    '',
  ].join('\n')
}
