/** A drive's own distances and photo marks, and the places that follow from them. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit, Stamp } from '../drive/edits.ts'
import { putShaft } from '../drive/edits-parts.ts'
import { withFact } from '../drive/edits-facts.ts'
import type { DistanceReading, SideAnswer } from '../drive/survey.ts'
import { CALIPER_SIGMA_MM, LOOSE_SIGMA_MM, TAPE_SIGMA_MM } from '../drive/nominal.ts'
import { degrees } from '../numerics/vectors.ts'
import { metalRadii } from '../path/metal-radii.ts'
import { listed } from '../solution/part-names.ts'
import type { Mm } from '../units/quantity.ts'
import { centreDistance } from '../drive/centre-distance.ts'
import { placesFromPhoto, type PhotoResult } from './photo.ts'
import { shiftedMap } from './plane-map.ts'
import { surveyPlaces } from './survey.ts'
import type { MirrorAnswer, MirrorQuestion, SurveyResult } from './survey-types.ts'

/** The survey of a drive: ids of places and questions are those of shafts, residuals stand in the order of the distances. */
export interface DriveSurvey extends Omit<SurveyResult, 'residuals'> {
  readonly residuals: readonly {
    readonly distance: DistanceReading
    readonly residual: Mm | null
    readonly outlier: boolean
  }[]
}

/**
 * Works out the places of shafts from a drive's distances. Shafts whose place was found in another way stand where they are;
 * undefined while the drive has no distances. Metal that is not measured keeps a rim's reading from counting.
 */
export function surveyDrive(drive: CheckedDrive | DriveDraft): DriveSurvey | undefined {
  const { survey } = drive
  if (survey === undefined || survey.distances.length === 0) return undefined
  const metal = metalRadii(drive)
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const shaft = (pulley: string) => shaftOf.get(pulley) ?? ''
  const surveyed = new Set(survey.distances.flatMap(({ from, to }) => [shaft(from), shaft(to)]))
  const distances = survey.distances.map(({ from, to, kind, value, sigma = TAPE_SIGMA_MM }) => {
    const centres = centreDistance(kind, value, metal.get(from), metal.get(to))
    // A rim of unknown size makes a reading of nothing: no shaft has this name.
    const between = centres === undefined ? '' : shaft(from)
    return { from: between, to: shaft(to), kind: 'centre' as const, value: centres ?? 0, sigma }
  })
  const answers = survey.sides.map(({ from, to, of, side }) => ({
    from: shaft(from),
    to: shaft(to),
    of: shaft(of),
    side,
  }))
  const shafts = drive.shafts.filter(({ id }) => surveyed.has(id))
  const held = shafts.filter((each) => isHeld(each))
  const result = surveyPlaces({
    pulleys: shafts.map((each) => ({
      id: each.id,
      diameter: null,
      ...(isHeld(each) ? { x: each.x ?? 0, y: each.y ?? 0 } : {}),
    })),
    distances,
    sides: answers,
    ...uprightOf(drive, shafts, held, shaft),
  })
  return {
    ...result,
    residuals: survey.distances.map((distance, i) => ({
      distance,
      residual: result.residuals[i]?.residual ?? null,
      outlier: result.residuals[i]?.outlier ?? false,
    })),
  }
}

type DraftShaft = (CheckedDrive | DriveDraft)['shafts'][number]

/** A shaft that stays where it is: its place was found in another way than by these distances. */
function isHeld({ x, y, placed }: DraftShaft): boolean {
  return x !== null && y !== null && placed?.how !== 'distances'
}

/** Which way is up: as someone said, or as the drawing has had it, so that a new reading does not turn the whole. */
function uprightOf(
  { survey }: CheckedDrive | DriveDraft,
  shafts: readonly DraftShaft[],
  held: readonly DraftShaft[],
  shaft: (pulley: string) => string,
) {
  if (survey?.upright !== undefined) {
    const { from, to, direction } = survey.upright
    return { upright: { from: shaft(from), to: shaft(to), direction } }
  }
  const centre = held[0]
  const before = shafts.find((each) => each.x !== null && each.placed?.how === 'distances')
  if (centre === undefined || before === undefined) return {}
  const direction = degrees(Math.atan2((before.y ?? 0) - (centre.y ?? 0), (before.x ?? 0) - (centre.x ?? 0)))
  return { upright: { from: centre.id, to: before.id, direction } }
}

/** Puts every shaft that the distances determine where they have it; one they no longer hold loses its place. */
export function placeByDistances(stamp: Stamp): DriveEdit {
  return (draft) => {
    const result = surveyDrive(draft)
    const found = new Map((result?.pulleys ?? []).map((place) => [place.id, place]))
    for (const shaft of draft.shafts) {
      const place = found.get(shaft.id)
      if (isHeld(shaft)) continue
      if (place !== undefined) putShaft(shaft.id, place, 'distances', stamp, place.sigma)(draft)
      else if (shaft.placed?.how === 'distances') {
        Object.assign(shaft, { x: null, y: null })
        delete shaft.placed
      }
    }
  }
}

