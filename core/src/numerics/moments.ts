/** A number, and how much it counts. */
export interface Weighted {
  readonly value: number
  readonly weight: number
}

/** Mean and standard deviation of weighted numbers, the weights in any unit. */
export function momentsOf(values: readonly Weighted[]): { readonly mean: number; readonly sigma: number } {
  const all = values.reduce((sum, { weight }) => sum + weight, 0)
  const mean = values.reduce((sum, { weight, value }) => sum + weight * value, 0) / all
  const square = values.reduce((sum, { weight, value }) => sum + weight * (value - mean) ** 2, 0) / all
  return { mean, sigma: Math.sqrt(square) }
}
