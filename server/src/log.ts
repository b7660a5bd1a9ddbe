import pino, { type Logger } from 'pino'

/** The log as lines of JSON, in a file or on standard output. A log that cannot be written, on a full disk say, stops nothing. */
export function openLog(file: string | undefined): Logger {
  let destination
  try {
    destination = pino.destination({ dest: file ?? 1, sync: true })
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    process.stderr.write(`The log ${file ?? ''} cannot be written (${code ?? 'unknown'}). Emery runs without one.\n`)
    return pino({ enabled: false })
  }
  let told = false
  destination.on('error', ({ code }: NodeJS.ErrnoException) => {
    if (!told) process.stderr.write(`The log cannot be written (${code ?? 'unknown'}). Emery goes on without it.\n`)
    told = true
  })
  return pino({ base: null }, destination)
}
