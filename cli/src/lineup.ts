import { spanLines } from '@emery/core/alignment'
import { settleDrive, type SettledBelt } from '@emery/core/path'
import { argumentsOf, type Command } from './command.ts'
import { runOnDocuments } from './documents.ts'
import { answerOfDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery lineup FILE [--text | --lines]

How far misaligned every span runs, mm, positive where the belt line comes
forward, and the angles at which it leaves one groove and enters the next,
degrees; quiet, watch or act by the worse of them, of which half counts on a
smooth face. FILE may be - for standard input. --text prints tables instead
of JSON; with --lines every line of FILE is a document and gets a line of its
own.`

/** Verdicts as scripts have always had them from this command. */
const WORDS = { fine: 'quiet', watch: 'watch', act: 'act', unknown: 'unknown' } as const

export const lineup: Command = {
  summary: 'offsets and entry angles of every span',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('lineup', args, { text: { type: 'boolean' }, lines: { type: 'boolean' } })
    return runOnDocuments(terminal, {
      file,
      lines: values.lines === true,
      asText: values.text === true,
      answer: (text) => answerOfDrive(text, (drive) => settleDrive(drive).belts.filter(({ path }) => path.ok)),
      json: (belts) => ({
        belts: belts.map((settled) => ({
          id: settled.belt.id,
          spans: spanLines(settled).map(({ from, to, offset, leaveAngle, enterAngle, verdict }) => ({
            from,
            to,
            offset,
            leaveAngle,
            enterAngle,
            verdict: WORDS[verdict],
          })),
        })),
      }),
      text: (belts) => `${belts.map(asTable).join('\n\n')}\n`,
    })
  },
}

function asTable(settled: SettledBelt): string {
  const rows = spanLines(settled).map(({ from, to, offset, leaveAngle, enterAngle, verdict }) => [
    from,
    to,
    offset.toFixed(2),
    leaveAngle.toFixed(2),
    enterAngle.toFixed(2),
    WORDS[verdict],
  ])
  return `${settled.belt.id}\n${table(['from', 'to', 'offset, mm', 'leaves, °', 'enters, °', ''], rows)}`
}
