import { leftUnsaid, readLabel } from '@emery/core/sections'
import { inchDecimalText, millimetres } from '@emery/core/units'
import { textOf, printJson, type Command } from './command.ts'
import { table } from './table.ts'

const HELP = `emery label TEXT [--text]

What the number on a belt means, the likeliest reading first; an empty list
where it cannot be read. lengthAt says along which line the length is stated.
--text prints a table instead of JSON. Lengths in mm.`

export const label: Command = {
  summary: 'what the number on a belt means',
  help: HELP,
  run: (args, terminal) => {
    const { text, asTable } = textOf('label', args)
    const readings = readLabel(text)
    if (!asTable) {
      printJson(terminal, { readings })
      return 0
    }
    const rows = readings.map((reading) => [
      reading.section,
      String(reading.ribs),
      millimetres(reading.length),
      inchDecimalText(reading.length),
      reading.notation,
      reading.confidence.toFixed(2),
      leftUnsaid(reading),
    ])
    terminal.out(
      rows.length === 0
        ? `“${text}” cannot be read as a belt label.\n`
        : `${table(['section', 'ribs', 'mm', 'inches', 'notation', 'sure', ''], rows)}\n`,
    )
    return 0
  },
}
