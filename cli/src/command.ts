/** What a command may do with the world, so that tests can stand in for it. */
export interface Terminal {
  /** Text of a file, or of standard input for `-`. */
  readonly read: (path: string) => string
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
