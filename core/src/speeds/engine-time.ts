/** How long an engine runs at what speeds, for a use of the vehicle: docs/mechanics/speeds.md. */
import type { Engine } from '../drive/engine.ts'
import type { ChosenUse, VehicleUse } from '../drive/vehicle-use.ts'
import { USE_SHAPES } from './nominal.ts'

/** A stretch of engine speed, rpm, and the share of the time spent in it; evenly within it. */
export interface TimeBin {
  readonly from: number
  readonly to: number
  /** 0 to 1; all of them add up to 1. */
  readonly share: number
}

/** Stretches between idle and the highest speed in which a chosen use is told. */
const STRETCHES = 12

/** The time an engine spends at its speeds; an own use is taken as entered, its shares of their sum. */
export function engineTime(use: VehicleUse, engine: Engine): readonly TimeBin[] {
  const bins = use.of === 'own' ? use.bins : chosenBins(USE_SHAPES[use.of], engine)
  const whole = bins.reduce((sum, { share }) => sum + share, 0)
  return bins.map(({ from, to, share }) => ({ from, to, share: share / whole }))
}

function chosenBins(
  { idle, humps }: (typeof USE_SHAPES)[ChosenUse],
  { idleRpm, cruiseRpm, maxRpm }: Engine,
): readonly TimeBin[] {
  const place = (rpm: number) =>
    rpm <= cruiseRpm ? portion(rpm - idleRpm, cruiseRpm - idleRpm) : 1 + portion(rpm - cruiseRpm, maxRpm - cruiseRpm)
  const step = (maxRpm - idleRpm) / STRETCHES
  const stretches = Array.from({ length: step > 0 ? STRETCHES : 0 }, (_, i) => {
    const [from, to] = [idleRpm + i * step, idleRpm + (i + 1) * step]
    const middle = place((from + to) / 2)
    const density = humps.map(({ at, spread, share }) => share * Math.exp(-(((middle - at) / spread) ** 2) / 2))
    return { from, to, humps: density }
  })
  // Each hump keeps its share, however much of it lies beyond the engine's speeds.
  const sums = humps.map((_, k) => stretches.reduce((sum, each) => sum + (each.humps[k] ?? 0), 0))
  return [
    { from: idleRpm, to: idleRpm, share: idle },
    ...stretches.map(({ from, to, humps: density }) => ({
      from,
      to,
      share: density.reduce((sum, each, k) => sum + ((humps[k]?.share ?? 0) * each) / (sums[k] || 1), 0),
    })),
  ]
}

function portion(part: number, whole: number): number {
  return whole > 0 ? part / whole : 0
}

/** Shares of the time below an engine speed in rpm, and above it. */
export function timeBelow(bins: readonly TimeBin[], engineRpm: number): number {
  return bins.reduce((sum, { from, to, share }) => {
    if (from === to) return sum + (from < engineRpm ? share : 0)
    return sum + share * Math.min(1, Math.max(0, (engineRpm - from) / (to - from)))
  }, 0)
}

export function timeAbove(bins: readonly TimeBin[], engineRpm: number): number {
  return bins.reduce((sum, { from, to, share }) => {
    if (from === to) return sum + (from > engineRpm ? share : 0)
    return sum + share * Math.min(1, Math.max(0, (to - engineRpm) / (to - from)))
  }, 0)
}
