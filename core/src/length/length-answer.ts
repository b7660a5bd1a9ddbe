/** All that is known of a belt's length, and the one answer it comes to: docs/mechanics/length.md. */
import type { LengthReading } from '../drive/length-reading.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import type { LengthAt } from '../path/reach-curve.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { familyOf } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { placeOf, type BeltPlace } from './belt-place.ts'
import { bringHome, type BringHome } from './bring-home.ts'
import { fitChances, type WorldWindows } from './fit-chances.ts'
import type { SurveyDisagreement } from './geometry-spread.ts'
import { knowledgeOf, pinned, type Knowledge, type ReachFrom } from './knowledge.ts'
import { END_OF_LIFE_RIDE_MM } from './nominal.ts'
import { posteriorOf, type Belief, type Posterior } from './posterior.ts'
import { markSigma, saidBy, travelRead, type Said } from './said.ts'
import { sourcesOf, type LengthSource } from './sources.ts'
import {
  END_OF_LIFE_SHARE,
  MIN_WINDOW_MM,
  fixedWindow,
  goodWindow,
  type FitSituation,
  type GoodWindow,
} from './verdict.ts'

export interface LengthAnswer {
  readonly sources: readonly LengthSource[]
  /** The length of the belt wanted; null while nothing says. */
  readonly wanted: Belief | null
  /** Where no reading says how long the belt is, but one tried on says on which side it lies. */
  readonly onlySide: { readonly side: 'longer' | 'shorter'; readonly than: Mm } | null
  /** Travel a new belt should stand at; null for fixed centres. */
  readonly u: number | null
  readonly restsOn: 'marks' | 'nominal' | 'fixed'
  readonly reachFrom: ReachFrom
  /** An adjuster must take the belt up, but none is hung on the drawing yet. */
  readonly unhung: boolean
  /** How well the distances agree from which the places come. */
  readonly survey: SurveyDisagreement
  /** The drive as it most likely is, for belts to be held up to; null for fixed centres, and while nothing is known. */
  readonly situation: FitSituation | null
  /** The stated lengths that fit well on the drive as it most likely is. */
  readonly window: GoodWindow | null
  /** A belt that is on and sits well: it ends the search. */
  readonly settled: SettledOn | null
  readonly posterior: Posterior | null
  /** That a belt fits whose length is marked to a standard deviation; null while no length is known. */
  readonly chanceOf: (length: Mm, markSigma: Mm) => number | null
  /** The fewest of these lengths of which one fits. */
  readonly bring: (offered: readonly Mm[]) => BringHome
}

export interface SettledOn {
  readonly id: string
  readonly length: Mm
  readonly label: string
}

/** What is known of the length of one belt, by all of its readings or by those given. */
export function lengthAnswer(
  all: SettledDrive,
  settled: SettledBelt,
  readings = readingsOf(all.drive, settled),
): LengthAnswer {
  const place = placeOf(all.drive, settled)
  const said = readings.map((reading) => saidBy(reading, place.forReadings))
  const knowledge = knowledgeOf(all, settled, place, said)
  const { family, prior, drawn } = knowledge
  const statements = [...(drawn === null ? [] : [drawn]), ...said.flatMap(({ statement }) => statement ?? [])]
  const posterior = pinned(statements, prior) ? posteriorOf(family, statements, prior) : null
  const situation = posterior === null ? null : situationOf(settled, place, knowledge, posterior)
  const window = windowOf(settled, posterior, situation)
  const settledOn = settledBelt(said, posterior, place)
  return {
    sources: sourcesOf(said, knowledge, posterior, place),
    wanted: posterior?.wanted ?? null,
    onlySide: posterior === null ? onlySide(said) : null,
    u: place.u,
    restsOn: place.restsOn,
    reachFrom: knowledge.reachFrom,
    unhung: place.unhung,
    survey: place.survey,
    situation,
    window,
    settled: settledOn,
    posterior,
    chanceOf: (length, sigma) =>
      posterior === null || window === null
        ? null
        : fitChances(posterior, worldWindows(settled, place, situation, window), [length], sigma).both(0, 0),
    bring: (offered) => {
      if (posterior === null || window === null) return { belts: [], together: 0 }
      const lengths = settledOn === null ? offered : [settledOn.length]
      const sigma = settledOn === null ? markSigma(settled.belt.section, posterior.wanted.mean) : 0
      return bringHome(fitChances(posterior, worldWindows(settled, place, situation, window), lengths, sigma))
    },
  }
}

function readingsOf(drive: CheckedDrive, { belt }: SettledBelt): readonly LengthReading[] {
  return (drive.lengths ?? []).filter((reading) => reading.belt === belt.id)
}

