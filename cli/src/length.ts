import {
  bringFromSizes,
  lengthAnswer,
  lengthReadingName,
  type BringHome,
  type LengthAnswer,
  type LengthSource,
} from '@emery/core/length'
import { settleDrive, type SettledBelt } from '@emery/core/path'
import { beltLabel } from '@emery/core/sections'
import { millimetres } from '@emery/core/units'
import type { CheckedDrive } from '@emery/core/drive'
import { argumentsOf, UsageError, type Command } from './command.ts'
import { runOnDocuments, PRINTING } from './documents.ts'
import { answerOfDrive, namedBelt } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery length FILE [--belt ID] [--text | --lines]

Which length each belt of a drive should have (all lengths in mm, stated), by
its geometry and every reading of length kept in the document: the mean and
standard deviation, bounds that hold 90 times in 100, the travel a new belt
should stand at, the belts to bring home with the chance of each to fit and of
one of them ("together"), and of every reading what it says alone, how sure it
is and how likely it is a blunder. "settled" is the length of a belt that is on
and sits well. "wanted" is null while nothing says how long the belt is.
FILE may be - for standard input. --text prints tables instead of JSON; with
--lines every line of FILE is a document and gets a line of its own.`

interface BeltAnswer {
  readonly belt: SettledBelt
  readonly answer: LengthAnswer
  readonly home: BringHome
}

export const length: Command = {
  summary: 'which length a belt should have, by all that was read',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('length', args, {
      belt: { type: 'string' },
      ...PRINTING,
    })
    return runOnDocuments(terminal, {
      file,
      printing: values,
      answer: (text) => answerOfDrive(text, (drive) => answersOf(drive, values.belt)),
      json: (answers) => ({ belts: answers.map(printed) }),
      text: (answers) => answers.map(asText).join('\n'),
    })
  },
}

function answersOf(drive: CheckedDrive, id: string | undefined): BeltAnswer[] {
  const only = id === undefined ? null : namedBelt('length', drive, id)
  if (drive.belts.length === 0) throw new UsageError('The drive has no belt.')
  const settled = settleDrive(drive)
  return settled.belts
    .filter(({ belt }) => only === null || belt.id === only)
    .map((belt) => {
      const answer = lengthAnswer(settled, belt)
      return { belt, answer, home: bringFromSizes(answer, belt) }
    })
}

function labelOf({ belt: { section, ribs, construction } }: SettledBelt, length: number): string {
  return beltLabel(section, ribs, length, construction)
}

function printed({ belt, answer: { wanted, u, sources, settled }, home }: BeltAnswer) {
  return {
    id: belt.belt.id,
    wanted: wanted === null ? null : { mean: wanted.mean, sigma: wanted.sigma, low: wanted.low, high: wanted.high, u },
    bring: home.belts.map(({ length, alone }) => ({ length, label: labelOf(belt, length), chance: alone })),
    together: home.together,
    readings: sources.map(({ id, length, sigma, bound, blunder, not }) => ({
      id,
      says: length,
      sigma,
      ...(bound === null ? {} : { bound }),
      blunder,
      ...(not === null ? {} : { not }),
    })),
    settled: settled?.length ?? null,
  }
}

function asText({ belt, answer: { wanted, sources, settled }, home }: BeltAnswer): string {
  const percent = (share: number) => `${Math.round(100 * share)} %`
  const lines =
    wanted === null
      ? ['not known']
      : [
          `${millimetres(wanted.median)} mm, 90 in 100 between ${millimetres(wanted.low)} and ${millimetres(wanted.high)}`,
        ]
  if (settled !== null) lines.push(`on and sits well: ${millimetres(settled.length)} mm`)
  if (home.belts.length > 0) {
    const belts = home.belts.map(({ length, alone }) => `${labelOf(belt, length)} (${percent(alone)})`)
    lines.push(`bring ${belts.join(', ')}: ${percent(home.together)} that one fits`)
  }
  const rows = sources.map((source) => [
    nameOf(source),
    source.length === null ? '–' : millimetres(source.length),
    source.sigma === null ? '–' : millimetres(source.sigma),
    source.not ?? source.bound ?? '',
    percent(source.blunder),
  ])
  return `${belt.belt.id}: ${lines.join('\n  ')}\n${table(['reading', 'says', 'sigma', '', 'blunder'], rows)}\n`
}

function nameOf({ reading }: LengthSource): string {
  return reading === null ? 'geometry' : lengthReadingName(reading, (mm) => `${millimetres(mm)} mm`)
}
