/** Wear over distance: a straight line through what was read, and where it meets its limit. docs/mechanics/wear.md. */
import { mean } from '../numerics/mean.ts'

export interface WearPoint {
  /** km of the vehicle. */
  readonly distance: number
  readonly value: number
}

export interface WearLine {
  /** In the figure’s unit a km. */
  readonly slope: number
  /** Value at the middle of the distances. */
  readonly middle: { readonly distance: number; readonly value: number }
  /** Standard deviation of a reading about the line. */
  readonly sigma: number
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
 * Least squares over the distance; `sigma` is the standard deviation of one reading, which the scatter about the line replaces where that is
 * larger. The spread of where it meets the limit is Fieller’s: all distances at which the line, within one standard deviation, may have
 * reached it.
 */
export function wearTrend(points: readonly WearPoint[], limit: number, sigma: number): WearTrend {
  const n = points.length
  const distance = mean(points.map((point) => point.distance))
  const value = mean(points.map((point) => point.value))
  const spread = points.reduce((sum, point) => sum + (point.distance - distance) ** 2, 0)
  if (n < 2 || spread === 0) return { is: 'too few' }
  const slope = points.reduce((sum, point) => sum + (point.distance - distance) * (point.value - value), 0) / spread
  const missed = points.reduce((sum, p) => sum + (p.value - value - slope * (p.distance - distance)) ** 2, 0)
  const scatter = Math.max(sigma, n > 2 ? Math.sqrt(missed / (n - 2)) : 0)
  const line: WearLine = { slope, middle: { distance, value }, sigma: scatter }
  // (L − ȳ − b·u)² = σ²·(1/n + u²/Sxx), u from the middle.
  const a = slope ** 2 - scatter ** 2 / spread
  if (slope <= 0 || a <= 0) return { is: 'not rising', line }
  const rise = limit - value
  const root = Math.sqrt(Math.max(0, (slope * rise) ** 2 - a * (rise ** 2 - scatter ** 2 / n)))
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
