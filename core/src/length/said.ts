/** From readings as they were written down to what each says of the path: docs/mechanics/length.md. */
import type { LengthReading, LengthReadingOf } from '../drive/length-reading.ts'
import type { AdjusterMarks } from '../adjusters/adjuster-kind.ts'
import type { AdjusterMotion } from '../adjusters/motion.ts'
import { shortWayRoundDeg } from '../numerics/vectors.ts'
import { familyOf } from '../sections/families.ts'
import { readLabel } from '../sections/labels.ts'
import type { Section } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import {
  LABEL_SIGMA_MM,
  LONG_VEE_MM,
  LONG_VEE_SIGMA_MM,
  MARK_BAND_SHARE,
  MARK_SIGMA_MM,
  NOMINAL_MARKS,
  OLD_BELT_SIGMA_MM,
  PLACE_SIGMA,
  TRAVEL_SIGMA,
  TRIAL_SIGMA_MM,
} from './nominal.ts'
import { measureOldBelt } from './old-belt.ts'
import type { MeantLength, PathBound, ReadTravel, Statement } from './statement.ts'

/** Why a reading is kept without being counted. */
export type NotCounted = 'left out' | 'wrong section' | 'not seated' | 'no place' | 'impossible'

/** What a reading says, or why it says nothing; and how what was read came to a length. */
export interface Said {
  readonly reading: LengthReading
  readonly statement: Statement | null
  readonly not: NotCounted | null
  /** mm from what was read to the stated length where it was read. */
  readonly correction: Mm
}

/** mm of belt beyond the path without which it does not go on, as far as that is known. */
export interface SlackNeeded {
  readonly mean: Mm
  readonly sigma: Mm
}

/** What of a belt's place decides how its readings are understood. */
export interface ReadingPlace {
  readonly section: Section
  readonly motion: AdjusterMotion | undefined
  readonly marks: AdjusterMarks | undefined
  readonly need: SlackNeeded
  /** The lengths below and above which nothing is believed; null where nothing is known of the pulleys. */
  readonly shortestPath: Mm | null
  /** Fixed centres: the path with a belt on it, less the belt, from just tight to as tight as it may be. */
  readonly strain: { readonly slack: Mm; readonly tight: Mm } | null
  /** What was laid round in the belt's place, as stated lengths, one for each way in which it may have lain. */
  readonly aidsMeant: (reading: LengthReadingOf<'aid'>) => readonly MeantLength[]
}

export function saidBy(reading: LengthReading, place: ReadingPlace): Said {
  const none = (not: NotCounted): Said => ({ reading, statement: null, not, correction: 0 })
  if (reading.leftOut === true) return none('left out')
  const says = (statement: Statement, correction = 0): Said => ({ reading, statement, not: null, correction })
  switch (reading.how) {
    case 'aid': {
      const meant = place.aidsMeant(reading)
      const longest = Math.max(...meant.map(({ length }) => length))
      if (place.shortestPath !== null && longest < place.shortestPath - IMPOSSIBLE_MM) return none('impossible')
      const correction = meant.reduce((sum, { length, share }) => sum + share * length, 0) - twiceIfHalf(reading)
      return says({ id: reading.id, says: 'length', meant, at: aidTravel(reading.u) }, correction)
    }
    case 'label':
      if (reading.section !== place.section) return none('wrong section')
      return says(
        oldBeltSays(reading, reading.value, Math.max(LABEL_SIGMA_MM, markSigma(place.section, reading.value)), place),
      )
    case 'oldBelt': {
      const { correction, statedLength } = measureOldBelt(place.section, reading.line, reading.value, reading.pin)
      return says(oldBeltSays(reading, statedLength, OLD_BELT_SIGMA_MM, place), correction)
    }
    case 'trial':
      return trialSays(reading, place, says, none)
  }
}

/** mm below the shortest possible path at which a reading is not believed at all. */
const IMPOSSIBLE_MM = 10

function twiceIfHalf({ value, half }: LengthReadingOf<'aid'>): Mm {
  return half === true ? 2 * value : value
}

/** Standard deviation of a belt's length about its mark, mm (nominal). */
export function markSigma(section: Section, length: Mm): Mm {
  return familyOf(section).wedges && length > LONG_VEE_MM ? LONG_VEE_SIGMA_MM : TRIAL_SIGMA_MM
}

/** The same of a belt on the shelf, by its maker's class. */
export function shelfMarkSigma(section: Section, length: Mm, makerClass: keyof typeof MARK_SIGMA_MM = 'unknown'): Mm {
  const own = MARK_SIGMA_MM[makerClass]
  return familyOf(section).wedges && length > LONG_VEE_MM ? Math.max(own, LONG_VEE_SIGMA_MM) : own
}

/** The ends of an adjuster's travel are felt, places between them are judged by eye. */
function aidTravel(u: number): ReadTravel {
  return { u, sigma: u === 0 || u === 1 ? 0 : TRAVEL_SIGMA.travel }
}

type Placed = Pick<LengthReadingOf<'trial'>, 'scale' | 'place'>

