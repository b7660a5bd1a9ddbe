/** All that is known of a belt's length, and the one answer it comes to: docs/mechanics/length.md. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { LengthReading } from '../drive/length-reading.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { familyOf } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { measureAlone, measureOnDrive, type AidMeasured } from './aids.ts'
import { newBeltTravel } from './belt-wanted.ts'
import { NEW_BELT_TRAVEL } from './nominal.ts'
import { fixedWindow, goodWindow, type FitSituation, type GoodWindow } from './verdict.ts'
import { fuse, type Belief, type Bound, type Estimate } from './fusion.ts'
import { geometrySpread } from './geometry-spread.ts'
import { lengthCurve, type CurvePoint, type LengthCurve } from './length-curve.ts'
import { LABEL_SIGMA_MM, measureOldBelt } from './old-belt.ts'
import { OLD_BELT_SIGMA_MM } from './nominal.ts'
import { contradictingTrials, travelOfTrial, type TrialFinding } from './trials.ts'
import { TRIAL_SIGMA_MM } from './nominal.ts'

/** Why a reading is kept without being counted. */
export type NotCounted =
  'left out' | 'outlier' | 'one of two' | 'wrong section' | 'not seated' | 'bound only' | 'no place'

/** One way of knowing the length, and what it says. */
export interface LengthSource {
  /** The reading's id; `geometry` for the drive itself. */
  readonly id: string
  readonly reading: LengthReading | null
  /** What was read, as a length of its own line, mm; null for the drive itself. */
  readonly read: Mm | null
  /** mm from what was read to the stated length there, and on to the place where a new belt should stand. */
  readonly correction: Mm
  readonly travel: Mm
  /** The belt wanted by this source alone; null where it gives none. */
  readonly length: Mm | null
  readonly sigma: Mm | null
  /** null where it counts in full. */
  readonly not: NotCounted | null
  /** mm by which an outlier says more than the rest agree. */
  readonly apart: Mm | null
}

export interface LengthAnswer {
  readonly sources: readonly LengthSource[]
  /** The length of the belt wanted; null while nothing says. */
  readonly wanted: Belief | null
  /** Travel a new belt should stand at; null for fixed centres. */
  readonly u: number | null
  readonly restsOn: 'marks' | 'nominal' | 'fixed'
  readonly curve: LengthCurve['of'] | null
  /** An adjuster must take the belt up, but none is hung on the drawing yet. */
  readonly unhung: boolean
  /** The drive as the fused answer has it, for belts to be held up to; null for fixed centres, and while nothing is known. */
  readonly situation: FitSituation | null
  /** The stated lengths that fit well, as the fused answer has it. */
  readonly window: GoodWindow | null
  readonly findings: readonly TrialFinding[]
}

/** What is known of the length of one belt. */
export function lengthAnswer({ drive, places }: SettledDrive, settled: SettledBelt): LengthAnswer {
  const readings = (drive.lengths ?? []).filter(({ belt }) => belt === settled.belt.id)
  const geometry = { sigma: geometrySpread(drive, settled, places), unhung: isUnhung(drive, settled) }
  return new Work(settled, readings, geometry).answer()
}

/**
 * Whether some adjuster must take a belt up that is not hung on the drawing: it runs over a tensioner that nothing moves, or it
 * is a V belt, which fixed centres could not keep tight.
 */
function isUnhung(drive: CheckedDrive, { belt, pulleys, adjuster }: SettledBelt): boolean {
  if (adjuster !== null) return false
  const tensioners = new Set(drive.shafts.filter(({ kind }) => kind === 'tensioner').map(({ id }) => id))
  return familyOf(belt.section).wedges || pulleys.some(({ shaft }) => tensioners.has(shaft))
}

/** mm of curve between two travels, for adding to a length read at one to have it at the other. */
type Along = (from: number, to: number) => Mm

class Work {
  private readonly curve: LengthCurve | undefined
  private readonly u: number | null
  private readonly restsOn: LengthAnswer['restsOn']
  private readonly aids: ReadonlyMap<string, AidMeasured>

  constructor(
    private readonly settled: SettledBelt,
    private readonly readings: readonly LengthReading[],
    private readonly drawn: { readonly sigma: Mm | undefined; readonly unhung: boolean },
  ) {
    this.aids = new Map(readings.flatMap((reading) => this.measuredAid(reading)))
    const adjuster = settled.adjuster?.adjuster
    const travel =
      adjuster === undefined ? { u: NEW_BELT_TRAVEL, restsOn: 'nominal' as const } : newBeltTravel(adjuster)
    const counted = readings.filter((reading) => reading.leftOut !== true)
    this.curve = lengthCurve(
      settled,
      counted.flatMap((reading) => this.pointOf(reading, travel.u)),
      drawn.unhung,
    )
    this.u = this.curve?.of === 'fixed' ? null : travel.u
    this.restsOn = this.curve?.of === 'fixed' ? 'fixed' : travel.restsOn
  }

