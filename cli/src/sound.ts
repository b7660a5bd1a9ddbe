import { repetitionMatches, type RepetitionMatch } from '@emery/core/noise'
import { settleDrive } from '@emery/core/path'
import { hearNoise, readWav, type HeardNoise } from '@emery/core/sound'
import { argumentsOf, printJson, readBytes, USAGE, UsageError, type Command } from './command.ts'
import { numberOption, readDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery sound FILE.wav [--drive FILE --rpm N] [--text]

What kind of noise a recording holds (chirp, squeal, whine, either or other), its
pitch in Hz, and how many times a second it comes back. With a drive and the
engine's speed, what keeps time with that within 3 %: belts passing and shafts
turning, once or twice. --text prints a table instead of JSON.`

export const sound: Command = {
  summary: 'kind, pitch and repetition of a noise',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('sound', args, {
      drive: { type: 'string' },
      rpm: { type: 'string' },
      text: { type: 'boolean' },
    })
    if ((values.drive === undefined) !== (values.rpm === undefined))
      throw new UsageError('sound takes --drive and --rpm together, or neither.')
    const rpm = numberOption('rpm', values.rpm, { min: 1, max: 30_000 }, null)
    const drive = values.drive === undefined ? null : readDrive(values.drive, terminal)
    if (values.drive !== undefined && drive === null) return USAGE
    const read = readWav(readBytes(file, terminal))
    if (!read.ok) throw new UsageError(`${file}: ${read.message}`)
    const heard = hearNoise(read.recording)
    if (!heard.ok) throw new UsageError(`${file}: ${heard.message}`)
    const matches =
      drive === null || rpm === null || heard.repetition === null
        ? []
        : repetitionMatches(settleDrive(drive), rpm, heard.repetition)
    if (values.text === true) terminal.out(asTable(heard, matches))
    else {
      const { kind, pitch, repetition, confidence } = heard
      printJson(terminal, {
        kind,
        pitch,
        repetition,
        confidence,
        matches: matches.map(({ what, times, expected, error }) => ({
          what: times === 2 ? `twice ${what}` : what,
          expected,
          error,
        })),
      })
    }
    return 0
  },
}

function asTable({ kind, pitch, repetition, confidence }: HeardNoise, matches: readonly RepetitionMatch[]): string {
  const hz = (value: number | null, decimals: number) => (value === null ? '–' : value.toFixed(decimals))
  return [
    table(
      ['kind', 'pitch, Hz', 'times a second', 'sure'],
      [[kind, hz(pitch, 0), hz(repetition, 2), confidence.toFixed(2)]],
    ),
    ...(matches.length === 0
      ? []
      : [
          '',
          table(
            ['keeps time with', 'times', 'expected', 'off, %'],
            matches.map(({ what, times, expected, error }) => [
              what,
              `${times}`,
              expected.toFixed(2),
              (100 * error).toFixed(1),
            ]),
          ),
        ]),
    '',
  ].join('\n')
}
