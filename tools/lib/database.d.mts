export interface RunningDatabase {
  readonly url: string
  readonly demoUrl: string
  readonly port: number
  readonly pid: number
  readonly owned: boolean
  readonly stop: () => Promise<void>
  readonly onExit: (listener: () => void) => void
}
export function startDatabase(
  folder: string,
  options?: { readonly port?: number; readonly durable?: boolean; readonly options?: readonly string[] },
): Promise<RunningDatabase>