export function addDistance(distance: DistanceReading, stamp: Stamp): DriveEdit {
  return (draft) => {
    draft.survey ??= { distances: [], sides: [] }
    draft.survey.distances.push({ ...distance })
    placeByDistances(stamp)(draft)
  }
}

export function removeDistance(distanceId: string, stamp: Stamp): DriveEdit {
  return (draft) => {
    if (draft.survey === undefined) return
    draft.survey.distances = draft.survey.distances.filter(({ id }) => id !== distanceId)
    placeByDistances(stamp)(draft)
  }
}

/** Settles a mirror question, in ids of shafts. */
export function answerSide(answer: MirrorAnswer, stamp: Stamp): DriveEdit {
  return (draft) => {
    if (draft.survey === undefined) return
    const pulley = (shaft: string) => draft.pulleys.find((each) => each.shaft === shaft)?.id ?? shaft
    const [from, to, of] = [pulley(answer.from), pulley(answer.to), pulley(answer.of)]
    const same = ({ from: a, to: b, of: c }: SideAnswer) => a === from && b === to && c === of
    draft.survey.sides = [...draft.survey.sides.filter((side) => !same(side)), { from, to, of, side: answer.side }]
    placeByDistances(stamp)(draft)
  }
}

/** Takes an answer back, in ids of pulleys as it is kept; the question is asked again where it is still open. */
export function removeSide(at: number, stamp: Stamp): DriveEdit {
  return (draft) => {
    if (draft.survey === undefined) return
    draft.survey.sides = draft.survey.sides.filter((_, i) => i !== at)
    placeByDistances(stamp)(draft)
  }
}

/** How closely a distance can have been read: with a tape where nothing is said. */
export const CLOSENESS = ['tape', 'caliper', 'loose'] as const
export type Closeness = (typeof CLOSENESS)[number]

const CLOSENESS_SIGMA: Readonly<Record<Closeness, Mm>> = {
  tape: TAPE_SIGMA_MM,
  caliper: CALIPER_SIGMA_MM,
  loose: LOOSE_SIGMA_MM,
}

/** How closely a kept distance was read; the nearest of the three for one whose spread came from elsewhere. */
export function closenessOf({ sigma = TAPE_SIGMA_MM }: Pick<DistanceReading, 'sigma'>): Closeness {
  const off = (closeness: Closeness) => Math.abs(Math.log(CLOSENESS_SIGMA[closeness] / sigma))
  return CLOSENESS.reduce((best, each) => (off(each) < off(best) ? each : best))
}

export function closenessSigma(closeness: Closeness): Mm {
  return CLOSENESS_SIGMA[closeness]
}

/** Says how closely a distance was read, and places again what follows from it. */
export function setCloseness(distanceId: string, closeness: Closeness, stamp: Stamp): DriveEdit {
  return (draft) => {
    if (draft.survey === undefined) return
    draft.survey.distances = draft.survey.distances.map((each) =>
      each.id === distanceId ? withFact(each, 'sigma', closeness === 'tape' ? null : CLOSENESS_SIGMA[closeness]) : each,
    )
    placeByDistances(stamp)(draft)
  }
}

/** Why a distance cannot be, as the end of a sentence; undefined where it can. */
export function distanceRefusal(
  drive: CheckedDrive,
  { from, to, kind, value }: Pick<DistanceReading, 'from' | 'to' | 'kind' | 'value'>,
  lengthText: (mm: Mm) => string,
): string | undefined {
  const metal = metalRadii(drive)
  const [a, b] = [metal.get(from), metal.get(to)]
  if (kind !== 'gap' && value <= 0) return 'must be above zero'
  if (a === undefined || b === undefined) return undefined
  if (kind === 'outside' && value <= a + b)
    return `cannot be: over both rims it is more than ${lengthText(a + b)}, half of both pulleys`
  const shaftOf = (pulley: string) =>
    drive.shafts.find(({ id }) => id === drive.pulleys.find((each) => each.id === pulley)?.shaft)
  const [one, other] = [shaftOf(from), shaftOf(to)]
  const centres = centreDistance(kind, value, a, b)
  // Where both stand by other means a distance can only be checked.
  if (one === undefined || other === undefined || centres === undefined || !isHeld(one) || !isHeld(other))
    return undefined
  const known = Math.hypot((one.x ?? 0) - (other.x ?? 0), (one.y ?? 0) - (other.y ?? 0))
  return Math.abs(centres - known) > FAR_OFF_SHARE * known
    ? `cannot be: as both are placed it is ${lengthText(Math.max(0, value + known - centres))}`
    : undefined
}

/** Share by which a distance may miss two places that are known before it is taken for a slip. */
const FAR_OFF_SHARE = 0.5

