import { AIDS, type Aid } from '@emery/core/drive'
import { AID_FIGURES, measureOnDrive } from '@emery/core/length'
import { millimetres } from '@emery/core/units'
import { argumentsOf, printJson, USAGE, UsageError, type Command } from './command.ts'
import { namedBelt, numberOption, readDrive, settledBelt } from './drive-argument.ts'

const HELP = `emery measure FILE --belt ID --aid ${AIDS.join('|')} --thickness Q
              --reading L [--u VALUE] [--stretch E] [--text]

The belt that something laid along the route in its place asks for. aidLength
is the reading with the aid's stretch put back, correction what the belt's
stated line is longer than the aid's own, statedLength their sum, spread one
standard deviation (nominal). --u is where the adjuster stood, from 0 released
(default) to 1 taken up. --stretch is the share by which the aid gave (default
0.008 for string and rope, 0 for the others). Lengths in mm.
FILE may be - for standard input. --text prints a line instead of JSON.`

export const measure: Command = {
  summary: 'from a string, strap or old belt on the route to a stated length',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('measure', args, {
      belt: { type: 'string' },
      aid: { type: 'string' },
      thickness: { type: 'string' },
      reading: { type: 'string' },
      u: { type: 'string' },
      stretch: { type: 'string' },
      text: { type: 'boolean' },
    })
    const drive = readDrive(file, terminal)
    if (drive === null) return USAGE
    const aid = aidOf(values.aid)
    const reading = numberOption('reading', values.reading, { min: 20, max: 20_000 }, null)
    if (reading === null) throw new UsageError('measure needs --reading L in mm.')
    const thickness = numberOption('thickness', values.thickness, { min: 0, max: 30 }, AID_FIGURES[aid].usual)
    const stretch = numberOption('stretch', values.stretch, { min: 0, max: 0.2 }, AID_FIGURES[aid].stretch)
    const u = numberOption('u', values.u, { min: 0, max: 1 }, 0)
    const settled = settledBelt(drive, namedBelt('measure', drive, values.belt))
    const measured = measureOnDrive(settled, { aid, thickness, reading, stretch }, u)
    if (measured === undefined) throw new UsageError('The drive has no path to lay anything along: measure it first.')
    if (values.text === true) {
      const { aidLength, correction, statedLength, spread } = measured
      terminal.out(
        `${millimetres(aidLength)} ${correction < 0 ? '−' : '+'} ${millimetres(Math.abs(correction))} = ${millimetres(statedLength)} mm, give or take ${millimetres(spread)}\n`,
      )
    } else printJson(terminal, measured)
    return 0
  },
}

function aidOf(given: string | undefined): Aid {
  const aid = AIDS.find((each) => each === given)
  if (aid === undefined) throw new UsageError(`measure needs --aid, one of ${AIDS.join(', ')}.`)
  return aid
}
