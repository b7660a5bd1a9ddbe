/** How long each belt of a drive lasted, and what was read while it was on: docs/mechanics/wear.md. */
import type { CheckId } from './checks.ts'
import type { WearHistory } from './history.ts'

/** A fitting with what it says of the belt. */
export interface FittedBelt {
  readonly belt: string
  readonly mark: string
  readonly fittedOn: string
  readonly distance: number | null
  readonly reason: string
}

/** Something that was read at a distance of the vehicle. */
export interface AtDistance {
  readonly distance: number
  readonly value: number
  /** ISO. */
  readonly at: string
}

/** What is read over distance: a check of the belt or its adjuster, its tension at rest, or the share of its adjuster's travel. */
export type LifeFigure = CheckId | 'tension'

export interface BeltLife {
  readonly mark: string
  readonly fittedOn: string
  /** km of the vehicle when it went on; null where nobody read it. */
  readonly from: number | null
  /** When the next one went on, and where; null while it is on. */
  readonly until: { readonly on: string; readonly distance: number | null; readonly reason: string } | null
  /** km that it has run, so far or in all; null where either end was not read. */
  readonly km: number | null
  readonly days: number
  readonly readings: ReadonlyMap<LifeFigure, readonly AtDistance[]>
}

interface LivesOptions {
  /** The part of the adjuster that takes it up, as an inspection knows it; null for none. */
  readonly adjusterPart: string | null
  /** Its readings of tension, N, and of where its adjuster stood, 0 to 1. */
  readonly tensions: readonly AtDistance[]
  readonly travels: readonly AtDistance[]
  /** Now, ISO; and the furthest that the vehicle is known to have run, km. */
  readonly now: string
  readonly distance: number | null
}

const MS_PER_DAY = 86_400_000

/** The belts that were on one place of a drive, the last first. A fitting without a distance leaves it open how far a belt ran. */
export function beltLives(
  beltId: string,
  { inspections, fittings }: Omit<WearHistory, 'fittings'> & { readonly fittings: readonly FittedBelt[] },
  { adjusterPart, tensions, travels, now, distance }: LivesOptions,
): readonly BeltLife[] {
  const fitted = fittings.filter(({ belt }) => belt === beltId).toSorted((a, b) => (a.fittedOn < b.fittedOn ? -1 : 1))
  const read = inspections.flatMap(({ at, distance: km, checks }) =>
    km === null
      ? []
      : checks.flatMap(({ part, check, value }) =>
          value !== null && (part === `belt.${beltId}` || part === adjusterPart)
            ? [{ figure: check, at, distance: km, value }]
            : [],
        ),
  )
  const all = [
    ...read,
    ...tensions.map((each) => ({ figure: 'tension' as const, ...each })),
    ...travels.map((each) => ({ figure: 'travel' as const, ...each })),
  ]
  return fitted
    .map(({ mark, fittedOn, distance: from }, i): BeltLife => {
      const next = fitted[i + 1]
      const end = next === undefined ? distance : next.distance
      // What was read on the day of a change was read of the belt that came off.
      const mine = all.filter(
        ({ at }) => at.slice(0, 10) > fittedOn && (next === undefined || at.slice(0, 10) <= next.fittedOn),
      )
      const readings = new Map<LifeFigure, AtDistance[]>()
      for (const { figure, ...each } of mine.toSorted((a, b) => a.distance - b.distance))
        readings.set(figure, [...(readings.get(figure) ?? []), each])
      return {
        mark,
        fittedOn,
        from,
        until: next === undefined ? null : { on: next.fittedOn, distance: next.distance, reason: next.reason },
        km: from === null || end === null || end < from ? null : end - from,
        days: daysBetween(fittedOn, next?.fittedOn ?? now),
        readings,
      }
    })
    .toReversed()
}

function daysBetween(from: string, to: string): number {
  // eslint-disable-next-line no-restricted-globals -- reads the days it is given, not the clock
  return Math.max(0, Math.round((Date.parse(to.slice(0, 10)) - Date.parse(from.slice(0, 10))) / MS_PER_DAY))
}
