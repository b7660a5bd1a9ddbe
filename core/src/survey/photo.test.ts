import { describe, expect, test } from '@jest/globals'
import { CAMERA, marksOn, seenBy } from '../testing/photos.ts'
import { randomFrom, SEED } from '../testing/random.ts'
import { randomFront, rmsApart } from '../testing/surveys.ts'
import { placesFromPhoto, type PhotoInput, type PhotoResult } from './photo.ts'
import { mapOf } from './plane-map.ts'

const picture = { width: CAMERA.width, height: CAMERA.height, view: 'square-on' as const }
const must = (result: PhotoResult) => {
  if (!result.ok) throw new Error(result.message)
  return result
}

describe('a picture taken along the shafts', () => {
  const front = randomFront(randomFrom(3), 5)
  const rims = marksOn(front, CAMERA, randomFrom(4), { marks: 3, sigma: 0, known: 1 })

  test('three exact marks a rim and one diameter give every place and size', () => {
    const { pulleys, marksError, tilt } = must(placesFromPhoto({ picture, rims, distances: [] }))
    expect(rmsApart(pulleys, front.places)).toBeLessThan(1e-6)
    pulleys.forEach(({ diameter }, i) => expect(diameter).toBeCloseTo(front.places[i]?.diameter ?? NaN, 6))
    expect(pulleys[0]).toMatchObject({ x: 0, y: 0 })
    expect([marksError, tilt].every((each) => each < 1e-5)).toBe(true)
  })

  test('a distance between two centres gives the scale as well', () => {
    const [a, b] = front.places
    const value = Math.hypot((a?.x ?? 0) - (b?.x ?? 0), (a?.y ?? 0) - (b?.y ?? 0))
    const bare = rims.map((rim) => ({ ...rim, diameter: null }))
    const { pulleys } = must(placesFromPhoto({ picture, rims: bare, distances: [{ from: 'p0', to: 'p1', value }] }))
    expect(rmsApart(pulleys, front.places)).toBeLessThan(1e-6)
  })

  test('the matrix takes pixels to the drawing', () => {
    const { onto } = must(placesFromPhoto({ picture, rims, distances: [] }))
    const [x, y] = [front.places[1]?.x ?? 0, front.places[1]?.y ?? 0]
    const at = mapOf(onto)(seenBy(CAMERA)(x, y))
    expect(at.x).toBeCloseTo(x - (front.places[0]?.x ?? 0), 6)
    expect(at.y).toBeCloseTo(y - (front.places[0]?.y ?? 0), 6)
  })
})

describe(`pictures up to 30° off, seed ${SEED}`, () => {
  const random = randomFrom(SEED)
  const shots = Array.from({ length: 25 }, (_, i) => ({
    front: randomFront(random, 5 + (i % 4)),
    camera: { ...CAMERA, tilt: 5 + i, toward: 360 * random() },
  }))
  const errors = (marks: number, known: number) =>
    shots.map(({ front, camera }) => {
      const rims = marksOn(front, camera, random, { marks, sigma: 0.7, known })
      const result = must(placesFromPhoto({ picture: { ...picture, view: 'oblique' }, rims, distances: [] }))
      return rmsApart(result.pulleys, front.places)
    })
  const all = (each: readonly number[]) => Math.sqrt(each.reduce((sum, error) => sum + error * error, 0) / each.length)

  test('six marks a rim and all diameters: places within 2 mm', () => {
    const rms = errors(6, 99)
    // The bound; marks are off by 0.7 pixels, about 0.4 mm.
    expect(all(rms)).toBeLessThan(2)
    expect(Math.max(...rms)).toBeLessThan(3)
  })

  test('the ellipses alone say how the camera leaned: one diameter for the scale', () => {
    expect(all(errors(12, 1))).toBeLessThan(6)
  })

  test('taken for square on, such pictures are far out, so straightening does something', () => {
    const flat = shots.map(({ front, camera }) => {
      const rims = marksOn(front, camera, random, { marks: 6, sigma: 0.7, known: 99 })
      return rmsApart(must(placesFromPhoto({ picture, rims, distances: [] })).pulleys, front.places)
    })
    expect(all(flat)).toBeGreaterThan(8)
  })

  test('a sheet of known size held against the pulleys straightens any of them', () => {
    for (const { front, camera } of shots) {
      const see = seenBy(camera)
      const corners = [see(-100, 150), see(197, 150), see(197, -60), see(-100, -60)]
      const input: PhotoInput = {
        picture: { ...picture, view: 'oblique', sheet: { corners, width: 297, height: 210 } },
        rims: marksOn(front, camera, random, { marks: 6, sigma: 0, known: 0 }),
        distances: [],
      }
      expect(rmsApart(must(placesFromPhoto(input)).pulleys, front.places)).toBeLessThan(1e-6)
    }
  })
})

describe('what is missing is said in one sentence', () => {
  const front = randomFront(randomFrom(3), 4)
  const rims = marksOn(front, CAMERA, randomFrom(4), { marks: 3, sigma: 0, known: 1 })
  const message = (input: Partial<PhotoInput>) => {
    const result = placesFromPhoto({ picture, rims, distances: [], ...input })
    return result.ok ? '' : result.message
  }

  test.each<[string, Partial<PhotoInput>, RegExp]>([
    ['no marks', { rims: [] }, /No rim is marked yet/],
    [
      'two marks',
      {
        rims: [
          {
            pulley: 'p0',
            diameter: 100,
            points: [
              [1, 2],
              [3, 4],
            ],
          },
        ],
      },
      /At least three marks/,
    ],
    [
      'marks in a line',
      {
        rims: [
          {
            pulley: 'p0',
            diameter: 100,
            points: [
              [100, 100],
              [200, 201],
              [300, 300],
            ],
          },
        ],
      },
      /These marks lie in a line; spread them round the rim/,
    ],
    [
      'the same mark three times',
      {
        rims: [
          {
            pulley: 'p0',
            diameter: 100,
            points: [
              [5, 5],
              [5, 5],
              [5, 5],
            ],
          },
        ],
      },
      /lie in a line/,
    ],
    ['no scale', { rims: rims.map((rim) => ({ ...rim, diameter: null })) }, /no scale yet/],
    ['a lean that nothing settles', { picture: { ...picture, view: 'oblique' } }, /do not determine the camera tilt/],
    [
      'three corners of a sheet',
      {
        picture: {
          ...picture,
          sheet: {
            corners: [
              [0, 0],
              [9, 0],
              [9, 9],
            ],
            width: 297,
            height: 210,
          },
        },
      },
      /all four corners/,
    ],
    [
      'corners crosswise',
      {
        picture: {
          ...picture,
          sheet: {
            corners: [
              [0, 0],
              [900, 900],
              [900, 0],
              [0, 900],
            ],
            width: 297,
            height: 210,
          },
        },
      },
      /in order round it/,
    ],
  ])('%s', (_, input, sentence) => {
    expect(message(input)).toMatch(sentence)
  })
})
