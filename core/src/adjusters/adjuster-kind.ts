import type { Point } from '../numerics/vectors.ts'
import type { Adjuster, AdjusterKind, AdjusterOf } from './adjuster.ts'
import type { AdjusterMotion } from './motion.ts'

/** What a new adjuster is put on: a shaft that has its place, and the pulley on it that the belt runs on. */
export interface AdjusterSite {
  readonly id: string
  readonly shaft: string
  readonly pulley: string
  readonly place: Point
}

/** A handle by which an adjuster can be pulled on the drawing: a point of it, and the adjuster with that point elsewhere. */
export interface AdjusterHandle {
  readonly name: 'pivot' | 'slack end' | 'tight end' | 'lug' | 'anchor'
  readonly at: Point
  readonly moved: (to: Point) => Adjuster
}

/** Travel at the first mark, at the mark for a new belt and at the last mark. */
export interface AdjusterMarks {
  readonly min: number
  readonly nominal: number
  readonly max: number
}

/** A number of an adjuster that a person types: its key, what it is called, and whether it is a length. */
export interface AdjusterField {
  readonly key: Exclude<NumberKeys<Adjuster>, 'perTurn'>
  readonly label: string
  readonly is: 'length' | 'number'
}

/** Keys whose values are numbers, of each kind there may be. */
type NumberKeys<Of> = Of extends unknown
  ? { [Key in keyof Of]-?: Of[Key] extends number ? Key : never }[keyof Of] & string
  : never

/** A bar or a slot that carries a moved pulley, as it stands. */
export interface Carrier {
  readonly is: 'arm' | 'slot'
  readonly from: Point
  readonly to: Point
}

/** Where an adjuster stands, for whoever draws it. */
export interface CarrierPlaces {
  /** Its shaft as it is moved. */
  readonly at: Point
  /** Its shaft's stated place. */
  readonly stated: Point
  /** Its shaft at the slack and at the tight end; null where the parts do not reach. */
  readonly ends: readonly [Point, Point] | null
}

/**
 * All that tells one kind of adjuster from the others. A new kind is a file with one of these, its registration in `kinds.ts`, and its
 * schema among the document's. Methods rather than functions: the registry is asked for the kind of whichever adjuster is at hand.
 */
export interface AdjusterBehaviour<Kind extends AdjusterKind> {
  /** What it is called where one is chosen. */
  readonly name: string
  /** What can hurt when a belt is changed with it. */
  readonly caution: string
  /** The same in the plan of a belt change; none beside what is said there anyway. */
  readonly planCaution?: string
  /** What has to be slackened before the belt comes off, line by line. */
  readonly slacken: readonly string[]
  /** Whether a spring takes up the slack, or somebody's hand. */
  readonly tensionedBy: 'spring' | 'hand'
  /** Whether its shaft stands where its own pivot puts it, whatever place the shaft states. */
  readonly placesItsShaft: boolean
  /** The numbers a person types, in the order in which they are asked for. */
  readonly fields: readonly AdjusterField[]
  /** mm that one turn of its screw or rod gives (nominal); null where it has neither. */
  readonly perTurn: number | null

  /** `placeOf` gives a shaft's stated place; undefined while it is not measured. */
  motion(adjuster: AdjusterOf<Kind>, placeOf: (shaft: string) => Point | undefined): AdjusterMotion
  /** One with dimensions that parts of its kind commonly have (nominal), standing where its shaft stands now. */
  fresh(site: AdjusterSite): AdjusterOf<Kind>
  /** With its slack and tight ends exchanged; null where they cannot be. */
  swapped(adjuster: AdjusterOf<Kind>): Adjuster | null
  handles(adjuster: AdjusterOf<Kind>, stated: Point): readonly AdjusterHandle[]
  /** Points of its own that go along when its shaft is moved. */
  points(adjuster: AdjusterOf<Kind>): readonly { x: number; y: number }[]
  /** What in it does not hold together, by key. */
  problems(adjuster: AdjusterOf<Kind>): readonly { readonly key: string; readonly message: string }[]
  carriers(adjuster: AdjusterOf<Kind>, places: CarrierPlaces): readonly Carrier[]
  /** mm by which its shaft moves along its way when its reading changes by `by`; null where that is not told. */
  movedAtShaft(adjuster: AdjusterOf<Kind>, by: number, shaftAt: Point | undefined): number | null
  /** The reading `value` of its motion in words that can be checked on the part; `text` writes a length. */
  readingText(adjuster: AdjusterOf<Kind>, value: number, text: (mm: number) => string): string
  /** Its own marks; undefined where it has none. */
  marks(adjuster: AdjusterOf<Kind>): AdjusterMarks | undefined
}
