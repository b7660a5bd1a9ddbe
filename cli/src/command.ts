import { parseArgs, type ParseArgsConfig } from 'node:util'

/** What a command may do with the world, so that tests can stand in for it. */
export interface Terminal {
  /** Text of a file, or of standard input for `-`. */
  readonly read: (path: string) => string
  /** The same as it is stored, for what is no text. */
  readonly readBytes: (path: string) => Uint8Array
  readonly out: (text: string) => void
  readonly err: (line: string) => void
}

/** A command: what it is for, its own help, and what it does; returns the exit status. */
export interface Command {
  readonly summary: string
  readonly help: string
  readonly run: (args: readonly string[], terminal: Terminal) => number
}

/** Exit status for an input that cannot be read or an argument that is wrong. */
export const USAGE = 2

/** A mistake of the caller's, told in one line. */
export class UsageError extends Error {}

export function printJson(terminal: Terminal, value: unknown): void {
  terminal.out(`${JSON.stringify(value, null, 2)}\n`)
}

type ParsedOptions<Options extends NonNullable<ParseArgsConfig['options']>> = ReturnType<
  typeof parseArgs<{ args: string[]; allowPositionals: true; options: Options }>
>['values']

/** The one FILE and the options of a command; any other argument is refused in a line. */
export function argumentsOf<const Options extends NonNullable<ParseArgsConfig['options']>>(
  command: string,
  args: readonly string[],
  options: Options,
): { readonly file: string; readonly values: ParsedOptions<Options> } {
  let parsed
  try {
    parsed = parseArgs({ args: [...args], allowPositionals: true, options })
  } catch (error) {
    throw new UsageError(`${(error as Error).message.split('. ')[0] ?? 'An argument is wrong'}.`)
  }
  const { values, positionals } = parsed
  const [file, ...rest] = positionals
  if (file === undefined || rest.length > 0) throw new UsageError(`${command} takes one FILE, or - for standard input.`)
  return { file, values }
}

/** The one TEXT of a command, which may begin with anything, and whether it is to print a table. */
export function textOf(command: string, args: readonly string[]): { readonly text: string; readonly asTable: boolean } {
  const texts = args.filter((arg) => arg !== '--text')
  const [text, ...rest] = texts
  if (text === undefined || rest.length > 0)
    throw new UsageError(`${command} takes one TEXT; put quotes round it where it has blanks.`)
  return { text, asTable: texts.length < args.length }
}

export function readFile(file: string, terminal: Terminal): string {
  return readOr(file, terminal.read)
}

export function readBytes(file: string, terminal: Terminal): Uint8Array {
  return readOr(file, terminal.readBytes)
}

function readOr<Read>(file: string, read: (path: string) => Read): Read {
  try {
    return read(file)
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    throw new UsageError(
      `${file} cannot be read${code === 'ENOENT' ? ': there is no such file' : ` (${code ?? 'unknown reason'})`}.`,
    )
  }
}

/** A file’s text as JSON; what is none is a mistake of whoever names it. */
export function parsedJson(text: string, file: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new UsageError(`${file} is not JSON: ${(error as Error).message}.`)
  }
}
