import { isTravelAssumed } from '../adjusters/assumed.ts'
import { adjusterMotion, kindOf, movedShaft } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { isRouted, type Belt } from '../drive/belt.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { Pulley } from '../drive/pulley.ts'
import type { Shaft } from '../drive/shaft.ts'
import type { Point } from '../numerics/vectors.ts'
import { unplaced, type AdjusterMotion } from '../adjusters/motion.ts'
import type { CordCircle } from './cord-path.ts'
import { driveIndex, found, type CordRoll, type DriveIndex } from './drive-index.ts'
import type { Sign } from './turning.ts'

/** Travel of adjusters by id, 0 to 1. */
export type Travels = Readonly<Record<string, number>>

/** The travel at which a drive is drawn when nothing says where its adjuster stands. */
export const MIDDLE_TRAVEL = 0.5

/** The parts of one drive with its adjusters in hand: looked up by id, moved in place while belts are being settled. */
export class DriveParts {
  readonly places = new Map<string, Point>()
  private readonly travels = new Map<string, number>()
  private readonly motions = new Map<string, AdjusterMotion>()
  private readonly growth = new Map<string, number>()
  private readonly index: DriveIndex

  constructor(
    readonly drive: CheckedDrive,
    readonly held: Travels,
  ) {
    this.index = driveIndex(drive)
    for (const { id, x, y } of drive.shafts) if (x !== null && y !== null) this.places.set(id, { x, y })
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
    return found(this.index.shafts, id)
  }

  get owners(): ReadonlyMap<string, string> {
    return this.index.owners
  }

  adjuster(id: string): Adjuster {
    return found(this.index.adjusters, id)
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
    return found(this.index.ribsSigns, belt.id)
  }

  pulleysOf({ id }: Belt): readonly Pulley[] {
    return found(this.index.runs, id)
  }

  /**
   * Lets an adjuster stand at travel u. One that no belt names and nobody holds leaves its shaft at the stated place,
   * unless the kind has no stated place of its own.
   */
  stand(id: string, u: number): void {
    this.travels.set(id, u)
    const idle = !this.index.owners.has(id) && this.held[id] === undefined
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
  rollsOf({ id, route }: Belt): readonly CordRoll[] {
    const rolls = found(this.index.rolls, id)
    if (this.growth.size === 0) return rolls
    return rolls.map(({ r, sigma }, i) => ({
      r: r === null ? null : r + this.growthOf(route[i]?.pulley ?? ''),
      sigma,
    }))
  }

  /** The circles of a belt in route order, or what is missing before there can be a path. */
  circlesOf(belt: Belt): CordCircle[] | NoCircles {
    if (!isRouted(belt)) return { ok: false, why: 'unrouted' }
    const rolls = this.rollsOf(belt)
    const pulleys = this.pulleysOf(belt)
    const circles: CordCircle[] = []
    const missing = { places: [] as string[], sizes: [] as string[] }
    for (let i = 0; i < rolls.length; i++) {
      const { r, sigma } = rolls[i] as CordRoll
      const pulley = pulleys[i] as Pulley
      const place = this.places.get(pulley.shaft)
      if (r === null) missing.sizes.push(pulley.id)
      if (place === undefined) missing.places.push(pulley.id)
      if (r !== null && place !== undefined) circles.push({ x: place.x, y: place.y, r, sigma })
    }
    return circles.length === rolls.length ? circles : { ok: false, why: 'unmeasured', ...missing }
  }
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
