import type { Contact } from '../drive/belt.ts'
import type { SizedPulley } from '../drive/pulley.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import { TURN_RAD } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'

/** How far the cord runs outside the surface it lies on: `t` with the back down, `H − t` with the inner side down. */
export function cordAboveSurface(section: Section, contact: Contact): Mm {
  const { cordBelowBack, thickness } = sectionFigures(section)
  return contact === 'back' ? cordBelowBack : thickness - cordBelowBack
}

/**
 * Radius at which a belt's cord runs on a pulley, in mm: docs/mechanics/cord-radius.md.
 *
 *   ribbed           r = d/2 + b            vee              r = d/2 − ride − t
 *   toothed          r = teeth·pitch / 2π   smooth           r = d/2 + t (back) or d/2 + (H − t)
 *   read at the pitch line  r = d/2         read over a belt in place  r = d/2 − t
 *
 * An effective diameter counts as an outside one. The back of a belt on grooves, which is a fault of the route,
 * runs as on a smooth face of the same diameter.
 */
export function cordRadius(pulley: SizedPulley, section: Section, contact: Contact): Mm {
  if (pulley.face === 'toothed') {
    const pitchRadius = (pulley.teeth * sectionFigures(pulley.section).pitch) / TURN_RAD
    if (contact === 'ribs') return pitchRadius
    return pitchRadius - sectionFigures(pulley.section).cordAboveEffective + cordAboveSurface(section, 'back')
  }
  const half = pulley.diameter / 2
  if (pulley.diameterAt === 'pitch') return half
  if (pulley.diameterAt === 'overBelt') return half - sectionFigures(section).cordBelowBack
  if (pulley.face === 'smooth' || contact === 'back') return half + cordAboveSurface(section, contact)
  if (pulley.face === 'ribbed') return half + sectionFigures(pulley.section).cordAboveEffective
  return half - (pulley.ride ?? 0) - sectionFigures(section).cordBelowBack
}

/**
 * Radius of a pulley's outermost metal in mm, its flange included. For a diameter read at the pitch line or over a
 * belt it follows from the cord radius of the belt that runs there (`section`, `contact`).
 */
export function metalRadius(pulley: SizedPulley, section: Section, contact: Contact): Mm {
  const flange = pulley.flange ?? 0
  if (pulley.face !== 'toothed' && (pulley.diameterAt === 'outside' || pulley.diameterAt === 'effective')) {
    return pulley.diameter / 2 + flange
  }
  const r = cordRadius(pulley, section, contact)
  switch (pulley.face) {
    case 'toothed':
      return cordRadius(pulley, section, 'ribs') - sectionFigures(pulley.section).cordAboveEffective + flange
    case 'ribbed':
      return r - sectionFigures(pulley.section).cordAboveEffective + flange
    case 'vee':
      return r + (pulley.ride ?? 0) + sectionFigures(section).cordBelowBack + flange
    case 'smooth':
      return r - cordAboveSurface(section, contact) + flange
  }
}
