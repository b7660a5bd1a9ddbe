import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import { newDrive, type NewPart } from '../drive/new-drive.ts'
import { CAMERA, marksOn } from '../testing/photos.ts'
import { randomFrom } from '../testing/random.ts'
import { mustCheck } from '../testing/vectors.ts'
import {
  addDistance,
  answerSide,
  closenessOf,
  distanceRefusal,
  outlierSentence,
  photoOfDrive,
  photoRefusal,
  placeByPhoto,
  placeShaftByDistances,
  questionSentence,
  removeDistance,
  removeSide,
  setCloseness,
  setUpright,
  surveyDrive,
} from './drive-survey.ts'

const stamp = { by: 'Wren', at: '2026-11-24T08:00:00Z' }
const part = (kind: NewPart['kind'], name: string): NewPart => ({
  kind,
  name,
  face: 'ribbed',
  section: 'PK',
  grooves: 6,
})

/** A square of 300 mm: crank at the origin, fan above it, alternator right of the fan, pump right of the crank; rims of 100 mm. */
function square(...edits: readonly DriveEdit[]): CheckedDrive {
  const draft = newDrive({
    name: 'Square',
    crankTurns: 'cw',
    parts: [
      part('crank', 'Crank'),
      part('fan', 'Fan'),
      part('alternator', 'Alternator'),
      part('power-steering', 'Pump'),
    ],
    belts: [{ name: 'Belt', section: 'PK', ribs: 6 }],
  }) as DriveDraft
  draft.pulleys.forEach((pulley) => Object.assign(pulley, { diameter: 100 }))
  edits.forEach((edit) => edit(draft))
  return mustCheck(draft)
}
let count = 0
const far = (from: string, to: string, value: number, kind: 'centre' | 'outside' | 'gap' = 'centre') =>
  addDistance(
    { id: `d${count++}`, from: `${from}.1`, to: `${to}.1`, kind, value, written: String(value), ...stamp },
    stamp,
  )
const place = (drive: CheckedDrive, id: string) => {
  const shaft = drive.shafts.find((each) => each.id === id)
  return [Math.round(shaft?.x ?? NaN), Math.round(shaft?.y ?? NaN)]
}
const diagonal = 300 * Math.SQRT2
const all = [
  far('crank', 'fan', 300),
  far('fan', 'alternator', 400, 'outside'),
  far('alternator', 'power-steering', 200, 'gap'),
  far('crank', 'power-steering', 300),
  far('crank', 'alternator', diagonal),
  far('fan', 'power-steering', diagonal),
]
const onTheRight = answerSide({ from: 'crank', to: 'fan', of: 'alternator', side: 'right' }, stamp)

