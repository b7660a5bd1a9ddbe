import type { CheckedDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import {
  caption,
  FAULT_KINDS,
  faultRefusal,
  FAULTS,
  loudestOfEach,
  momentsCsv,
  recordRun,
  RunningDrive,
  withFaults,
  type FaultKind,
  type Moment,
  type RunFault,
} from '@emery/core/running'
import { argumentsOf, USAGE, UsageError, type Command } from './command.ts'
import { numberOption, readDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery run FILE --rpm N --load LAMBDA --seconds S [--fault ID[@PLACE]=SIZE …] [--csv] [--text]

Runs the drive for S seconds with the engine at N rpm and every accessory at a
fraction LAMBDA of its load, from 0 (light) to 1 (heavy), and prints what it does,
fifty times a second: a line of JSON each, with the tension of every span in N,
how far it swings in mm, the share of its grip that each pulley uses, slip in m/s,
speeds in rpm and what is heard. --csv prints a table with a heading; --text the
state at the end, and what is heard, in words.

--fault puts a fault into the drive, at PLACE, or at the first place that can have
it. It may be given several times. ID is one of
${wrapped(FAULT_KINDS.map((kind) => `${kind} (${FAULTS[kind].unit === '' ? 'share' : FAULTS[kind].unit})`))}

A drive that cannot run says why, and the exit status is 1. FILE may be - for
standard input.`

const MOST_SECONDS = 600

export const run: Command = {
  summary: 'a drive as it runs, also with faults in it',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('run', args, {
      rpm: { type: 'string' },
      load: { type: 'string' },
      seconds: { type: 'string' },
      fault: { type: 'string', multiple: true },
      csv: { type: 'boolean' },
      text: { type: 'boolean' },
    })
    const rpm = numberOption('rpm', values.rpm, { min: 0, max: 30_000 }, null)
    const load = numberOption('load', values.load, { min: 0, max: 1 }, null)
    const seconds = numberOption('seconds', values.seconds, { min: 0.02, max: MOST_SECONDS }, null)
    if (rpm === null || load === null || seconds === null)
      throw new UsageError('run needs --rpm N, --load LAMBDA and --seconds S.')
    const drive = readDrive(file, terminal)
    if (drive === null) return USAGE
    const faults = (values.fault ?? []).map((each) => faultOf(drive, each))
    const { drive: faulty, trouble } = withFaults(drive, faults)
    const found = RunningDrive.of(settleDrive(faulty), { trouble })
    if ('cannot' in found) {
      for (const { why } of found.cannot) terminal.err(why)
      return 1
    }
    for (const { why } of found.standing) terminal.err(why)
    found.startAt(rpm, load)
    const { moments } = recordRun(found, { seconds, trouble })
    if (values.text === true) terminal.out(asText(moments, found))
    else if (values.csv === true) terminal.out(momentsCsv(moments))
    else for (const moment of moments) terminal.out(`${JSON.stringify(moment)}\n`)
    return 0
  },
}

/** `ID=SIZE` or `ID@PLACE=SIZE`. */
function faultOf(drive: CheckedDrive, text: string): RunFault {
  const [, id = '', place, size = ''] = /^([^@=]+)(?:@([^=]+))?=(.+)$/.exec(text) ?? []
  const kind = FAULT_KINDS.find((each) => each === id)
  if (kind === undefined)
    throw new UsageError(`--fault ${text}: write ID=SIZE or ID@PLACE=SIZE; emery run --help lists the IDs.`)
  const fault = { kind, at: place ?? firstPlace(drive, kind), size: Number(size) }
  const refusal = faultRefusal(drive, fault)
  if (refusal !== null) throw new UsageError(`--fault ${text}: ${refusal}`)
  return fault
}

const firstPlace = (drive: CheckedDrive, kind: FaultKind) => FAULTS[kind].places(drive)[0] ?? ''

function asText(moments: readonly Moment[], { plan }: RunningDrive): string {
  const last = moments.at(-1)
  if (last === undefined) return ''
  const rows = last.pulleys.map(({ pulley, tension, swing, gripUse, slip, rpm }) => [
    pulley,
    tension.toFixed(0),
    swing.toFixed(1),
    gripUse === null ? 'thrown off' : `${(100 * gripUse).toFixed(0)} %`,
    slip.toFixed(2),
    rpm.toFixed(0),
  ])
  const heard = loudestOfEach(last.heard).map(caption)
  const nominal = plan.taken.filter(({ as }) => as === 'nominal').length
  const free = plan.taken.filter(({ as, of }) => as === 'nothing' && of === 'load').map(({ id }) => id)
  return [
    table(['pulley', 'span after, N', 'swings, mm', 'grip used', 'slip, m/s', 'rpm'], rows),
    '',
    heard.length === 0 ? 'Nothing is heard beside the engine.' : `Heard: ${heard.join('; ')}.`,
    ...(nominal === 0
      ? []
      : [`${nominal} ${nominal === 1 ? 'figure is' : 'figures are'} nominal: nobody has read them.`]),
    ...(free.length === 0 ? [] : [`The load on ${free.join(', ')} is not known; it turns free here.`]),
    '',
  ].join('\n')
}

/** Words in lines that fit a terminal. */
function wrapped(words: readonly string[]): string {
  const lines: string[] = []
  for (const word of words) {
    const line = lines.at(-1)
    if (line !== undefined && line.length + word.length < 76) lines[lines.length - 1] = `${line}, ${word}`
    else lines.push(`  ${word}`)
  }
  return lines.join(',\n')
}