/** A belt that was on the engine: as long as the path where the adjuster stood, or merely within the adjuster's reach. */
function oldBeltSays(
  reading: LengthReadingOf<'label' | 'oldBelt'>,
  length: Mm,
  sigma: Mm,
  place: ReadingPlace,
): Statement {
  const { id } = reading
  if (place.strain !== null) return tightOnFixed(id, length, sigma, place.strain)
  const read = travelRead(reading, place)
  return read === undefined
    ? wentOn(id, length, sigma, place)
    : { id, says: 'length', meant: [{ length, sigma, share: 1 }], at: read }
}

function trialSays(
  reading: LengthReadingOf<'trial'>,
  place: ReadingPlace,
  says: (statement: Statement) => Said,
  none: (not: NotCounted) => Said,
): Said {
  const { id, value, outcome } = reading
  const [marked] = reading.written === '' ? [] : readLabel(reading.written)
  if (marked !== undefined && marked.notation !== 'bare' && marked.section !== place.section)
    return none('wrong section')
  const sigma = markSigma(place.section, value)
  const bound = (...bounds: readonly PathBound[]) => says({ id, says: 'bounds', bounds })
  if (outcome === 'slack') return bound({ side: 'shorter', u: 1, than: value + (place.strain?.slack ?? 0), sigma })
  if (outcome === 'too-short') {
    // A belt riding on a pulley's shoulder reads as too short.
    if (reading.seated !== true) return none('not seated')
    return bound(
      place.strain === null
        ? { side: 'longer', u: 0, than: value - place.need.mean, sigma: Math.hypot(sigma, place.need.sigma) }
        : { side: 'longer', u: 0, than: value + place.strain.tight, sigma },
    )
  }
  if (place.strain !== null) return says(tightOnFixed(id, value, sigma, place.strain))
  const read = travelRead(reading, place)
  if (read !== undefined) return says({ id, says: 'length', meant: [{ length: value, sigma, share: 1 }], at: read })
  return reading.place === undefined ? says(wentOn(id, value, sigma, place)) : none('no place')
}

/** It went on, and the adjuster took it up: that is all. */
function wentOn(id: string, length: Mm, sigma: Mm, { need }: ReadingPlace): Statement {
  return {
    id,
    says: 'bounds',
    bounds: [
      { side: 'shorter', u: 0, than: length - need.mean, sigma: Math.hypot(sigma, need.sigma) },
      { side: 'longer', u: 1, than: length, sigma },
    ],
  }
}

/** On fixed centres a belt that is on and tight is shorter than its path by its strain. */
function tightOnFixed(
  id: string,
  length: Mm,
  sigma: Mm,
  { slack, tight }: { readonly slack: Mm; readonly tight: Mm },
): Statement {
  const beside = (tight - slack) / Math.sqrt(12)
  const meant = [{ length: length + (slack + tight) / 2, sigma: Math.hypot(sigma, beside), share: 1 }]
  return { id, says: 'length', meant, at: { u: 0, sigma: 0 } }
}

/** Where the adjuster stood with a belt on, 0 to 1, and how closely that was read; undefined where it was not, or cannot be told. */
export function travelRead(
  { scale, place }: Placed,
  { motion, marks }: Pick<ReadingPlace, 'motion' | 'marks'>,
): { readonly u: number; readonly sigma: number } | undefined {
  if (scale === undefined || place === undefined) return undefined
  if (scale === 'marks') return travelOfMark(place, marks ?? NOMINAL_MARKS)
  if (scale !== 'reading') return { u: Math.min(1, Math.max(0, place)), sigma: TRAVEL_SIGMA[scale] }
  if (motion === undefined) return undefined
  const [from, to] = [motion.valueAt(0), motion.valueAt(1)]
  const span = motion.unit === 'deg' ? shortWayRoundDeg(from, to) : to - from
  if (span === 0) return undefined
  const along = motion.unit === 'deg' ? shortWayRoundDeg(from, place) : place - from
  return { u: Math.min(1, Math.max(0, along / span)), sigma: PLACE_SIGMA[motion.unit] / Math.abs(span) }
}

/** Marks as places: 0 the slack stop, 1 the first mark, 2 the one for a new belt, 3 the last, 4 the tight stop; halves lie between two. */
export function travelOfMark(
  place: number,
  { min, nominal, max }: AdjusterMarks,
): { readonly u: number; readonly sigma: number } {
  const stops = [0, min, nominal, max, 1]
  const within = Math.min(4, Math.max(0, place))
  const i = Math.min(3, Math.floor(within))
  const [from, to] = [stops[i] ?? 0, stops[i + 1] ?? 1]
  const along = within - i
  const between = along > 0.01 && along < 0.99
  return {
    u: from + along * (to - from),
    sigma: between ? Math.max(TRAVEL_SIGMA.pointer, MARK_BAND_SHARE * (to - from)) : TRAVEL_SIGMA.pointer,
  }
}

/** A path that was drawn while nobody knew where its adjuster stood. */
export function drawnPathSays(length: Mm, sigma: Mm): Statement {
  return { id: 'geometry', says: 'length', meant: [{ length, sigma, share: 1 }], at: 'anywhere' }
}
