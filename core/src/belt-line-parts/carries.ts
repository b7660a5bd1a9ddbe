/** Whether a shaft put together from some parts can carry a belt: docs/mechanics/alignment.md. */
import type { Contact } from '../drive/belt.ts'
import type { Turn } from '../drive/engine.ts'
import { familyOf, groovesTaken } from '../sections/families.ts'
import { sectionFigures, type Section } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import type { BeltLinePartFields } from './belt-line-part.ts'
import { SMOOTH_EDGE } from './nominal.ts'

/** What a belt asks of one shaft of its route. */
export interface Asked {
  readonly section: Section
  readonly ribs: number
  /** Belts side by side. */
  readonly count: number
  /** Ribs on both sides, so that its back runs in grooves, too. */
  readonly doubleSided: boolean
  readonly contact: Contact
  /** A roller that only leads the belt: its ribs may run on a smooth face there. */
  readonly leads: boolean
  /** The way the belt turns the shaft; null where nobody knows. */
  readonly turns: Turn | null
}

/** Why parts cannot carry a belt. */
export type CannotCarry = 'face' | 'section' | 'grooves' | 'width' | 'rotation'

export type Carries =
  | { readonly is: 'yes' }
  /** Nothing that is known speaks against it; what would have to be known. */
  | { readonly is: 'unknown'; readonly of: readonly CannotCarry[] }
  | { readonly is: 'no'; readonly why: CannotCarry }

interface Parts {
  readonly pulley: Pick<BeltLinePartFields, 'face' | 'section' | 'grooves' | 'width'>
  readonly part: Pick<BeltLinePartFields, 'turns'> | null
}

/** mm across a belt, or across those side by side. */
export function widthOf({ section, ribs, count }: Pick<Asked, 'section' | 'ribs' | 'count'>): Mm {
  const { pitch, topWidth } = sectionFigures(section)
  return topWidth === null ? groovesTaken({ section, ribs, count }) * pitch : topWidth + (count - 1) * pitch
}

/** mm to either side that a belt may run off the middle of a smooth face before it comes to its edge; null where its width is not known. */
export function smoothSlack(width: Mm | null, asked: Pick<Asked, 'section' | 'ribs' | 'count'>): Mm | null {
  return width === null ? null : (width - widthOf(asked)) / 2 - SMOOTH_EDGE
}

/** Whether pulley and accessory of a choice can carry the belt there: face, section, grooves or width, and the way the accessory turns. */
export function carries({ pulley, part }: Parts, asked: Asked): Carries {
  const unknown: CannotCarry[] = []
  const inGrooves = asked.contact === 'ribs' ? !asked.leads : false
  const mayGroove = asked.contact === 'ribs' || asked.doubleSided
  if (pulley.face === 'smooth' && inGrooves) return { is: 'no', why: 'face' }
  if (pulley.face === 'grooved' && !mayGroove) return { is: 'no', why: 'face' }
  if (pulley.face === null) unknown.push('face')
  if (pulley.face === 'smooth') {
    const slack = smoothSlack(pulley.width, asked)
    if (slack === null) unknown.push('width')
    else if (slack < 0) return { is: 'no', why: 'width' }
  } else {
    // What is cut for another section is no use in grooves, whatever else is known of it.
    if (pulley.section !== null && pulley.section !== asked.section) return { is: 'no', why: 'section' }
    if (pulley.grooves !== null && pulley.grooves < groovesTaken(asked)) return { is: 'no', why: 'grooves' }
    if (pulley.face === 'grooved' && pulley.section === null) unknown.push('section')
    if (pulley.face === 'grooved' && pulley.grooves === null && !familyOf(asked.section).meshes) unknown.push('grooves')
  }
  if (part !== null && part.turns !== 'any') {
    if (part.turns === null || asked.turns === null) unknown.push('rotation')
    else if (part.turns !== asked.turns) return { is: 'no', why: 'rotation' }
  }
  return unknown.length === 0 ? { is: 'yes' } : { is: 'unknown', of: unknown }
}