describe('places follow from distances as they are taken', () => {
  test('each reading brings what it can', () => {
    expect(place(square(all[0] as DriveEdit), 'fan')).toEqual([0, 300])
    expect(square(all[0] as DriveEdit, all[3] as DriveEdit).shafts[3]).toMatchObject({ x: null, y: null })
    const whole = square(...all, onTheRight)
    expect([place(whole, 'fan'), place(whole, 'alternator'), place(whole, 'power-steering')]).toEqual([
      [0, 300],
      [300, 300],
      [300, 0],
    ])
    expect(whole.shafts[2]?.placed).toMatchObject({ how: 'distances', by: 'Wren' })
  })

  test('which way is up turns the whole; a shaft without enough readings loses its place', () => {
    const turned = square(...all, onTheRight, setUpright('crank', 'fan', 0, stamp))
    expect(place(turned, 'fan')).toEqual([300, 0])
    expect(place(turned, 'power-steering')).toEqual([0, -300])
    const ids = square(...all).survey?.distances.map(({ id }) => id) ?? []
    const fewer = square(...all, ...[2, 3, 5].map((i) => removeDistance(ids[i] as string, stamp)))
    expect(fewer.shafts[3]).toMatchObject({ x: null, y: null })
    expect(surveyDrive(fewer)?.undetermined).toEqual([])
  })

  test('a shaft placed by hand stays and holds the others, until distances may have it', () => {
    const byHand: DriveEdit = (draft) =>
      Object.assign(draft.shafts[1] as object, { x: 0, y: -290, placed: { how: 'dragged', ...stamp } })
    const held = square(byHand, ...all)
    expect(place(held, 'fan')).toEqual([0, -290])
    expect(place(square(byHand, ...all, placeShaftByDistances('fan', stamp)), 'fan')).toEqual([0, -300])
  })

  test('a question and an outlier are put in words', () => {
    const drive = square(...all, far('crank', 'fan', 300), far('crank', 'fan', 309))
    const survey = surveyDrive(drive)
    const name = (id: string) => drive.shafts.find((shaft) => id.startsWith(shaft.id))?.name ?? id
    expect(survey?.questions.map((question) => questionSentence(question, name))).toEqual([
      'Standing at Crank and looking toward Fan: is Alternator on the left or on the right?',
    ])
    const outliers = survey?.residuals.filter(({ outlier }) => outlier) ?? []
    expect(outliers.map((each) => outlierSentence(each, name, (mm) => `${mm.toFixed(0)} mm`))).toEqual([
      'Crank to Fan reads 9 mm longer than the other readings. Measure it again, or delete it.',
    ])
  })

  test('an answer is changed where it was given, or taken back and asked again', () => {
    const left = square(
      ...all,
      onTheRight,
      answerSide({ from: 'crank', to: 'fan', of: 'alternator', side: 'left' }, stamp),
    )
    expect(left.survey?.sides).toHaveLength(1)
    expect(place(left, 'alternator')).toEqual([-300, 300])
    const back = square(...all, onTheRight, removeSide(0, stamp))
    expect(back.survey?.sides).toEqual([])
    expect(surveyDrive(back)?.questions).toHaveLength(1)
  })

  test('a distance that was read loosely gives way to the others', () => {
    // Not far enough off to be put aside as a blunder.
    const wrong = far('crank', 'fan', 302)
    const at = (...edits: readonly DriveEdit[]) => {
      const drive = square(...all, onTheRight, wrong, ...edits)
      return drive.shafts[1]?.y ?? NaN
    }
    const id = square(...all, wrong).survey?.distances.at(-1)?.id ?? ''
    const [tape, loose] = [at(), at(setCloseness(id, 'loose', stamp))]
    expect(Math.abs(loose - 300)).toBeLessThan(Math.abs(tape - 300) / 2)
    const kept = square(...all, wrong, setCloseness(id, 'loose', stamp)).survey?.distances.at(-1)
    expect(kept === undefined ? '' : closenessOf(kept)).toBe('loose')
    expect(square(...all, wrong, setCloseness(id, 'loose', stamp), setCloseness(id, 'tape', stamp)).survey).toEqual(
      square(...all, wrong).survey,
    )
  })

  test('a distance that cannot be is refused in a sentence', () => {
    const drive = square((draft) =>
      Object.assign(draft.shafts[1] as object, { x: 0, y: 300, placed: { how: 'typed', ...stamp } }),
    )
    const refused = (kind: 'centre' | 'outside' | 'gap', value: number) =>
      distanceRefusal(drive, { from: 'crank.1', to: 'fan.1', kind, value }, (mm) => `${mm} mm`)
    expect(refused('centre', 0)).toMatch(/above zero/)
    expect(refused('outside', 90)).toMatch(/more than 100 mm/)
    // Both are placed 300 mm apart, with rims of 100 mm: the gap is 200.
    expect(refused('gap', 900)).toMatch(/it is 200 mm/)
    expect([refused('gap', 204), refused('outside', 401), refused('centre', 299)]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
  })

  test('a rim of unknown size makes its reading wait', () => {
    const drive = square(
      (draft) => Object.assign(draft.pulleys[1] as object, { diameter: null }),
      far('crank', 'fan', 200, 'gap'),
    )
    expect(surveyDrive(drive)?.residuals[0]?.residual).toBeNull()
    expect(drive.shafts[1]).toMatchObject({ x: null })
    expect(surveyDrive(square())).toBeUndefined()
  })
})

describe('places from a photo', () => {
  const places = [
    { id: 'crank.1', x: 0, y: 0, diameter: 100 },
    { id: 'fan.1', x: 40, y: 280, diameter: 100 },
    { id: 'alternator.1', x: -250, y: 120, diameter: 100 },
  ]
  const rims = marksOn({ places }, CAMERA, randomFrom(2), { marks: 3, sigma: 0, known: 0 }).map(
    ({ pulley, points }) => ({
      pulley,
      points: points.map(([x, y]): [number, number] => [x, y]),
    }),
  )
  const photo = {
    id: 'p',
    width: CAMERA.width,
    height: CAMERA.height,
    strength: 0.5,
    view: 'square-on' as const,
    rims,
    ...stamp,
  }

  test('marked shafts come to their places, the crank stays where it stands', () => {
    const drive = square(
      (draft) => Object.assign(draft.shafts[0] as object, { x: 10, y: 20 }),
      (draft) => (draft.photo = photo),
      placeByPhoto(stamp),
    )
    expect([place(drive, 'crank'), place(drive, 'fan'), place(drive, 'alternator')]).toEqual([
      [10, 20],
      [50, 300],
      [-240, 140],
    ])
    expect(drive.shafts[1]?.placed).toMatchObject({ how: 'photo' })
    expect(drive.photo?.onto).toHaveLength(9)
    expect(drive.shafts[3]).toMatchObject({ x: null })
  })

  test('what a photo lacks is said with the names of the pulleys', () => {
    const drive = square(
      (draft) => (draft.photo = { ...photo, rims: [{ pulley: 'fan.1', points: [[1, 1]] }] }),
      placeByPhoto(stamp),
    )
    const seen = photoOfDrive(drive)
    expect(seen?.ok === false ? photoRefusal(seen, () => 'Fan') : '').toBe(
      'Fan: At least three marks are needed on each rim.',
    )
    expect(photoOfDrive(square())).toBeUndefined()
  })
})