  answer(): LengthAnswer {
    const drafts = [...this.geometry(), ...this.readings.map((reading) => this.sourceOf(reading))]
    const counting = drafts.filter(({ source }) => source.not === null || source.not === 'bound only')
    const estimates = counting.flatMap(({ source: { id, length, sigma } }): Estimate[] =>
      length === null || sigma === null ? [] : [{ id, length, sigma }],
    )
    const { belief, outliers } = fuse(
      estimates,
      counting.flatMap(({ bounds }) => bounds),
    )
    const sources = drafts.map(({ source }): LengthSource => {
      const outlier = outliers.find(({ id }) => id === source.id)
      if (outlier === undefined) return source
      return { ...source, not: outlier.oneOfTwo ? 'one of two' : 'outlier', apart: outlier.apart }
    })
    const situation = belief === null ? null : this.situationFor(belief)
    const trials = this.readings.flatMap((reading) =>
      reading.how === 'trial' && reading.leftOut !== true ? [reading] : [],
    )
    return {
      sources,
      wanted: belief,
      u: this.u,
      restsOn: this.restsOn,
      curve: this.curve?.of ?? null,
      unhung: this.drawn.unhung,
      situation,
      window: belief === null ? null : this.windowFor(belief, situation),
      findings:
        this.curve === undefined || this.curve.of === 'fixed'
          ? []
          : contradictingTrials(trials, this.curve.situation.lengthAt, this.settled.adjuster?.motion),
    }
  }

  /** The curve moved so that it wants the fused length where a new belt should stand. */
  private situationFor(belief: Belief): FitSituation | null {
    const { curve, u } = this
    if (curve === undefined || curve.of === 'fixed' || u === null) return null
    const { lengthAt, stretch } = curve.situation
    const shift = belief.mean - (lengthAt(u)?.length ?? belief.mean)
    return {
      ...curve.situation,
      lengthAt: (at) => {
        const wanted = lengthAt(at)
        return wanted === undefined ? undefined : { ...wanted, length: wanted.length + shift }
      },
      stretch: { ...stretch, lengthFrom: stretch.lengthFrom + shift, lengthTo: stretch.lengthTo + shift },
    }
  }

  private windowFor(belief: Belief, situation: FitSituation | null): GoodWindow | null {
    if (situation !== null) return goodWindow(situation) ?? null
    return this.curve?.of === 'fixed' ? fixedWindow(this.settled, belief.mean) : null
  }

  private geometry(): Draft[] {
    const { curve, u } = this
    const { sigma } = this.drawn
    // Without a path there is no spread of it either.
    const length = curve?.of === 'fixed' ? curve.length : u === null ? undefined : curve?.situation.lengthAt(u)?.length
    if (sigma === undefined || length === undefined) return []
    return [{ source: { ...blank(null), length, sigma }, bounds: [] }]
  }

  private sourceOf(reading: LengthReading): Draft {
    const draft = this.drafted(reading)
    return reading.leftOut === true ? { source: { ...draft.source, not: 'left out' }, bounds: [] } : draft
  }

  private drafted(reading: LengthReading): Draft {
    switch (reading.how) {
      case 'aid': {
        const aid = this.aids.get(reading.id)
        if (aid === undefined) return useless(reading, 'no place')
        return this.placed(reading, aid.aidLength, aid.correction, reading.u, aid.spread)
      }
      case 'label': {
        const { section } = this.settled.belt
        if (reading.section !== section) return useless(reading, 'wrong section')
        return direct(reading, reading.value, 0, LABEL_SIGMA_MM)
      }
      case 'oldBelt': {
        const { correction } = measureOldBelt(this.settled.belt.section, reading.line, reading.value, reading.pin)
        return direct(reading, reading.value, correction, OLD_BELT_SIGMA_MM)
      }
      case 'trial':
        return this.trial(reading)
    }
  }

  private trial(reading: Extract<LengthReading, { how: 'trial' }>): Draft {
    if (reading.outcome === 'on') {
      const read = travelOfTrial(reading, this.settled.adjuster?.motion)
      if (this.curve?.of === 'fixed') return useless(reading, 'no place')
      if (read !== undefined) {
        const perU = Math.abs(this.perU(read.u))
        return this.placed(reading, reading.value, 0, read.u, TRIAL_SIGMA_MM + read.sigma * perU)
      }
      return this.bounding(reading, [
        { side: 'longer', at: 1 },
        { side: 'shorter', at: 0 },
      ])
    }
    if (reading.outcome === 'slack') return this.bounding(reading, [{ side: 'shorter', at: 1 }])
    // A belt riding on a pulley's shoulder reads as too short.
    if (reading.seated !== true) return useless(reading, 'not seated')
    return this.bounding(reading, [{ side: 'longer', at: 0 }])
  }

