import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import type * as heavyWork from './heavy-work.ts'

/** What may take longer than a moment of the processor, by name; each is a function of `heavy-work.ts`. */
type HeavyWork = typeof heavyWork

/** Why heavy work came to no end. */
export class TooHeavy extends Error {
  override readonly name = 'TooHeavy'
}

const MOST_MS = 60_000
const MOST_MEGABYTES = 768
/** How many may wait for it; whoever comes then is asked to come again. */
const MOST_WAITING = 8

let pool: Piscina | undefined

/** A thread beside the one that answers everybody; it ends when nobody has needed it for a while. */
function poolOfThreads(): Piscina {
  pool ??= new Piscina({
    filename: fileURLToPath(new URL('thread.mjs', import.meta.url)),
    // None of what this process was started with, a test's runner say.
    execArgv: [],
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
  })
  return pool
}

/**
 * Does one of `heavy-work.ts` in a thread of its own, with limits of time and memory. Throws `TooHeavy` where it
 * reaches one of them.
 */
export async function inThread<Name extends keyof HeavyWork>(
  name: Name,
  given: Parameters<HeavyWork[Name]>[0],
): Promise<Awaited<ReturnType<HeavyWork[Name]>>> {
  try {
    const done: unknown = await poolOfThreads().run(given, { name, signal: AbortSignal.timeout(MOST_MS) })
    return done as Awaited<ReturnType<HeavyWork[Name]>>
  } catch (error) {
    const { code, name: kind } = error as { readonly code?: unknown; readonly name?: unknown }
    if (kind === 'AbortError') throw new TooHeavy('takes too long')
    if (code === 'ERR_WORKER_OUT_OF_MEMORY') throw new TooHeavy('takes more memory than there is')
    if (error instanceof Error && /queue/i.test(error.message))
      throw new TooHeavy('has to wait for others. Try again in a minute')
    throw error
  }
}

/** Ends the threads, so that whoever stops is not kept waiting. */
export async function endThreads(): Promise<void> {
  const running = pool
  pool = undefined
  await running?.destroy()
}
