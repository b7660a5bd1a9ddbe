import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Mm } from '../units/quantity.ts'
import { cordRadius } from './cord-radius.ts'
import { metalRadii } from './metal-radii.ts'
import { ribsSigns, type Sign } from './turning.ts'

/** The parts of a drive by id, and what follows from them wherever they stand. */
export interface DriveIndex {
  readonly shafts: ReadonlyMap<string, Shaft>
  readonly pulleys: ReadonlyMap<string, Pulley>
  readonly adjusters: ReadonlyMap<string, Adjuster>
  readonly ribsSigns: ReadonlyMap<string, Sign>
  /** The belt whose length puts each adjuster where it stands. */
  readonly owners: ReadonlyMap<string, string>
  /** Radius of each pulley's outermost metal, mm; only of those whose size is known. */
  readonly metal: ReadonlyMap<string, Mm>
  /** How each belt's pulleys roll before any adjuster changes their size, in route order. */
  readonly rolls: ReadonlyMap<string, readonly CordRoll[]>
  /** The pulleys of each belt, in route order. */
  readonly runs: ReadonlyMap<string, readonly Pulley[]>
}

/** A document is never changed, so whoever settles it again, with an adjuster held or by other rules, finds its parts as they were. */
const known = new WeakMap<CheckedDrive, DriveIndex>()

export function driveIndex(drive: CheckedDrive): DriveIndex {
  const before = known.get(drive)
  if (before !== undefined) return before
  const pulleys = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley]))
  const signs = ribsSigns(drive)
  const runs = new Map(drive.belts.map(({ id, route }) => [id, route.map(({ pulley }) => found(pulleys, pulley))]))
  const index: DriveIndex = {
    shafts: new Map(drive.shafts.map((shaft) => [shaft.id, shaft])),
    pulleys,
    adjusters: new Map(drive.adjusters.map((adjuster) => [adjuster.id, adjuster])),
    ribsSigns: signs,
    owners: ownersOf(drive.belts),
    metal: metalRadii(drive),
    runs,
    rolls: new Map(drive.belts.map((belt) => [belt.id, rollsOf(belt, found(runs, belt.id), found(signs, belt.id))])),
  }
  known.set(drive, index)
  return index
}

/** Of belts that share an adjuster the first whose length is known puts it where it stands, or else the first. */
function ownersOf(belts: readonly Belt[]): ReadonlyMap<string, string> {
  const owners = new Map<string, Belt>()
  for (const belt of belts) {
    if (belt.adjuster === null) continue
    const owner = owners.get(belt.adjuster)
    if (owner === undefined || (belt.length !== null && owner.length === null)) owners.set(belt.adjuster, belt)
  }
  return new Map([...owners].map(([adjuster, { id }]) => [adjuster, id]))
}

/** A pulley as a belt turns it: cord radius in mm, null while its size is not known, and which way. */
export interface CordRoll {
  readonly r: number | null
  readonly sigma: Sign
}

function rollsOf({ section, route }: Belt, pulleys: readonly Pulley[], ribsSign: Sign): CordRoll[] {
  return route.map(({ contact }, i) => {
    const pulley = pulleys[i] as Pulley
    return {
      r: isSized(pulley) ? cordRadius(pulley, section, contact) : null,
      sigma: contact === 'ribs' ? ribsSign : (-ribsSign as Sign),
    }
  })
}

/** A part of a checked drive by its id; that it is there was checked at the door. */
export function found<Value>(map: ReadonlyMap<string, Value>, id: string): Value {
  const value = map.get(id)
  if (value === undefined) throw new Error(`A checked drive refers to "${id}", which it does not hold.`)
  return value
}
