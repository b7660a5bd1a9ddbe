/** A drive's own distances and photo marks, and the places that follow from them. */
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit, Stamp } from '../drive/edits.ts'
import { putShaft } from '../drive/edits-parts.ts'
import type { DistanceReading } from '../drive/survey.ts'
import { TAPE_SIGMA_MM } from '../drive/nominal.ts'
import { degrees } from '../numerics/vectors.ts'
import { metalRadii } from '../path/drive-parts.ts'
import { listed } from '../solution/part-names.ts'
import type { Mm } from '../units/quantity.ts'
import { centreDistance } from './centre-distance.ts'
import { placesFromPhoto, shiftedMap, type PhotoResult } from './photo.ts'
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
    draft.survey.sides = [...draft.survey.sides.filter((side) => side.of !== of), { from, to, of, side: answer.side }]
    placeByDistances(stamp)(draft)
  }
}

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
    rims: photo.rims.map(({ pulley, points }) => {
      const radius = metal.get(pulley)
      return { pulley, points, diameter: radius === undefined ? null : 2 * radius }
    }),
    distances: (survey?.distances ?? []).flatMap(({ from, to, kind, value }) => {
      const centres = centreDistance(kind, value, metal.get(from), metal.get(to))
      return centres === undefined ? [] : [{ from, to, value: centres }]
    }),
    ...(origin === undefined ? {} : { origin: origin.pulley }),
  })
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
    for (const { pulley, x, y } of seen.pulleys) {
      const shaft = draft.pulleys.find(({ id }) => id === pulley)?.shaft
      if (shaft !== undefined && shaft !== crank?.id)
        putShaft(shaft, { x: x + dx, y: y + dy }, 'photo', stamp, Math.min(sigma, 5000))(draft)
    }
  }
}

/** The pulleys a photo's complaint is about, by name. */
export function photoRefusal(result: Extract<PhotoResult, { ok: false }>, name: (pulley: string) => string): string {
  return result.pulleys.length === 0 ? result.message : `${listed(result.pulleys.map(name))}: ${result.message}`
}
