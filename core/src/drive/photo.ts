import { mixed, type InferType } from 'yup'
import { at, by, choice, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'

/** A place in a picture: pixels to the right of and below its top left corner. */
export type PicturePoint = readonly [x: number, y: number]

function isPicturePoint(value: unknown): value is PicturePoint {
  return (
    Array.isArray(value) &&
    value.length === 2 &&
    value.every((part) => typeof part === 'number' && Number.isFinite(part) && Math.abs(part) <= 100000)
  )
}

const POINT_RULE = 'must be a pair of numbers: pixels to the right, pixels down'
const point = mixed<PicturePoint>(isPicturePoint)
  .typeError(POINT_RULE)
  .required(POINT_RULE)
  .meta({ description: 'Pixels to the right, pixels down.' })

const pixels = (description: string) => quantity('px', description, { min: 1, max: 20000, integer: true })
const side = (description: string) => quantity('mm', description, { min: 10, max: 2000 })

/** A picture of the engine's front and what was marked on it. */
export const photoSchema = record({
  id: text('The name under which the server keeps the picture.', 60),
  width: pixels('Width of the picture, upright, as it is shown.'),
  height: pixels('Height of the picture, upright, as it is shown.'),
  strength: quantity('', 'How strongly it stands under the drawing.', { min: 0, max: 1 }),
  view: choice(['square-on', 'oblique'], 'Whether the camera looked straight along the shafts.'),
  rims: list(
    record({
      pulley: identifier('The pulley whose rim was marked.'),
      points: list(point, 'Points on its rim.', { max: 24 }),
      ahead: quantity('mm', 'How far the rim stands nearer to the camera than that of the crank.', {
        min: -500,
        max: 500,
      }).optional(),
    }),
    'Marks on the rims of pulleys.',
    { max: 60 },
  ),
  sheet: record({
    corners: list(point, 'Its corners, in order round it.', { max: 4 }),
    width: side('From the first corner to the second.'),
    height: side('From the second corner to the third.'),
  }).optional(),
  onto: list(
    quantity('', 'One number of a 3 × 3 matrix.', { min: -1e9, max: 1e9 }),
    'The matrix, row by row, from pixels to mm of the drawing.',
    {
      min: 9,
      max: 9,
    },
  ).optional(),
  by,
  at,
})

export type Photo = Readonly<InferType<typeof photoSchema>>
