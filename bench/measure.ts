/** Mean and spread of a piece of work, in milliseconds. */
export interface Timing {
  readonly name: string
  readonly meanMs: number
  readonly bestMs: number
  readonly worstMs: number
}

const ROUNDS = 15
const ROUND_MS = 120

/** Runs `work` in rounds after a warm-up; each round's mean is one figure, so that a pause of the machine shows as spread. */
export function measure(name: string, work: () => unknown): Timing {
  const round = () => {
    const begun = performance.now()
    let count = 0
    while (performance.now() - begun < ROUND_MS) {
      for (let i = 0; i < 20; i++) work()
      count += 20
    }
    return (performance.now() - begun) / count
  }
  round()
  round()
  const means = Array.from({ length: ROUNDS }, round).toSorted((a, b) => a - b)
  return {
    name,
    meanMs: means.reduce((sum, mean) => sum + mean, 0) / ROUNDS,
    bestMs: means[0] ?? 0,
    worstMs: means.at(-1) ?? 0,
  }
}
