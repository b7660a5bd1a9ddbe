import { searchRoutes, type RouteSearch } from '@emery/core/route'
import { millimetres } from '@emery/core/units'
import { argumentsOf, printJson, USAGE, UsageError, type Command } from './command.ts'
import { namedBelt, readDrive } from './drive-argument.ts'
import { table } from './table.ts'

const HELP = `emery route FILE --belt ID [--most N] [--text]

All closed routes for one belt over the pulleys of its route, best first; the
order there is, is not checked. A belt without a route is taken to run on
every pulley cut for it and every smooth one that no other belt uses.
FILE may be - for standard input. --most is the number of routes to print
(default 8). --text prints a table instead of JSON. Lengths in mm with the
adjuster half-way, angles in degrees.`

export const route: Command = {
  summary: 'routes for a belt over its pulleys, best first',
  help: HELP,
  run: (args, terminal) => {
    const { file, values } = argumentsOf('route', args, {
      belt: { type: 'string' },
      most: { type: 'string' },
      text: { type: 'boolean' },
    })
    const drive = readDrive(file, terminal)
    if (drive === null) return USAGE
    const belt = namedBelt('route', drive, values.belt)
    const most = Number(values.most ?? 8)
    if (!Number.isInteger(most) || most < 1)
      throw new UsageError(`--most ${values.most}: write a whole number from 1 up.`)
    const result = searchRoutes(drive, belt, { max: most })
    if (values.text === true) terminal.out(asTable(result))
    else printJson(terminal, result)
    return 0
  },
}

function asTable({ routes, found, searched, impossible }: RouteSearch): string {
  const rows = routes.map(({ route: entries, statedLength, leastWrap, reasons }) => [
    millimetres(statedLength),
    `${leastWrap.pulley} ${leastWrap.angle.toFixed(0)}°`,
    entries.map(({ pulley, contact }) => (contact === 'back' ? `${pulley}*` : pulley)).join(' '),
    reasons[0] ?? '',
  ])
  return [
    ...(rows.length === 0 ? [] : [table(['length', 'minimum wrap', 'route, * on the back', ''], rows), '']),
    ...impossible,
    `${found} route${found === 1 ? '' : 's'} found, ${searched} beginnings looked at.`,
    '',
  ].join('\n')
}
