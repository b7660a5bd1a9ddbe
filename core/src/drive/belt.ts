import type { InferType } from 'yup'
import { SECTIONS } from '../sections/sections.ts'
import { runInSchema } from './tension-reading.ts'
import { assumed, choice, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'

export const CONTACTS = ['ribs', 'back'] as const
/** Which side of the belt touches a pulley; `ribs` also stands for the inner side of a V or toothed belt. */
export type Contact = (typeof CONTACTS)[number]

const routeEntrySchema = record({
  pulley: identifier('A pulley the belt meets.'),
  contact: choice(CONTACTS, 'The side of the belt that touches it.'),
  groove: quantity('', 'First groove used, counted from the front; the middle of the face when left out.', {
    min: 1,
    max: 30,
    integer: true,
  }).optional(),
})

/** How a belt is built: ribs on one side, ribs on both sides, or one that stretches on over fixed centres. */
export const CONSTRUCTIONS = ['single', 'double-sided', 'elastic'] as const
export type Construction = (typeof CONSTRUCTIONS)[number]

const bookTension = (of: string) =>
  quantity('N', `Static tension the vehicle’s book asks for with ${of}, for one belt of its set.`, {
    min: 1,
    max: 20000,
  })

export const beltSchema = record({
  id: identifier('The name of this belt within the document.'),
  name: text('What the mechanic calls it.', 80),
  section: choice(SECTIONS, 'Belt section.'),
  ribs: quantity('', 'Ribs of a multi-rib belt; 1 for the others.', { min: 1, max: 30, integer: true }),
  count: quantity('', 'Matched belts side by side.', { min: 1, max: 8, integer: true })
    .meta({ fallback: 1 })
    .optional(),
  material: choice(['epdm', 'neoprene', 'unknown'], 'What the belt is made of.')
    .meta({ fallback: 'unknown' })
    .optional(),
  construction: choice(CONSTRUCTIONS, 'Ribs on one side, on both, or a belt that stretches on.')
    .meta({ fallback: 'single' })
    .optional(),
  assumed: assumed.optional(),
  fromFront: quantity(
    '',
    'Its place among the belts from the front, 1 the nearest to the observer; left out while nobody has said.',
    {
      min: 1,
      max: 40,
      integer: true,
    },
  ).optional(),
  length: quantity('mm', 'Stated length of the belt on the engine or chosen; null if not known yet.', {
    min: 50,
    max: 20000,
  }).nullable(),
  installTension: quantity('N', 'Static tension of a hand-adjusted belt; null for the nominal used-belt setting.', {
    min: 0,
    max: 20000,
  })
    .nullable()
    .meta({ fallback: 'null' })
    .optional(),
  book: record({
    used: bookTension('a used belt, or one that has run in').optional(),
    new: bookTension('a new belt').optional(),
    page: text('Where it stands: book and page.', 80).optional(),
    stated: text('How it is stated there, where that is not as a tension of one belt.', 160).optional(),
  }).optional(),
  adjuster: identifier('The adjuster that takes up this belt; null for fixed centres.').nullable(),
  condition: choice(['dry', 'wet', 'glazed', 'oily', 'worn'], 'State of the belt’s faces.')
    .meta({ fallback: 'dry' })
    .optional(),
  runIn: runInSchema.optional(),
  route: list(
    routeEntrySchema,
    'Pulleys in the order a point of the belt meets them; fewer than two if not threaded yet.',
    {
      max: 40,
    },
  ),
})

export type Belt = Readonly<InferType<typeof beltSchema>>
export type RouteEntry = Belt['route'][number]

/** Whether somebody has said in which order a belt meets its pulleys; which pulleys they are may be known before. */
export function isRouted({ route, assumed = [] }: Pick<Belt, 'route' | 'assumed'>): boolean {
  return route.length >= 2 && !assumed.includes('route')
}
