import type { CheckedDrive, RouteEntry } from '@emery/core/drive'
import type { DriveSolution } from '@emery/core/solution'

export type NextEntries =
  | { readonly is: 'longer'; readonly entries: readonly RouteEntry[] }
  /** The first pulley was pressed again: the belt is round. */
  | { readonly is: 'closed' }
  | { readonly is: 'refused'; readonly why: string }

/** A route with one pulley more, or why the belt cannot go there. Grooves take the ribs; a smooth face the back, unless it must turn as the crank does. */
export function nextEntries(
  drive: CheckedDrive,
  beltId: string,
  entries: readonly RouteEntry[],
  pulleyId: string,
): NextEntries {
  const pulley = drive.pulleys.find(({ id }) => id === pulleyId)
  const belt = drive.belts.find(({ id }) => id === beltId)
  const shaft = drive.shafts.find(({ id }) => id === pulley?.shaft)
  if (pulley === undefined || belt === undefined || shaft === undefined)
    return { is: 'refused', why: 'That is not a pulley.' }
  if (entries[0]?.pulley === pulleyId) {
    if (entries.length >= 2) return { is: 'closed' }
    return { is: 'refused', why: `The belt starts at ${shaft.name}; choose the next pulley.` }
  }
  const already = (id: string) => entries.some((entry) => entry.pulley === id)
  if (already(pulleyId))
    return { is: 'refused', why: `The belt already runs on ${shaft.name}. It can run on each pulley once.` }
  if (drive.pulleys.some(({ id, shaft: on }) => on === shaft.id && already(id)))
    return { is: 'refused', why: `The belt already runs on another pulley of ${shaft.name}.` }
  if (pulley.face !== 'smooth' && pulley.section !== belt.section)
    return { is: 'refused', why: `${shaft.name} takes ${pulley.section} belts; ${belt.name} is ${belt.section}.` }
  const contact = pulley.face !== 'smooth' || shaft.mustTurn === drive.engine.crankTurns ? 'ribs' : 'back'
  return { is: 'longer', entries: [...entries, { pulley: pulleyId, contact }] }
}

/** The same pulley met with the other side of the belt. */
export function flipped(entry: RouteEntry): RouteEntry {
  return { ...entry, contact: entry.contact === 'ribs' ? 'back' : 'ribs' }
}

/**
 * What is wrong with the span that was laid last, in words: a span depends on its two pulleys alone, so whatever comes after
 * cannot mend it. The one that would close the belt is not laid yet, and says nothing. Not a refusal: a size may be misread.
 */
export function doubtOf(solution: DriveSolution, beltId: string, entries: readonly RouteEntry[]): string | null {
  const [from, to] = entries.slice(-2).map(({ pulley }) => pulley)
  if (from === undefined || to === undefined) return null
  const spans = (where: readonly string[]) =>
    [where.slice(1, 3), where.slice(3, 5)].filter(({ length }) => length === 2)
  const isLast = ([a, b]: readonly string[]) => a === from && b === to
  const isClosing = ([a, b]: readonly string[]) => a === to && b === entries[0]?.pulley
  const doubt = solution.belts
    .find(({ id }) => id === beltId)
    ?.problems.find(({ code, where }) => {
      if (code === 'SPAN_HITS_PULLEY') return isLast(where.slice(1, 3))
      return code === 'SPANS_CROSS' && spans(where).some(isLast) && !spans(where).some(isClosing)
    })
  return doubt?.message ?? null
}
