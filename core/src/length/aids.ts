/** From what was laid along the route in the belt's place to the belt's stated length: docs/mechanics/length.md. */
import type { Contact } from '../drive/belt.ts'
import type { Aid, AidLay } from '../drive/length-reading.ts'
import { isSized, type SizedPulley } from '../drive/pulley.ts'
import { circlesAt } from '../path/circles-at.ts'
import { traceCord } from '../path/cord-path.ts'
import { cordAboveSurface, cordRadius, metalRadius } from '../path/cord-radius.ts'
import type { SettledBelt } from '../path/settle.ts'
import { statedMinusCord } from '../sections/families.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import { radians } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { AID_FIGURES } from './nominal.ts'

/** What was laid, and how it was laid. */
export interface AidLaid {
  readonly aid: Aid
  /** Diameter, or thickness of a strap or tape, mm; an old belt has its section's own. */
  readonly thickness: Mm
  /** What it read, mm. */
  readonly reading: Mm
  /** Only half of the route was measured. */
  readonly half?: boolean
  /** How it lay in the grooves; where nobody has said, a string or wire that is thin enough on their bottom, all else on the rims. */
  readonly lay?: AidLay
  /** Share by which it gave when pulled; the aid's nominal one when left out. */
  readonly stretch?: number
}

export interface AidMeasured {
  /** The aid's own length round the whole route, its stretch put back, mm. */
  readonly aidLength: Mm
  /** mm to add to get the belt's stated length. */
  readonly correction: Mm
  readonly statedLength: Mm
  /** Standard deviation, mm (nominal). */
  readonly spread: Mm
}

/** A string or wire sinks to the bottom of a groove it is no thicker than. */
function liesInGroove({ aid, thickness }: Pick<AidLaid, 'aid' | 'thickness'>, section: Section): boolean {
  const { family, pitch, topWidth } = sectionFigures(section)
  if (family === 'toothed' || (aid !== 'string' && aid !== 'wire')) return false
  return thickness <= (topWidth ?? pitch)
}

/**
 * How much farther from a pulley's centre the aid's own line runs than the belt's cord would, mm.
 *
 *   on the bottom of a groove   ρ = d/2 − depth + q/2        on the rims, or on a smooth face   ρ = d/2 + q/2
 *   held by a groove's flanks   ρ = d/2 − w/(2·tan(φ/2)) + q/(2·sin(φ/2)), or on its edges   ρ = d/2 + √(q² − w²)/2
 *   along an old belt's back    ρ = r + t with the ribs down, r − t with the back down
 */
function lineBesideCord(pulley: SizedPulley, section: Section, contact: Contact, laid: AidLaid): Mm {
  const r = cordRadius(pulley, section, contact)
  const { cordBelowBack } = sectionFigures(section)
  if (laid.aid === 'oldbelt') return contact === 'ribs' ? cordBelowBack : -cordBelowBack
  const rim = metalRadius(pulley, section, contact) - (pulley.flange ?? 0)
  const inGroove = pulley.face !== 'smooth' && contact === 'ribs'
  return rim + (inGroove ? aidAboveRim(laid, section) : laid.thickness / 2) - r
}

/** mm that the aid's own line runs above the rims of grooved pulleys; below them it is negative. */
export function aidAboveRim(laid: Pick<AidLaid, 'aid' | 'thickness' | 'lay'>, section: Section): Mm {
  const { family, grooveDepth } = sectionFigures(section)
  const q = laid.thickness
  const lay = laid.lay ?? (liesInGroove(laid, section) ? 'groove' : 'rims')
  if (lay === 'rims' || family === 'toothed') return q / 2
  const bottom = q / 2 - grooveDepth
  return lay === 'groove' ? bottom : Math.max(bottom, heldByFlanks(q, section))
}

/** The same for a round aid that a groove's flanks hold; one that is too thick for them lies on the groove's edges. */
function heldByFlanks(q: Mm, section: Section): Mm {
  const { pitch, topWidth, flankAngle } = sectionFigures(section)
  const w = topWidth ?? pitch
  const half = radians(flankAngle / 2)
  return q * Math.cos(half) > w ? Math.sqrt(q * q - w * w) / 2 : q / (2 * Math.sin(half)) - w / (2 * Math.tan(half))
}

/** The length of the aid itself, its stretch put back: `L = reading / (1 − ε)`, twice where half was measured. */
function ownLength({ aid, reading, half = false, stretch = AID_FIGURES[aid].stretch }: AidLaid): Mm {
  return (half ? 2 * reading : reading) / (1 - stretch)
}

/** Half a route measured doubles the reading's error with it. */
function spreadOf({ aid, half = false }: AidLaid): Mm {
  return AID_FIGURES[aid].sigma * (half ? 2 : 1)
}

function measured(laid: AidLaid, correction: Mm): AidMeasured {
  const aidLength = ownLength(laid)
  return { aidLength, correction, statedLength: aidLength + correction, spread: spreadOf(laid) }
}

/**
 * The stated length that an aid's reading comes to, with the drive's geometry known: `correction = L_stated − L_aid`, both
 * paths at the adjuster's travel u. Undefined where there is no path.
 */
export function measureOnDrive(settled: SettledBelt, laid: AidLaid, u: number): AidMeasured | undefined {
  const { belt, pulleys } = settled
  const circles = circlesAt(settled, u)
  if (circles === undefined) return undefined
  const cord = traceCord(circles)
  const aid = traceCord(
    circles.map((circle, i) => {
      const pulley = pulleys[i]
      const contact = belt.route[i]?.contact ?? 'ribs'
      const beside = pulley !== undefined && isSized(pulley) ? lineBesideCord(pulley, belt.section, contact, laid) : 0
      return { ...circle, r: circle.r + beside }
    }),
  )
  if (!cord.ok || !aid.ok) return undefined
  return measured(laid, cord.length + statedMinusCord(belt.section) - aid.length)
}

/**
 * The same with nothing known of the drive but how many turns the belt's back lies on (Θb; the ribs lie on Θr = 1 + Θb):
 * `correction = 2π·(Θr·Δρ_r + Θb·Δρ_b)`, Δρ being how much farther from the pulley's centre the belt's stated line runs than
 * the aid's at each face.
 */
export function measureAlone(section: Section, laid: AidLaid, backTurns = 0): AidMeasured {
  const { family, cordAboveEffective, cordBelowBack } = sectionFigures(section)
  if (laid.aid === 'oldbelt') return measured(laid, statedMinusCord(section) - 2 * Math.PI * cordBelowBack)
  const half = laid.thickness / 2
  // From the rim to the stated line: on it for PK and V, above the tips for teeth; on the back, above the smooth face.
  const statedOnRim = family === 'toothed' ? cordAboveEffective : 0
  const statedOnBack =
    cordAboveSurface(section, 'back') + { 'multi-rib': cordAboveEffective, vee: -cordBelowBack, toothed: 0 }[family]
  const onRim = statedOnRim - aidAboveRim(laid, section)
  const onBack = statedOnBack - half
  return measured(laid, 2 * Math.PI * ((1 + backTurns) * onRim + backTurns * onBack))
}
