/** What the tools tell the person who started them: one line a step, one plain sentence when something is in the way. */

/** A hindrance to be told in one sentence, without a stack. */
export class Hindrance extends Error {}

export function say(text) {
  process.stderr.write(`${text}\n`)
}

/** Says what is being done, how long it takes while a terminal watches, and when it is done. */
export async function step(text, work) {
  const begun = Date.now()
  const seconds = () => `${Math.round((Date.now() - begun) / 1000)} s`
  const live = process.stderr.isTTY === true
  process.stderr.write(live ? `${text} …` : `${text} …\n`)
  const ticking = live ? setInterval(() => process.stderr.write(`\r${text} … ${seconds()}`), 1000) : undefined
  try {
    const result = await work()
    process.stderr.write(live ? `\r${text}: done in ${seconds()}   \n` : `${text}: done in ${seconds()}\n`)
    return result
  } catch (error) {
    if (live) process.stderr.write('\n')
    throw error
  } finally {
    clearInterval(ticking)
  }
}

/** Runs a tool's main function; a hindrance ends it with its sentence and status 1. */
export async function runMain(main) {
  try {
    await main()
  } catch (error) {
    say(error instanceof Hindrance ? error.message : (error?.stack ?? String(error)))
    process.exitCode = 1
  }
}
