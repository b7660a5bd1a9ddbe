import { fixPlan, linesAfter, spanLines, usualMoves, worseAngle } from '@emery/core/alignment'
import { settleDrive, type SettledBelt, type SettledDrive } from '@emery/core/path'
import { argumentsOf, type Command, type Terminal } from './command.ts'
import { runOnDocuments, PRINTING, type Printing } from './documents.ts'
import { answerOfDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery lineup FILE [--plan] [--text | --lines]

How far misaligned every span runs, mm, positive where the belt line comes
forward, and the angles at which it leaves one groove and enters the next,
degrees; quiet, watch or act by the worse of them, of which half counts on a
smooth face. FILE may be - for standard input. --text prints tables instead
of JSON; with --lines every line of FILE is a document and gets a line of its
own. --plan prints instead which parts are out of the crank's line ("offset" in
mm, positive away from the block, "tilt" in degrees), the fewest "moves" that
bring them to it ("amount" in mm, degrees for straighten, belt and groove for
another groove), and the worst entry angle "after" them, degrees.`

/** Verdicts as scripts have always had them from this command. */
const WORDS = { fine: 'quiet', watch: 'watch', act: 'act', unknown: 'unknown' } as const

export const lineup: Command = {
  summary: 'offsets and entry angles of every span',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('lineup', args, {
      plan: { type: 'boolean' },
      ...PRINTING,
    })
    if (values.plan === true) return runPlan(terminal, file, values)
    return runOnDocuments(terminal, {
      file,
      printing: values,
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

/** What is out of line, and what brings it in. */
function runPlan(terminal: Terminal, file: string, printing: Printing): number {
  return runOnDocuments(terminal, {
    file,
    printing,
    answer: (document) => answerOfDrive(document, (drive) => planned(settleDrive(drive))),
    json: (plan) => plan,
    text: ({ out, moves, after }) =>
      [
        table(
          ['out', 'offset, mm', 'tilt, °'],
          out.map(({ shaft, offset, tilt }) => [shaft, offset.toFixed(2), tilt.toFixed(2)]),
        ),
        table(
          ['move', 'kind', 'amount'],
          moves.map((move) => [
            move.shaft,
            move.kind,
            'amount' in move ? (move.amount ?? 0).toFixed(2) : `groove ${move.groove}`,
          ]),
        ),
        `worst after: ${after.worst.toFixed(2)}°`,
        '',
      ].join('\n'),
  })
}

function planned(settled: SettledDrive) {
  const { out, moves } = fixPlan(settled, { unsaid: usualMoves })
  const tilts = new Map(out.map(({ shaft, tilt }) => [shaft, tilt]))
  const spans = settled.belts.flatMap((belt) => linesAfter(belt, moves).spans)
  const angles = spans.flatMap(({ verdict, ...span }) => (verdict === 'unknown' ? [] : [worseAngle(span)]))
  return {
    out,
    moves: moves.map((move) => {
      const pulley = settled.drive.pulleys.find(({ shaft }) => shaft === move.shaft)?.id ?? null
      if (move.kind === 'groove')
        return { shaft: move.shaft, pulley: move.pulley, kind: move.kind, belt: move.belt, groove: move.groove }
      return {
        shaft: move.shaft,
        pulley,
        kind: move.kind,
        amount: move.kind === 'straighten' ? (tilts.get(move.shaft) ?? 0) : move.by,
      }
    }),
    after: { worst: Math.max(0, ...angles) },
  }
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
