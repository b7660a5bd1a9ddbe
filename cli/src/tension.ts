import { settleDrive, type SettledDrive } from '@emery/core/path'
import { loadKnown, spanTensions, type BeltTension } from '@emery/core/tension'
import { argumentsOf, printJson, USAGE, UsageError, type Command } from './command.ts'
import { numberOption, readDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery tension FILE --rpm N --load LAMBDA [--text]

How tight every span is with the engine at N rpm and every accessory at a
fraction LAMBDA of its load, from 0 (light) to 1 (heavy): tensions and bearing
loads in N, torques in N·m, the share of its grip each pulley uses (above 1 it
slips), and the pulley with least to spare. Tensions are for one belt of a
matched set, bearing loads for all of them. What is infinite or not known
prints as null; "shafts" says of each whether its load was read, is the nominal
one of its kind, or is unknown: then the spans are those at rest.
FILE may be - for standard input. --text prints tables instead of JSON.`

export const tension: Command = {
  summary: 'span tensions, grip and bearing loads at an operating point',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('tension', args, {
      rpm: { type: 'string' },
      load: { type: 'string' },
      text: { type: 'boolean' },
    })
    const rpm = numberOption('rpm', values.rpm, { min: 0, max: 30_000 }, null)
    const load = numberOption('load', values.load, { min: 0, max: 1 }, null)
    if (rpm === null || load === null) throw new UsageError('tension needs --rpm N and --load LAMBDA.')
    const drive = readDrive(file, terminal)
    if (drive === null) return USAGE
    const settled = settleDrive(drive)
    const belts = spanTensions(settled, { rpm, load })
    if (values.text === true) terminal.out(`${belts.map(asTable).join('\n\n')}\n`)
    else printJson(terminal, { belts: belts.map((belt) => printed(settled, belt)), shafts: loadsOf(settled) })
    return 0
  },
}

/** What is known of the load of every shaft that a belt can turn. */
function loadsOf({ drive: { shafts } }: SettledDrive) {
  return shafts.filter(({ kind }) => kind !== 'crank').map((shaft) => ({ id: shaft.id, loads: loadKnown(shaft) }))
}

function printed(settled: SettledDrive, { belt: id, beltSpeed, centrifugal, spans, pulleys, worst }: BeltTension) {
  const route = settled.belts.find(({ belt }) => belt.id === id)?.pulleys ?? []
  return {
    id,
    beltSpeed,
    centrifugal,
    spans: spans.map((each, i) => ({
      from: route[i]?.id,
      to: route[(i + 1) % route.length]?.id,
      tension: each,
    })),
    pulleys,
    worst,
  }
}

function asTable({ belt, beltSpeed, spans, pulleys, worst }: BeltTension): string {
  const rows = pulleys.map(({ pulley, torque, gripUse, hubLoad }, i) => [
    pulley,
    (spans[i] ?? 0).toFixed(0),
    torque === null ? '?' : torque.toFixed(2),
    gripUse === null ? '?' : gripUse === Infinity ? 'slips' : `${(100 * gripUse).toFixed(0)} %`,
    hubLoad.toFixed(0),
  ])
  return [
    `${belt}: ${beltSpeed.toFixed(1)} m/s, ${gripWords(worst)}`,
    table(['pulley', 'span after, N', 'torque, N·m', 'grip used', 'bearing, N'], rows),
  ].join('\n')
}

function gripWords({ pulley, gripReserve }: BeltTension['worst']): string {
  if (gripReserve === null) return `the load on ${pulley} is not known, so neither is the grip; spans as at rest`
  if (gripReserve === Infinity) return 'toothed, it cannot slip'
  return gripReserve === 0
    ? `thrown off ${pulley}`
    : `least grip on ${pulley}, ${gripReserve.toFixed(2)} times what it needs`
}
