import { SECOND_CHECK_KM, type RunInDue } from '@emery/core/tension'
import { unitsNow } from './use-units.ts'

const MS_PER_SECOND = 1000
const SECONDS = 60

/** `4:05` of minutes and seconds left; never below nothing. */
export function timeLeft(until: number, now: number): string {
  const seconds = Math.max(0, Math.ceil((until - now) / MS_PER_SECOND))
  return `${Math.floor(seconds / SECONDS)}:${String(seconds % SECONDS).padStart(2, '0')}`
}

/** What a belt that is being run in waits for, in a few words. */
export function runInDueWords({ name, step }: RunInDue, now: number): string {
  switch (step.is) {
    case 'to run':
      return `run ${name} in`
    case 'running':
      return `${name} runs in: ${timeLeft(step.until, now)} more`
    case 'run':
      return `stop the engine: ${name} has run in`
    case 'cooling':
      return `${name} cools: ${timeLeft(step.until, now)} more`
    case 'to re-set':
      return `re-set ${name}`
    case 'to check':
      return step.atDistance === null
        ? `check ${name} after ${unitsNow().distance.text(SECOND_CHECK_KM)}`
        : `check ${name} at ${unitsNow().distance.text(step.atDistance)}`
    case 'done':
      return ''
  }
}
