import type { CheckedDrive, RouteEntry } from '@emery/core'

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
    return { is: 'refused', why: 'That is no pulley.' }
  if (entries[0]?.pulley === pulleyId) {
    if (entries.length >= 2) return { is: 'closed' }
    return { is: 'refused', why: `The belt starts at ${shaft.name}; pick the pulley it goes to next.` }
  }
  const already = (id: string) => entries.some((entry) => entry.pulley === id)
  if (already(pulleyId))
    return { is: 'refused', why: `The belt has been to ${shaft.name} already; it can meet a pulley once.` }
  if (drive.pulleys.some(({ id, shaft: on }) => on === shaft.id && already(id)))
    return { is: 'refused', why: `The belt runs on another pulley of ${shaft.name} already.` }
  if (pulley.face !== 'smooth' && pulley.section !== belt.section)
    return { is: 'refused', why: `${shaft.name} is cut for ${pulley.section}; ${belt.name} is ${belt.section}.` }
  const contact = pulley.face !== 'smooth' || shaft.mustTurn === drive.engine.crankTurns ? 'ribs' : 'back'
  return { is: 'longer', entries: [...entries, { pulley: pulleyId, contact }] }
}

/** The same pulley met with the other side of the belt. */
export function flipped(entry: RouteEntry): RouteEntry {
  return { ...entry, contact: entry.contact === 'ribs' ? 'back' : 'ribs' }
}
