import { ROOT_ITERATIONS } from './tolerances.ts'

export interface Root {
  /** `solved`: within the tolerance. `not-bracketed`: both ends on one side. `cap`: out of iterations. */
  readonly status: 'solved' | 'not-bracketed' | 'cap'
  readonly at: number
  readonly residual: number
  readonly iterations: number
}

export interface ValueAndSlope {
  readonly value: number
  readonly slope: number
}

/**
 * Root of a function on [low, high] by Newton's step, kept inside a shrinking bracket by bisection.
 * Ends when |value| ≤ valueTolerance or the bracket is narrower than atTolerance, or after
 * ROOT_ITERATIONS; the status says which. The ends themselves are accepted when they are within the tolerance; whoever knows the values
 * there passes them as `ends`.
 */
export function bracketedRoot(
  evaluate: (at: number) => ValueAndSlope,
  low: number,
  high: number,
  tolerance: { readonly value: number; readonly at: number },
  ends?: { readonly low: number; readonly high: number },
): Root {
  const atLow = { value: ends?.low ?? evaluate(low).value }
  if (Math.abs(atLow.value) <= tolerance.value)
    return { status: 'solved', at: low, residual: atLow.value, iterations: 0 }
  const atHigh = { value: ends?.high ?? evaluate(high).value }
  if (Math.abs(atHigh.value) <= tolerance.value)
    return { status: 'solved', at: high, residual: atHigh.value, iterations: 0 }
  if (atLow.value > 0 === atHigh.value > 0) {
    const near = Math.abs(atLow.value) < Math.abs(atHigh.value)
    return {
      status: 'not-bracketed',
      at: near ? low : high,
      residual: near ? atLow.value : atHigh.value,
      iterations: 0,
    }
  }
  // `below` is the end where the value is negative, whichever way the function runs.
  let below = atLow.value < 0 ? low : high
  let above = atLow.value < 0 ? high : low
  let at = low + ((high - low) * atLow.value) / (atLow.value - atHigh.value)
  let residual = atLow.value
  for (let iterations = 1; iterations <= ROOT_ITERATIONS; iterations++) {
    const here = evaluate(at)
    residual = here.value
    if (Math.abs(residual) <= tolerance.value) return { status: 'solved', at, residual, iterations }
    if (residual < 0) below = at
    else above = at
    if (Math.abs(above - below) <= tolerance.at) return { status: 'solved', at, residual, iterations }
    const newton = at - residual / here.slope
    const inside = newton > Math.min(below, above) && newton < Math.max(below, above)
    at = inside ? newton : (below + above) / 2
  }
  return { status: 'cap', at, residual, iterations: ROOT_ITERATIONS }
}

/**
 * The last place in [from, to] at which `holds` is still true, when it is true at `from` and false at `to`,
 * by bisection down to `tolerance`.
 */
export function lastHolding(holds: (at: number) => boolean, from: number, to: number, tolerance: number): number {
  let good = from
  let bad = to
  for (let i = 0; i < ROOT_ITERATIONS && Math.abs(bad - good) > tolerance; i++) {
    const middle = (good + bad) / 2
    if (holds(middle)) good = middle
    else bad = middle
  }
  return good
}
