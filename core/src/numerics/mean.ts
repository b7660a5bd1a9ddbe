/** Mean of some numbers; NaN of none. */
export function mean(of: readonly number[]): number {
  return of.reduce((sum, each) => sum + each, 0) / of.length
}
