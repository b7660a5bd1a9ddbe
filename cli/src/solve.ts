import type { CheckedDrive } from '@emery/core/drive'
import type { Travels } from '@emery/core/path'
import { allProblems, solveDrive, type DriveSolution } from '@emery/core/solution'
import { millimetres } from '@emery/core/units'
import { argumentsOf, UsageError, type Command } from './command.ts'
import { runOnDocuments, PRINTING } from './documents.ts'
import { answerOfDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery solve FILE [--u ADJUSTER=VALUE ...] [--text | --lines]

Solves a drive document: paths, adjusters, turning directions and speeds.
FILE may be - for standard input. --u holds an adjuster at a travel from 0
(released) to 1 (taken up) instead of where the belt's length puts it.
--text prints tables instead of JSON; with --lines every line of FILE is a
document and gets a line of its own. Lengths in mm, angles in degrees.`

export const solve: Command = {
  summary: 'belt paths, adjusters and speeds of a drive document',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('solve', args, { u: { type: 'string', multiple: true }, ...PRINTING })
    return runOnDocuments(terminal, {
      file,
      printing: values,
      answer: (text) => answerOfDrive(text, (drive) => solveDrive(drive, { held: heldTravels(values.u ?? [], drive) })),
      json: (solution) => solution,
      text: asTables,
    })
  },
}

function heldTravels(travels: readonly string[], drive: CheckedDrive): Travels {
  return Object.fromEntries(
    travels.map((given) => {
      const [, id = '', value = ''] = /^([^=]+)=(.+)$/.exec(given) ?? []
      const u = Number(value)
      if (id === '' || value.trim() === '' || !(u >= 0 && u <= 1))
        throw new UsageError(`--u ${given}: write ADJUSTER=VALUE with a value from 0 to 1.`)
      if (!drive.adjusters.some((adjuster) => adjuster.id === id))
        throw new UsageError(`--u ${given}: the drive has no adjuster "${id}".`)
      return [id, u]
    }),
  )
}

function asTables(solution: DriveSolution): string {
  const { belts, shafts } = solution
  const length = (mm: number | null) => (mm === null ? '–' : millimetres(mm))
  const beltRows = belts.map(({ id, statedLength, reach, adjuster }) => [
    id,
    length(statedLength),
    `${length(reach.shortest)} to ${length(reach.longest)}`,
    adjuster === null
      ? 'fixed'
      : adjuster.u === null
        ? `${adjuster.id} –`
        : `${adjuster.id} ${(100 * adjuster.u).toFixed(1)} %`,
  ])
  const shaftRows = shafts.map(({ id, turns, ratio, rpm }) => [
    id,
    turns ?? '–',
    ratio?.toFixed(3) ?? '–',
    ...(rpm === null ? ['–', '–', '–'] : [rpm.idle, rpm.cruise, rpm.max].map((n) => n.toFixed(0))),
  ])
  const all = allProblems(solution)
  return [
    table(['belt', 'length', 'reach', 'adjuster'], beltRows),
    '',
    table(['shaft', 'turns', 'ratio', 'idle', 'cruise', 'max'], shaftRows),
    ...(all.length === 0 ? [] : ['', ...all.map(({ code, severity, message }) => `${severity} ${code}: ${message}`)]),
    '',
  ].join('\n')
}
