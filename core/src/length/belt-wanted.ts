import type { Adjuster } from '../drive/adjuster.ts'
import type { SettledBelt } from '../path/settle.ts'
import { seatBelt } from '../path/reach-curve.ts'
import { statedMinusCord } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { nearestStandardLength, standardLengths } from './standard-lengths.ts'

/** Travel at which a new belt should stand where the adjuster has no marks (nominal): room left for stretch and wear. */
export const NEW_BELT_TRAVEL = 0.25

export interface BeltWanted {
  /** Stated length, mm. */
  readonly length: Mm
  /** The adjuster's travel with a belt of that length; null for fixed centres. */
  readonly u: number | null
  /** What the travel rests on: the adjuster's own marks, a nominal value, or fixed centres. */
  readonly restsOn: 'marks' | 'nominal' | 'fixed'
}

/** Travel a new belt should stand at: half-way between the first and the nominal mark, or NEW_BELT_TRAVEL without marks. */
export function newBeltTravel(adjuster: Adjuster): { readonly u: number; readonly restsOn: 'marks' | 'nominal' } {
  if (adjuster.kind === 'spring-arm' && adjuster.marks !== undefined) {
    return { u: (adjuster.marks.min + adjuster.marks.nominal) / 2, restsOn: 'marks' }
  }
  return { u: NEW_BELT_TRAVEL, restsOn: 'nominal' }
}

/** The belt a drive wants, from its geometry alone; undefined where there is no path to measure. */
export function beltWanted({ belt, path, adjuster }: SettledBelt): BeltWanted | undefined {
  if (adjuster === null) {
    return path.ok ? { length: path.length + statedMinusCord(belt.section), u: null, restsOn: 'fixed' } : undefined
  }
  const { u, restsOn } = newBeltTravel(adjuster.adjuster)
  const wanted = adjuster.lengthAt(u)
  return wanted === undefined ? undefined : { length: wanted.length, u, restsOn }
}

/** A standard belt that goes on and takes up, and where the adjuster stands with it. */
export interface BeltInReach {
  readonly length: Mm
  readonly u: number
}

/** Standard belts within the adjuster's usable travel, shortest first. */
export function beltsInReach({ belt, adjuster }: SettledBelt): BeltInReach[] {
  const stretch = adjuster?.stretch
  if (adjuster === null || stretch === undefined) return []
  const [from, to] = [stretch.lengthFrom, stretch.lengthTo].sort((a, b) => a - b) as [number, number]
  return standardLengths(belt.section, from, to).flatMap((length) => {
    const seat = seatBelt(adjuster.lengthAt, stretch, length)
    return seat.ok ? [{ length, u: seat.u }] : []
  })
}

/**
 * The standard belt to ask for: the one nearest to the wanted length that the adjuster can hold, or simply the nearest
 * where centres are fixed or nothing standard is within reach.
 */
export function beltToAskFor(settled: SettledBelt): Mm | undefined {
  const wanted = beltWanted(settled)
  if (wanted === undefined) return undefined
  const near = beltsInReach(settled).toSorted(
    (a, b) => Math.abs(a.length - wanted.length) - Math.abs(b.length - wanted.length),
  )[0]
  return near?.length ?? nearestStandardLength(settled.belt.section, wanted.length)
}
