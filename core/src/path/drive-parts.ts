import { isTravelAssumed } from '../adjusters/assumed.ts'
import { adjusterMotion, kindOf, movedShaft } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { isRouted, type Belt } from '../drive/belt.ts'
import type { CheckedDrive, DriveDocument } from '../drive/drive.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { unplaced, type AdjusterMotion } from '../adjusters/motion.ts'
import { cordRadius, metalRadius } from './cord-radius.ts'
import type { CordCircle } from './cord-path.ts'
import { ribsSigns, type Sign } from './turning.ts'

/** Travel of adjusters by id, 0 to 1. */
export type Travels = Readonly<Record<string, number>>

/** The travel at which a drive is drawn when nothing says where its adjuster stands. */
export const MIDDLE_TRAVEL = 0.5

/** The parts of one drive with its adjusters in hand: looked up by id, moved in place while belts are being settled. */
export class DriveParts {
  readonly places = new Map<string, Point>()
  private readonly travels = new Map<string, number>()
  private readonly motions = new Map<string, AdjusterMotion>()
  readonly owners = new Map<string, string>()
  private readonly shafts: ReadonlyMap<string, Shaft>
  private readonly pulleys: ReadonlyMap<string, Pulley>
  private readonly adjusters: ReadonlyMap<string, Adjuster>
  private readonly growth = new Map<string, number>()
  private readonly ribsSigns: ReadonlyMap<string, Sign>

  constructor(
    readonly drive: CheckedDrive,
    readonly held: Travels,
  ) {
    this.shafts = new Map(drive.shafts.map((shaft) => [shaft.id, shaft]))
    this.pulleys = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley]))
    this.adjusters = new Map(drive.adjusters.map((adjuster) => [adjuster.id, adjuster]))
    this.ribsSigns = ribsSigns(drive)
    for (const { id, x, y } of drive.shafts) if (x !== null && y !== null) this.places.set(id, { x, y })
    for (const belt of drive.belts) {
      if (belt.adjuster === null) continue
      const owner = this.owners.get(belt.adjuster)
      if (
        owner === undefined ||
        (belt.length !== null && drive.belts.find(({ id }) => id === owner)?.length === null)
      ) {
        this.owners.set(belt.adjuster, belt.id)
      }
    }
    for (const adjuster of drive.adjusters) {
      this.motions.set(adjuster.id, this.motionOf(adjuster))
      this.stand(adjuster.id, held[adjuster.id] ?? MIDDLE_TRAVEL)
    }
  }

  /** An adjuster whose travel is assumed says nothing of a place that nobody has told. */
  private motionOf(adjuster: Adjuster): AdjusterMotion {
    const shaft = movedShaft(adjuster)
    if (shaft !== null && isTravelAssumed(adjuster) && !this.places.has(shaft)) return unplaced(shaft, 'mm')
    return adjusterMotion(adjuster, (id) => this.places.get(id))
  }

  shaft(id: string): Shaft {
    return found(this.shafts, id)
  }

  adjuster(id: string): Adjuster {
    return found(this.adjusters, id)
  }

  motion(id: string): AdjusterMotion {
    return found(this.motions, id)
  }

  travelOf(adjuster: string): number {
    return found(this.travels, adjuster)
  }

  /** mm that an adjuster has added to a pulley's cord radius. */
  growthOf(pulley: string): number {
    return this.growth.get(pulley) ?? 0
  }

  ribsSign(belt: Belt): Sign {
    return found(this.ribsSigns, belt.id)
  }

  pulleysOf(belt: Belt): Pulley[] {
    return belt.route.map(({ pulley }) => found(this.pulleys, pulley))
  }

  /**
   * Lets an adjuster stand at travel u. One that no belt names and nobody holds leaves its shaft at the stated place,
   * unless the kind has no stated place of its own.
   */
  stand(id: string, u: number): void {
    this.travels.set(id, u)
    const idle = !this.owners.has(id) && this.held[id] === undefined
    if (idle && !kindOf(this.adjuster(id)).placesItsShaft) return
    const motion = this.motion(id)
    if (motion.moves === 'radius') {
      this.growth.set(motion.pulley, motion.growthAt(u).by)
    } else {
      const place = motion.placeAt(u)
      if (place !== undefined) this.places.set(motion.shaft, { x: place.x, y: place.y })
    }
  }

  /** How each pulley of a belt rolls, in route order; needs no place. */
  rollsOf(belt: Belt): CordRoll[] {
    const ribsSign = this.ribsSign(belt)
    return belt.route.map(({ pulley: id, contact }) => {
      const pulley = found(this.pulleys, id)
      const r = isSized(pulley) ? cordRadius(pulley, belt.section, contact) + this.growthOf(id) : null
      return { r, sigma: contact === 'ribs' ? ribsSign : (-ribsSign as Sign) }
    })
  }

  /** The circles of a belt in route order, or what is missing before there can be a path. */
  circlesOf(belt: Belt): CordCircle[] | NoCircles {
    if (!isRouted(belt)) return { ok: false, why: 'unrouted' }
    const rolls = this.rollsOf(belt)
    const circles: CordCircle[] = []
    const missing = { places: [] as string[], sizes: [] as string[] }
    for (const [i, pulley] of this.pulleysOf(belt).entries()) {
      const { r, sigma } = rolls[i] as CordRoll
      const place = this.places.get(pulley.shaft)
      if (r === null) missing.sizes.push(pulley.id)
      if (place === undefined) missing.places.push(pulley.id)
      if (r !== null && place !== undefined) circles.push({ x: place.x, y: place.y, r, sigma })
    }
    return circles.length === rolls.length ? circles : { ok: false, why: 'unmeasured', ...missing }
  }
}

/** A pulley as a belt turns it: cord radius in mm, null while its size is not known, and which way. */
export interface CordRoll {
  readonly r: number | null
  readonly sigma: Sign
}

/** Why a belt has no circles to run round: no route yet, or pulleys of which places or sizes are not measured. */
export type NoCircles =
  | { readonly ok: false; readonly why: 'unrouted' }
  | {
      readonly ok: false
      readonly why: 'unmeasured'
      readonly places: readonly string[]
      readonly sizes: readonly string[]
    }

/** A part of a checked drive by its id; that it is there was checked at the door. */
export function found<Value>(map: ReadonlyMap<string, Value>, id: string): Value {
  const value = map.get(id)
  if (value === undefined) throw new Error(`A checked drive refers to "${id}", which it does not hold.`)
  return value
}

/**
 * Radius of the outermost metal in mm of every pulley whose size is known, by id. Where it follows from the belt, the belt that runs there says so;
 * a pulley that no belt meets is taken as if its own section did, a smooth one as if a multi-rib belt's back did.
 */
export function metalRadii(drive: DriveDocument): ReadonlyMap<string, Mm> {
  const runs = new Map(
    drive.belts.flatMap(({ section, route }) =>
      route.map(({ pulley, contact }) => [pulley, { section, contact }] as const),
    ),
  )
  return new Map(
    drive.pulleys.filter(isSized).map((pulley) => {
      const unmet = pulley.face === 'smooth' ? UNMET_SMOOTH : { section: pulley.section, contact: 'ribs' as const }
      const { section, contact } = runs.get(pulley.id) ?? unmet
      return [pulley.id, metalRadius(pulley, section, contact)]
    }),
  )
}

const UNMET_SMOOTH = { section: 'PK', contact: 'back' } as const
