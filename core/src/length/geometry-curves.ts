/** How a belt's length runs over its adjuster's travel where the drive is drawn, figures that nobody has read included. */
import type { Adjuster } from '../adjusters/adjuster.ts'
import { isTravelAssumed, isWhollyAssumed } from '../adjusters/assumed.ts'
import { adjusterMotion } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { traceCord } from '../path/cord-path.ts'
import { circlesAt } from '../path/circles-at.ts'
import type { SettledBelt } from '../path/settle.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { ASSUMED_SIGMA } from './nominal.ts'
import type { PossibleCurve } from './possible-curves.ts'
import type { FitSituation } from './verdict.ts'

/** The curve that the drawing has, as the only one there is. */
export function drawnCurve({ lengthAt, stretch }: FitSituation, wantedAt: number): PossibleCurve | null {
  const at = (u: number) => lengthAt(Math.min(stretch.to, Math.max(stretch.from, u)))?.length
  const centre = at(wantedAt)
  if (centre === undefined) return null
  return { prior: 1, centre, offsetAt: (u) => (at(u) ?? centre) - centre }
}

/** Draws of the figures that nobody has read. */
const DRAWS = 64

/** Places of the travel at which each draw's path is worked out. */
const PLACES = 9

/**
 * The curves that an adjuster makes whose figures are partly assumed: each of those drawn about its value, evenly over its distribution, so that
 * what it does to the path is neither linearised nor left to chance. Draws with which the belt has no path are left out.
 */
export function drawnFigureCurves(drive: CheckedDrive, settled: SettledBelt, wantedAt: number): PossibleCurve[] {
  const { adjuster } = settled
  if (adjuster === null) return []
  const shafts = new Map(drive.shafts.map(({ id, x, y }) => [id, x === null || y === null ? undefined : { x, y }]))
  return Array.from({ length: DRAWS }, (_, i) => drawnFigures(adjuster.adjuster, i)).flatMap((drawn) => {
    const motion = adjusterMotion(drawn, (id) => shafts.get(id))
    const lengths = Array.from({ length: PLACES }, (_, k) => lengthWith(settled, motion, k / (PLACES - 1)))
    if (lengths.some((length) => length === undefined)) return []
    const at = between(lengths as number[])
    const centre = at(wantedAt)
    return [{ prior: 1, centre, offsetAt: (u: number) => at(u) - centre }]
  })
}

/** Whether an adjuster's travel rests on figures of which some were read. */
export function isPartlyRead(adjuster: Adjuster): boolean {
  return isTravelAssumed(adjuster) && !isWhollyAssumed(adjuster)
}

function lengthWith(
  settled: SettledBelt,
  motion: NonNullable<SettledBelt['adjuster']>['motion'],
  u: number,
): Mm | undefined {
  if (settled.adjuster === null) return undefined
  const circles = circlesAt({ ...settled, adjuster: { ...settled.adjuster, motion } }, u)
  const path = circles === undefined ? undefined : traceCord(circles)
  return path?.ok === true ? path.length + statedMinusCord(settled.belt.section) : undefined
}

/**
 * The path with every pulley at its stated place, as stated lengths go; undefined where one has none. It says how long a belt is with the
 * adjuster wherever it stood when the places were taken.
 */
export function statedPath(drive: CheckedDrive, { belt, circles, pulleys }: SettledBelt): Mm | undefined {
  const shafts = new Map(drive.shafts.map((shaft) => [shaft.id, shaft]))
  const stated = circles.map((circle, i) => {
    const shaft = shafts.get(pulleys[i]?.shaft ?? '')
    return { ...circle, x: shaft?.x ?? circle.x, y: shaft?.y ?? circle.y }
  })
  const path = stated.length < 2 ? undefined : traceCord(stated)
  return path?.ok === true ? path.length + statedMinusCord(belt.section) : undefined
}

/** The i-th draw of an adjuster's assumed figures. */
function drawnFigures(adjuster: Adjuster, i: number): Adjuster {
  const drawn: Record<string, unknown> = { ...adjuster }
  let dimension = 0
  const next = () => normalAt(radicalInverse(i + 1, PRIMES[dimension++ % PRIMES.length] as number))
  for (const key of adjuster.assumed ?? []) {
    const value = drawn[key]
    if (typeof value === 'number') drawn[key] = value + next() * sigmaOfFigure(key, value)
    else if (isPoint(value))
      drawn[key] = { x: value.x + next() * ASSUMED_SIGMA.point, y: value.y + next() * ASSUMED_SIGMA.point }
  }
  return drawn as unknown as Adjuster
}

function sigmaOfFigure(key: string, value: number): number {
  if (/^(angle|direction)/.test(key)) return ASSUMED_SIGMA.angle
  return Math.max(ASSUMED_SIGMA.share * Math.abs(value), ASSUMED_SIGMA.least)
}

function isPoint(value: unknown): value is { readonly x: number; readonly y: number } {
  return typeof value === 'object' && value !== null && 'x' in value && 'y' in value
}

/** Bases of the low-discrepancy sequence (Halton), one for each figure. */
const PRIMES = [2, 3, 5, 7, 11, 13, 17] as const

function radicalInverse(i: number, base: number): number {
  let [digits, share, sum] = [i, 1 / base, 0]
  while (digits > 0) {
    sum += (digits % base) * share
    digits = Math.floor(digits / base)
    share /= base
  }
  return sum
}

/** The normal quantile of a share, by the rational approximation 26.2.23 of Abramowitz and Stegun: within 4.5e-4. */
function normalAt(share: number): number {
  const tail = Math.min(share, 1 - share)
  const t = Math.sqrt(-2 * Math.log(tail))
  const z = t - (2.515517 + t * (0.802853 + t * 0.010328)) / (1 + t * (1.432788 + t * (0.189269 + t * 0.001308)))
  return share < 0.5 ? -z : z
}

/** Quadratic interpolation between evenly spaced values over 0 to 1. */
function between(values: readonly number[]): (u: number) => number {
  const last = values.length - 1
  return (u) => {
    const place = Math.min(1, Math.max(0, u)) * last
    const i = Math.min(last - 1, Math.max(1, Math.round(place)))
    const t = place - i
    const [a, b, c] = [values[i - 1] as number, values[i] as number, values[i + 1] as number]
    return b + (t * (c - a)) / 2 + (t * t * (a - 2 * b + c)) / 2
  }
}
