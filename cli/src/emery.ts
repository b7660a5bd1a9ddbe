import { USAGE, UsageError, type Command, type Terminal } from './command.ts'
import { deflect } from './deflect.ts'
import { diagnose } from './diagnose.ts'
import { fit } from './fit.ts'
import { label } from './label.ts'
import { length } from './length.ts'
import { lineup } from './lineup.ts'
import { measure } from './measure.ts'
import { ring } from './ring.ts'
import { route } from './route.ts'
import { run } from './run.ts'
import { schema } from './schema.ts'
import { solve } from './solve.ts'
import { sound } from './sound.ts'
import { survey } from './survey.ts'
import { tension } from './tension.ts'

const COMMANDS: Readonly<Record<string, Command>> = {
  solve,
  tension,
  run,
  length,
  lineup,
  survey,
  route,
  fit,
  measure,
  label,
  deflect,
  ring,
  diagnose,
  sound,
  schema,
}

/** Runs the command line and returns its exit status. Mistakes print one line each on standard error. */
export function emery(args: readonly string[], terminal: Terminal): number {
  const [name, ...rest] = args
  if (name === undefined || name === '--help' || name === '-h') {
    terminal.out(overview())
    return name === undefined ? USAGE : 0
  }
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
  if (command === undefined) {
    terminal.err(`emery knows no command "${name}"; it knows ${Object.keys(COMMANDS).join(', ')}.`)
    return USAGE
  }
  if (rest.includes('--help') || rest.includes('-h')) {
    terminal.out(`${command.help}\n`)
    return 0
  }
  try {
    return command.run(rest, terminal)
  } catch (error) {
    if (!(error instanceof UsageError)) throw error
    terminal.err(error.message)
    return USAGE
  }
}

function overview(): string {
  const lines = Object.entries(COMMANDS).map(([name, { summary }]) => `  ${name.padEnd(10)}${summary}`)
  return ['emery COMMAND …', '', ...lines, '', 'emery COMMAND --help says more.', ''].join('\n')
}
