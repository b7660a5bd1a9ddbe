import type { ChildProcess } from 'node:child_process'

export interface ServerOptions {
  readonly databaseUrl: string
  readonly port: number
  readonly host?: string
  readonly logFile?: string
  readonly webDir?: string
  readonly publicUrl?: string
  readonly demoDir?: string
  readonly copiesDir?: string
  /** What the process is told besides. */
  readonly environment?: Readonly<Record<string, string>>
}
export interface RunningServer {
  readonly port: number
  readonly child: ChildProcess
  readonly stop: () => Promise<void>
}
export function startServer(options: ServerOptions): Promise<RunningServer>