/** The nearest belt tried on that the one wanted is longer or shorter than, where that is all that is known. */
function onlySide(said: readonly Said[]): LengthAnswer['onlySide'] {
  const tried = said.flatMap(({ statement, reading }) =>
    statement?.says === 'bounds' ? [{ side: statement.bounds[0]?.side, than: reading.value }] : [],
  )
  const [first] = tried
  if (first?.side === undefined) return null
  const values = tried.map(({ than }) => than)
  return first.side === 'longer'
    ? { side: 'longer', than: Math.max(...values) }
    : { side: 'shorter', than: Math.min(...values) }
}

/** The drive as it most likely is: the mean of its curves, moved to want the mean length where a new belt should stand. */
function situationOf(
  settled: SettledBelt,
  { limits }: BeltPlace,
  { situation, reachFrom }: Knowledge,
  posterior: Posterior,
): FitSituation | null {
  if (reachFrom === 'fixed') return null
  const { median } = posterior.wanted
  if (situation !== undefined && reachFrom === 'geometry') {
    const [curve] = posterior.curves
    return curve?.centre == null ? null : moved(situation, median - curve.centre)
  }
  const { belt } = settled
  const lengthAt = tabulated((u) => median + posterior.offsetAt(u))
  const ends = [lengthAt(0)?.length ?? median, lengthAt(1)?.length ?? median] as const
  return {
    belt,
    lengthAt,
    stretch: { from: 0, to: 1, lengthFrom: ends[0], lengthTo: ends[1], turnsAt: null },
    limits,
    lastPulleys: situation?.lastPulleys ?? [],
    sinking: situation?.sinking ?? sinkingUnplaced(settled),
  }
}

/** One full turn of V groove at the least, however the belt runs. */
function sinkingUnplaced({ belt }: SettledBelt): Mm {
  return familyOf(belt.section).wedges ? 2 * Math.PI * END_OF_LIFE_RIDE_MM : 0
}

function moved(situation: FitSituation, shift: Mm): FitSituation {
  const { lengthAt, stretch } = situation
  return {
    ...situation,
    lengthAt: (at) => {
      const wanted = lengthAt(at)
      return wanted === undefined ? undefined : { ...wanted, length: wanted.length + shift }
    },
    stretch: { ...stretch, lengthFrom: stretch.lengthFrom + shift, lengthTo: stretch.lengthTo + shift },
  }
}

/** Places at which a mean curve is worked out. */
const PLACES = 20

function tabulated(lengthAt: (u: number) => Mm): LengthAt {
  const lengths = Array.from({ length: PLACES + 1 }, (_, i) => lengthAt(i / PLACES))
  return (u) => {
    const i = Math.min(PLACES - 1, Math.max(0, Math.floor(u * PLACES)))
    const [from, to] = [lengths[i] as number, lengths[i + 1] as number]
    return { length: from + (u * PLACES - i) * (to - from), perU: (to - from) * PLACES, turning: 1 }
  }
}

function windowOf(
  settled: SettledBelt,
  posterior: Posterior | null,
  situation: FitSituation | null,
): GoodWindow | null {
  if (posterior === null) return null
  return situation === null ? fixedWindow(settled, posterior.wanted.median) : (goodWindow(situation) ?? null)
}

/** The lengths that fit as the answer's window does, world by world. */
function worldWindows(
  settled: SettledBelt,
  { need }: BeltPlace,
  situation: FitSituation | null,
  window: GoodWindow,
): WorldWindows {
  if (situation === null) return { windowOf: () => (wanted) => fixedWindow(settled, wanted), leastWidth: 0 }
  const { limits, stretch, sinking } = situation
  const within = (u: number) => Math.min(stretch.to, Math.max(stretch.from, u))
  const [first, last, end] = [within(limits.newFrom), within(limits.newTo), within(limits.endTo)]
  const lasts = window.verdict === 'good'
  return {
    leastWidth: lasts ? MIN_WINDOW_MM : 0,
    windowOf: ({ offsetAt }) => {
      const shortest = Math.max(offsetAt(first), offsetAt(stretch.from) + need.mean)
      const [longest, lasting] = [offsetAt(last), offsetAt(end) - sinking]
      return (wanted) => {
        const to = wanted + longest
        return { from: wanted + shortest, to: lasts ? Math.min(to, (wanted + lasting) / (1 + END_OF_LIFE_SHARE)) : to }
      }
    },
  }
}

/** The belt tried on last that went on and stood where a new belt may, unless it is more likely a mistake. */
function settledBelt(
  said: readonly Said[],
  posterior: Posterior | null,
  { forReadings, limits, u }: BeltPlace,
): SettledOn | null {
  const fitting = said.flatMap(({ reading, statement }) => {
    if (reading.how !== 'trial' || reading.outcome !== 'on' || statement === null) return []
    const read = travelRead(reading, forReadings)
    const sits = u === null || (read !== undefined && read.u >= limits.newFrom && read.u <= limits.newTo)
    const blundered = (posterior?.blunders.get(reading.id) ?? 0) > 0.5
    return sits && !blundered ? [{ id: reading.id, length: reading.value, label: reading.written }] : []
  })
  return fitting.at(-1) ?? null
}