/** Says which way one shaft lies from another, degrees counter-clockwise from the right; the whole is turned. */
export function setUpright(from: string, to: string, direction: number, stamp: Stamp): DriveEdit {
  return (draft) => {
    const pulley = (shaft: string) => draft.pulleys.find((each) => each.shaft === shaft)?.id ?? shaft
    draft.survey ??= { distances: [], sides: [] }
    draft.survey.upright = { from: pulley(from), to: pulley(to), direction }
    placeByDistances(stamp)(draft)
  }
}

/** Lets distances decide where a shaft stands, whatever placed it before. The crank stays. */
export function placeShaftByDistances(shaftId: string, stamp: Stamp): DriveEdit {
  return (draft) => {
    const shaft = draft.shafts.find(({ id, kind }) => id === shaftId && kind !== 'crank')
    if (shaft === undefined) return
    shaft.placed = { how: 'distances', ...stamp }
    placeByDistances(stamp)(draft)
  }
}

/** The reading that disagrees, in a sentence. */
export function outlierSentence(
  { distance: { from, to }, residual }: DriveSurvey['residuals'][number],
  name: (pulley: string) => string,
  lengthText: (mm: Mm) => string,
): string {
  const how = (residual ?? 0) > 0 ? 'longer' : 'shorter'
  return `${name(from)} to ${name(to)} reads ${lengthText(Math.abs(residual ?? 0))} ${how} than the other readings. Measure it again, or delete it.`
}

/** A mirror question in a sentence. */
export function questionSentence({ from, to, of }: MirrorQuestion, name: (shaft: string) => string): string {
  return `Standing at ${name(from)} and looking toward ${name(to)}: is ${name(of)} on the left or on the right?`
}

/** What the drive's photo says of its pulleys; undefined while there is no photo. */
export function photoOfDrive(drive: CheckedDrive | DriveDraft): PhotoResult | undefined {
  const { photo, survey } = drive
  if (photo === undefined) return undefined
  const metal = metalRadii(drive)
  const crank = drive.shafts.find(({ kind }) => kind === 'crank')?.id
  const origin = photo.rims.find(({ pulley }) =>
    drive.pulleys.some(({ id, shaft }) => id === pulley && shaft === crank),
  )
  return placesFromPhoto({
    picture: photo,
    rims: photo.rims.map(({ pulley, points, ahead }) => {
      const radius = metal.get(pulley)
      return {
        pulley,
        points,
        diameter: radius === undefined ? null : 2 * radius,
        ahead: ahead ?? aheadByLine(drive, pulley, origin?.pulley),
      }
    }),
    distances: (survey?.distances ?? []).flatMap(({ from, to, kind, value }) => {
      const centres = centreDistance(kind, value, metal.get(from), metal.get(to))
      return centres === undefined ? [] : [{ from, to, value: centres }]
    }),
    ...(origin === undefined ? {} : { origin: origin.pulley }),
  })
}

/** How far a pulley's front edge stands before another's where the belt line of both was read; null where it was not. */
function aheadByLine(
  { pulleys }: CheckedDrive | DriveDraft,
  pulley: string,
  origin: string | undefined,
): number | null {
  const frontOf = (id: string | undefined) => {
    const found = pulleys.find((each) => each.id === id)
    // A toothed pulley begins with a usual width that nobody has read.
    const width = found === undefined || found.face === 'toothed' || !('width' in found) ? undefined : found.width
    return found?.z === undefined || width === undefined ? null : found.z + width / 2
  }
  const [own, other] = [frontOf(pulley), frontOf(origin)]
  return own === null || other === null ? null : own - other
}

/** Puts every shaft marked on the photo where the photo has it, the crank where it stands. */
export function placeByPhoto(stamp: Stamp): DriveEdit {
  return (draft) => {
    const seen = photoOfDrive(draft)
    if (seen?.ok !== true || draft.photo === undefined) return
    const crank = draft.shafts.find(({ kind }) => kind === 'crank')
    const [dx, dy] = [crank?.x ?? 0, crank?.y ?? 0]
    draft.photo.onto = shiftedMap(seen.onto, { x: -dx, y: -dy })
    const sigma = seen.sizesError ?? seen.marksError
    for (const { pulley, x, y, depthError } of seen.pulleys) {
      const shaft = draft.pulleys.find(({ id }) => id === pulley)?.shaft
      if (shaft !== undefined && shaft !== crank?.id)
        putShaft(shaft, { x: x + dx, y: y + dy }, 'photo', stamp, Math.min(Math.hypot(sigma, depthError), 5000))(draft)
    }
  }
}

/** The pulleys a photo's complaint is about, by name. */
export function photoRefusal(result: Extract<PhotoResult, { ok: false }>, name: (pulley: string) => string): string {
  return result.pulleys.length === 0 ? result.message : `${listed(result.pulleys.map(name))}: ${result.message}`
}
