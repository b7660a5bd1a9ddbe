import type { InferType } from 'yup'
import { at, by, constant, identifier, quantity, record, union } from './schema-kit.ts'

/** What was read of where the belts’ line lies, by how it was read: docs/mechanics/line-up.md. */
export const lineUpReadingSchema = union('how', {
  depth: record({
    id: identifier('The name of this reading within the document.'),
    by,
    at,
    how: constant(
      'depth',
      'must be depth',
      'Caliper depth from a straightedge on the crank pulley to the belt’s first rib.',
    ),
    pulley: identifier('The pulley that was read; the crank’s is the reference.'),
    value: quantity('mm', 'The depth.', { min: 0, max: 500 }),
  }),
})

export type LineUpReading = Readonly<InferType<typeof lineUpReadingSchema>>
