/** Sets of faults that may be there together: docs/mechanics/noise.md. */

/** Faults in a set at most: with four at once nobody would look for a cause, but strip the drive. */
const MOST_AT_ONCE = 3

/** Faults of which every three are weighed: of more, 60 at most, every two, so that a large edition is weighed as fast as the shipped one. */
const MOST_BY_THREES = 30

export interface FaultSets {
  /** Faults in a set at most. */
  readonly atOnce: number
  /** The faults of each set, by their places; the first set is empty. */
  readonly members: readonly (readonly number[])[]
  /** The sets that hold a fault, by their places. */
  readonly holding: readonly Int32Array[]
  /** For each fault, the same sets without it, in the same order. */
  readonly without: readonly Int32Array[]
}

const made = new Map<number, FaultSets>()

/** Every set of up to three of so many faults; of up to two where they are many. */
export function faultSets(faults: number): FaultSets {
  const before = made.get(faults)
  if (before !== undefined) return before
  const atOnce = faults > MOST_BY_THREES ? MOST_AT_ONCE - 1 : MOST_AT_ONCE
  const members: (readonly number[])[] = [[]]
  for (let size = 1, from = 0; size <= atOnce; size++) {
    const until = members.length
    for (let i = from; i < until; i++) {
      const smaller = members[i] ?? []
      for (let fault = (smaller.at(-1) ?? -1) + 1; fault < faults; fault++) members.push([...smaller, fault])
    }
    from = until
  }
  const places = new Map(members.map((each, i) => [each.join(), i]))
  const holding = Array.from({ length: faults }, (_, fault) =>
    Int32Array.from(members.flatMap((each, i) => (each.includes(fault) ? [i] : []))),
  )
  const sets: FaultSets = {
    atOnce,
    members,
    holding,
    without: holding.map((of, fault) =>
      of.map((i) => places.get((members[i] ?? []).filter((each) => each !== fault).join()) ?? 0),
    ),
  }
  made.set(faults, sets)
  return sets
}