  /** A length read with the adjuster at travel u, carried to where a new belt should stand. */
  private placed(reading: LengthReading, read: Mm, correction: Mm, u: number, sigma: Mm): Draft {
    const travel = this.along(u, this.u ?? u)
    const slope = this.curve === undefined || this.curve.of === 'fixed' ? 0 : this.curve.slopeSigma
    const source: LengthSource = {
      ...blank(reading),
      read,
      correction,
      travel,
      length: read + correction + travel,
      sigma: Math.hypot(sigma, slope * ((this.u ?? u) - u)),
    }
    return { source, bounds: [] }
  }

  /**
   * What a belt says of which it is only known on which side of the path it lies at an end of the travel: there the path is
   * longer or shorter than the belt, and so is the wanted length, carried to where a new belt should stand.
   */
  private bounding(
    reading: Extract<LengthReading, { how: 'trial' }>,
    ends: readonly { side: Bound['side']; at: number }[],
  ): Draft {
    const bounds = ends.map(({ side, at }) => ({
      id: reading.id,
      side,
      than: reading.value + this.along(at, this.u ?? at),
      sigma: TRIAL_SIGMA_MM,
    }))
    const source: LengthSource = { ...blank(reading), not: 'bound only' }
    return { source, bounds }
  }

  private readonly along: Along = (from, to) => {
    if (this.curve === undefined || this.curve.of === 'fixed') return 0
    const { lengthAt, stretch } = this.curve.situation
    const at = (u: number) => lengthAt(Math.min(stretch.to, Math.max(stretch.from, u)))?.length ?? 0
    return at(to) - at(from)
  }

  private perU(u: number): number {
    return this.curve === undefined || this.curve.of === 'fixed' ? 0 : (this.curve.situation.lengthAt(u)?.perU ?? 0)
  }

  private measuredAid(reading: LengthReading): (readonly [string, AidMeasured])[] {
    if (reading.how !== 'aid') return []
    const { aid, thickness, value, half, stretch, lay, u, backTurns } = reading
    const laid = {
      aid,
      thickness,
      reading: value,
      ...(half === undefined ? {} : { half }),
      ...(stretch === undefined ? {} : { stretch }),
      ...(lay === undefined ? {} : { lay }),
    }
    const measured = measureOnDrive(this.settled, laid, u) ?? measureAlone(this.settled.belt.section, laid, backTurns)
    return [[reading.id, measured]]
  }

  /** A point of the curve for a drive that is not measured itself; an old belt is taken to have stood where a new one should. */
  private pointOf(reading: LengthReading, usual: number): CurvePoint[] {
    const { section } = this.settled.belt
    switch (reading.how) {
      case 'aid': {
        const aid = this.aids.get(reading.id)
        return aid === undefined ? [] : [{ u: reading.u, length: aid.statedLength, sigma: aid.spread }]
      }
      case 'label':
        return reading.section === section ? [{ u: usual, length: reading.value, sigma: LABEL_SIGMA_MM }] : []
      case 'oldBelt': {
        const { statedLength } = measureOldBelt(section, reading.line, reading.value, reading.pin)
        return [{ u: usual, length: statedLength, sigma: OLD_BELT_SIGMA_MM }]
      }
      case 'trial': {
        const read = reading.outcome === 'on' ? travelOfTrial(reading, this.settled.adjuster?.motion) : undefined
        return read === undefined ? [] : [{ u: read.u, length: reading.value, sigma: TRIAL_SIGMA_MM }]
      }
    }
  }
}

interface Draft {
  readonly source: LengthSource
  readonly bounds: readonly Bound[]
}

/** A source before it says anything. */
function blank(reading: LengthReading | null): LengthSource {
  return {
    id: reading?.id ?? 'geometry',
    reading,
    read: reading?.value ?? null,
    correction: 0,
    travel: 0,
    length: null,
    sigma: null,
    not: null,
    apart: null,
  }
}

/** A reading that speaks of the belt wanted itself, wherever the adjuster stood. */
function direct(reading: LengthReading, read: Mm, correction: Mm, sigma: Mm): Draft {
  return { source: { ...blank(reading), read, correction, length: read + correction, sigma }, bounds: [] }
}

function useless(reading: LengthReading, not: NotCounted): Draft {
  return { source: { ...blank(reading), not }, bounds: [] }
}
