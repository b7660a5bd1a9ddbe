import { settleDrive } from '@emery/core/path'
import { ringing, type Ringing, type Shaker } from '@emery/core/tension'
import { argumentsOf, UsageError, type Command } from './command.ts'
import { runOnDocuments, PRINTING } from './documents.ts'
import { answerOfDrive, namedBelt, numberOption } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery ring FILE --belt ID [--load LAMBDA] [--text | --lines]

At which pitch every span of a running belt rings from below idle to the
engine's greatest speed (Hz; "high" is how far bending can raise it), what can
shake it (the engine's firing, the shafts beside it, the belt once round; Hz
for every rpm), and where they meet. --load is the fraction of every
accessory's load, from 0 (the default) to 1. FILE may be - for standard input.
--text prints the crossings as a table; with --lines every line of FILE is a
document and gets a line of its own.`

export const ring: Command = {
  summary: 'which spans ring, at which engine speeds',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('ring', args, {
      belt: { type: 'string' },
      load: { type: 'string' },
      ...PRINTING,
    })
    const load = numberOption('load', values.load, { min: 0, max: 1 }, 0)
    return runOnDocuments(terminal, {
      file,
      printing: values,
      answer: (text) =>
        answerOfDrive(text, (drive) => {
          const id = namedBelt('ring', drive, values.belt)
          const settled = settleDrive(drive)
          const belt = settled.belts.find((each) => each.belt.id === id)
          const found = belt === undefined ? null : ringing(settled, belt, load)
          if (found === null) throw new UsageError('No belt runs here yet: its path or its speeds are not known.')
          return found
        }),
      json: (found) => found,
      text: asText,
    })
  },
}

function asText({ crossings }: Ringing): string {
  const rows = crossings
    .toSorted((a, b) => a.rpm - b.rpm)
    .map(({ from, to, shaker, rpm, hz, verdict }) => [
      rpm.toFixed(0),
      `${from} to ${to}`,
      shakerWords(shaker),
      hz.toFixed(1),
      verdict === 'watch' ? 'watch' : '',
    ])
  return `${table(['rpm', 'span', 'shaken by', 'Hz', ''], rows)}\n`
}

function shakerWords({ of, shaft }: Shaker): string {
  return of === 'firing' ? 'the engine firing' : of === 'belt' ? 'the belt once round' : `${shaft ?? ''} once a turn`
}
