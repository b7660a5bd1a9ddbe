/** One number from two or three, without a drive: docs/mechanics/sums.md. */
import type { SizedPulley } from '../drive/pulley.ts'
import { measureAlone, type AidLaid, type AidMeasured } from '../length/aids.ts'
import { standardLengths } from '../length/standard-lengths.ts'
import { radians } from '../numerics/vectors.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import { cordRadius } from '../path/cord-radius.ts'
import { travelLimits } from '../path/travel-limits.ts'
import { ribsOf } from '../sections/families.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import { deflectionFor, pluckFrequency, type CheckedSpan } from '../tension/hand-checks.ts'
import { FINGER_FORCE, SETTING_SHARE } from '../tension/nominal.ts'
import { settingFor, tensionOf, type BeltAge, type SpanReading } from '../tension/setting.ts'
import type { Mm } from '../units/quantity.ts'
import type { Verdict } from '../verdict/verdict.ts'
import { OUT_MM } from '../alignment/nominal.ts'
import { USUAL_BELT_MM } from './nominal.ts'

export interface RatioSum {
  /** Turns of the driven pulley for one of the driving, on the cord lines. */
  readonly ratio: number
  /** Radii on which the belt's cords run, mm. */
  readonly radii: readonly [driving: Mm, driven: Mm]
  /** The same from the outside diameters alone, which is what a tape gives. */
  readonly outside: number
}

/** The ratio of two pulleys measured across the outside, for a belt of a section with its inner side down. Undefined where a cord would run at no radius. */
export function ratioSum(driving: Mm, driven: Mm, section: Section): RatioSum | undefined {
  const radius = (diameter: Mm) => cordRadius(pulleyOf(section, diameter), section, 'ribs')
  const radii = [radius(driving), radius(driven)] as const
  if (!(radii[0] > 0) || !(radii[1] > 0)) return undefined
  return { ratio: radii[0] / radii[1], radii, outside: driving / driven }
}

function pulleyOf(section: Section, diameter: Mm): SizedPulley {
  const { family } = sectionFigures(section)
  const of = { id: '', shaft: '', diameter, diameterAt: 'outside' } as const
  // Of a toothed pulley the outside is told here, not its teeth: its cord runs as far above the tips as on any other.
  if (family !== 'vee') return { ...of, face: 'ribbed', section, grooves: 1 }
  return { ...of, face: 'vee', section, grooves: 1 }
}

/** A span that is pressed or plucked, and the belt it is part of. */
export interface SpanAsked {
  readonly section: Section
  readonly ribs: number
  readonly span: Mm
  /** Of the whole belt; null where it is not known, and a common one is taken. */
  readonly beltLength: Mm | null
}

export interface TensionSum {
  /** N at rest, for the whole belt, with its standard deviation. */
  readonly tension: number
  readonly sigma: number
  readonly wanted: number
  /** Fine within a tenth of what is wanted; to be slackened or tightened beyond. */
  readonly verdict: Verdict
  readonly perRib: number
}

function spanOf({ section, ribs, span, beltLength }: SpanAsked): CheckedSpan {
  return { length: span, cordLength: beltLength ?? USUAL_BELT_MM, ...beltStiffness({ section, ribs }, []) }
}

/** The tension of a span from what a hand read of it, against what a belt of that age is set to (nominal). */
export function tensionSum(asked: SpanAsked, reading: SpanReading, age: BeltAge): TensionSum {
  const { tension, sigma } = tensionOf(spanOf(asked), reading)
  const wanted = settingFor(asked, age)
  const verdict = Math.abs(tension - wanted) <= SETTING_SHARE * wanted ? 'fine' : 'act'
  return { tension, sigma, wanted, verdict, perRib: tension / ribsOf(asked.section, asked.ribs) }
}

/** How a span shows a tension: mm under a finger, and Hz when it is plucked. */
export function spanSigns(
  asked: SpanAsked,
  tension: number,
  force = FINGER_FORCE,
): { readonly deflection: Mm; readonly frequency: number } {
  const span = spanOf(asked)
  return { deflection: deflectionFor(span, tension, force), frequency: pluckFrequency(span, tension) }
}

export interface LengthSum extends AidMeasured {
  /** Lengths that such belts are commonly made in, the nearest first (nominal). */
  readonly sizes: readonly Mm[]
}

/** A belt's stated length from something laid along the route, of which nothing else is known. */
export function lengthSum(section: Section, laid: AidLaid, backTurns: number): LengthSum {
  const measured = measureAlone(section, laid, backTurns)
  const { statedLength, spread } = measured
  const { standardStep } = sectionFigures(section)
  const within = Math.max(2 * spread, standardStep)
  const sizes = standardLengths(section, statedLength - within, statedLength + within)
  return { ...measured, sizes: sizes.toSorted((a, b) => Math.abs(a - statedLength) - Math.abs(b - statedLength)) }
}

/**
 * mm by which a split pulley's running diameter grows when a shim of thickness t is taken out from between its halves: they come together by t, and
 * the belt climbs their flanks, `t / tan(φ/2)`.
 */
export function shimSum(thickness: Mm, flankAngleDeg: number): Mm {
  return thickness / Math.tan(radians(flankAngleDeg) / 2)
}

export interface LineSum {
  /** mm, positive toward the block: the depth against that of the crank. */
  readonly offset: Mm
  readonly out: boolean
}

/** Depths from a straightedge on the crank pulley: how far each pulley's first rib stands from the crank's. */
export function lineSum(crank: Mm, others: readonly Mm[]): readonly LineSum[] {
  return others.map((depth) => ({ offset: depth - crank, out: Math.abs(depth - crank) > OUT_MM }))
}

export interface TravelSum {
  /** Where the belt stands: 0 at the slack end of the adjuster, 1 at its tight end; beyond either it does not fit. */
  readonly travel: number
  /** mm of belt that the whole travel takes up. */
  readonly reach: Mm
  readonly verdict: Verdict
  /** Where a new belt may stand, by its travel (nominal). */
  readonly newBelt: readonly [from: number, to: number]
}

/**
 * Where an adjuster stands with a belt, from the lengths laid or fitted at its two ends: `u = (L − L_slack) / (L_tight − L_slack)`. Undefined where
 * the tight end is not the longer.
 */
export function travelSum(slackEnd: Mm, tightEnd: Mm, belt: Mm): TravelSum | undefined {
  const reach = tightEnd - slackEnd
  if (!(reach > 0)) return undefined
  const travel = (belt - slackEnd) / reach
  const { newFrom, newTo, endTo } = travelLimits(null)
  const verdict = travel < 0 || travel > 1 ? 'act' : travel < newFrom || travel > endTo ? 'watch' : 'fine'
  return { travel, reach, verdict, newBelt: [newFrom, newTo] }
}
