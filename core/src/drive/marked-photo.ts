/** A picture with marks on it, as an inspection of a drive and a job keep them. */
import type { InferType } from 'yup'
import { list, quantity, record, text } from '../schema/schema-kit.ts'

/** Pictures beside one check of an inspection, or of one job. */
export const MAX_PICTURES = 6
/** Marks on one picture. */
export const MAX_MARKS = 12

const side = (description: string) => quantity('px', description, { min: 1, max: 20000, integer: true })
const along = (description: string) => quantity('px', description, { min: 0, max: 20000 })

/** A picture that the server keeps, with what was marked on it. */
export const markedPhotoSchema = record({
  id: text('The name under which the server keeps the picture.', 60).required('must name a picture'),
  width: side('Width of the picture, upright.'),
  height: side('Height of the picture, upright.'),
  marks: list(
    record({
      x: along('To the right of its left edge.'),
      y: along('Below its top edge.'),
      words: text('What it shows.', 200),
    }),
    'What was marked on it.',
    { max: MAX_MARKS },
  ),
})

export type MarkedPhoto = Readonly<InferType<typeof markedPhotoSchema>>
