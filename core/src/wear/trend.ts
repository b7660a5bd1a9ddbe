/** Wear over distance: a straight line through what was read, and where it meets its limit. docs/mechanics/wear.md. */
export interface WearPoint {
  /** km of the vehicle. */
  readonly distance: number
  readonly value: number
  /** Standard deviation of the reading, in the figure’s unit. */
  readonly sigma: number
}

export interface WearLine {
  /** In the figure’s unit a km. */
  readonly slope: number
  /** Value at the middle of the distances. */
  readonly middle: { readonly distance: number; readonly value: number }
}

/** Where a line meets a limit, km of the vehicle: about two times in three between `from` and `to`. */
export interface LimitMet {
  readonly at: number
  readonly from: number
  readonly to: number
}

export type WearTrend =
  | { readonly is: 'too few' }
  /** The readings do not rise, or no further than they scatter. */
  | { readonly is: 'not rising'; readonly line: WearLine }
  | { readonly is: 'rising'; readonly line: WearLine; readonly meets: LimitMet }

/**
 * Least squares over the distance, each reading weighed by how well it was read. The spread of where it meets the limit is Fieller’s: all
 * distances at which the line, within one standard deviation, may have reached it. Where the readings scatter further about the line than
 * they were read, all of it widens by as much.
 */
export function wearTrend(points: readonly WearPoint[], limit: number): WearTrend {
  const n = points.length
  const weights = points.map(({ sigma }) => sigma ** -2)
  const weighed = (of: (point: WearPoint) => number) =>
    points.reduce((total, point, i) => total + (weights[i] ?? 0) * of(point), 0)
  const weight = weighed(() => 1)
  const distance = weighed((point) => point.distance) / weight
  const value = weighed((point) => point.value) / weight
  const spread = weighed((point) => (point.distance - distance) ** 2)
  if (n < 2 || spread === 0) return { is: 'too few' }
  const slope = weighed((point) => (point.distance - distance) * (point.value - value)) / spread
  const missed = weighed((point) => (point.value - value - slope * (point.distance - distance)) ** 2)
  // Variance of the readings beside that of how they were read.
  const scatter = Math.max(1, n > 2 ? missed / (n - 2) : 0)
  const line: WearLine = { slope, middle: { distance, value } }
  // (L − ȳ − b·u)² = s²·(1/Σw + u²/Sxx), u from the middle.
  const a = slope ** 2 - scatter / spread
  if (slope <= 0 || a <= 0) return { is: 'not rising', line }
  const rise = limit - value
  const root = Math.sqrt(Math.max(0, (slope * rise) ** 2 - a * (rise ** 2 - scatter / weight)))
  const at = distance + rise / slope
  // Of two or three readings nobody knows well how they scatter: two thirds of Student’s distribution reach further.
  const wider = FEW[n] ?? 1
  const end = (met: number) => at + wider * (met - at)
  return {
    is: 'rising',
    line,
    meets: {
      at,
      from: end(distance + (slope * rise - root) / a),
      to: end(distance + (slope * rise + root) / a),
    },
  }
}

/** By how much a band is wider for so few readings: Student’s t at 68 %, one and two degrees of freedom. */
const FEW: Readonly<Record<number, number>> = { 2: 1.84, 3: 1.32 }

/** What the line says at a distance. */
export function wearAt({ slope, middle }: WearLine, distance: number): number {
  return middle.value + slope * (distance - middle.distance)
}
