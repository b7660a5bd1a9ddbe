import type { RunParts } from '../workers/running-work.ts'

/** Belts of which nobody can say how they grip, as in Tension: a load on them that nobody knows, or a spring that nobody has read. */
export function unknownBelts({
  positions,
  belts,
  taken,
}: Pick<RunParts, 'positions' | 'belts' | 'taken'>): ReadonlySet<number> {
  const loads = new Set(taken.flatMap(({ of, as, id }) => (of === 'load' && as === 'nothing' ? [id] : [])))
  const springs = new Set(taken.flatMap(({ of, id }) => (of === 'spring' ? [id] : [])))
  return new Set([
    ...positions.flatMap(({ belt, shaft }) => (loads.has(shaft) ? [belt] : [])),
    ...belts.flatMap(({ adjuster }, k) => (adjuster !== null && springs.has(adjuster) ? [k] : [])),
  ])
}
