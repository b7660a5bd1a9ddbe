import { doubtLength, fitByStrain, fitLength, fitSituation, type Fit } from '@emery/core/length'
import type { SettledBelt } from '@emery/core/path'
import { millimetres } from '@emery/core/units'
import { argumentsOf, UsageError, type Command } from './command.ts'
import { runOnDocuments, PRINTING } from './documents.ts'
import { answerOfDrive, namedBelt, settledBelt } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery fit FILE --belt ID --lengths A,B,C [--text | --lines]

How belts of these stated lengths (mm) would fit: verdict, slack for going on,
the adjuster's travel new, seated and at the end of the belt's life, and the
pulley to slip it over last. The drive's own geometry decides; readings of
length kept in the document are not checked. On fixed centres the travel is
null and "tension" says how tight the belt is by its strain alone (N).
FILE may be - for standard input. --text prints a table instead of JSON; with
--lines every line of FILE is a document and gets a line of its own.`

export const fit: Command = {
  summary: 'how belts of given lengths would fit',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('fit', args, {
      belt: { type: 'string' },
      lengths: { type: 'string' },
      ...PRINTING,
    })
    return runOnDocuments(terminal, {
      file,
      printing: values,
      answer: (text) =>
        answerOfDrive(text, (drive) => {
          const settled = settledBelt(drive, namedBelt('fit', drive, values.belt))
          return lengthsOf(values.lengths, settled).map((length) => fitOf(settled, length))
        }),
      json: (fits) => ({ fits: fits.map(printed) }),
      text: (fits) => `${asTable(fits)}\n`,
    })
  },
}

function lengthsOf(given: string | undefined, { belt, adjuster }: SettledBelt): number[] {
  if (given === undefined) throw new UsageError('fit needs --lengths A,B,C in mm.')
  const reach =
    adjuster?.stretch === undefined
      ? null
      : { shortest: adjuster.stretch.lengthFrom, longest: adjuster.stretch.lengthTo }
  return given.split(',').map((text) => {
    const length = Number(text)
    if (text.trim() === '' || !Number.isFinite(length)) throw new UsageError(`--lengths: “${text}” is not a number.`)
    const doubt = doubtLength(length, belt.section, reach)
    if (doubt !== undefined) throw new UsageError(`--lengths ${text}: ${doubt}`)
    return length
  })
}

function fitOf(settled: SettledBelt, length: number): Fit {
  const situation = fitSituation(settled)
  const found = situation === undefined ? fitByStrain(settled, length) : fitLength(situation, length)
  if (found === undefined)
    throw new UsageError(
      `No belt can run here yet: ${settled.path.ok ? 'its adjuster does not reach' : settled.path.why}.`,
    )
  return found
}

function printed({ length, verdict, slackToFit, u, lastPulley, tension }: Fit) {
  return { length, verdict, slackToFit, u, lastPulley, ...(tension === null ? {} : { tension }) }
}

function asTable(fits: readonly Fit[]): string {
  const percent = (u: number | null) => (u === null ? '–' : (100 * u).toFixed(0))
  return table(
    ['length', 'verdict', 'slack', 'new %', 'seated %', 'end %', 'last over', 'left'],
    fits.map(({ length, verdict, slackToFit, u, lastPulley }) => [
      millimetres(length),
      verdict,
      millimetres(slackToFit),
      percent(u.new),
      percent(u.seated),
      percent(u.end),
      lastPulley?.pulley ?? '–',
      lastPulley === null ? '–' : millimetres(lastPulley.slackLeft),
    ]),
  )
}
