import type { BeltLine } from '../drive/length-reading.ts'
import { statedMinusCord } from '../sections/families.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'

export interface OldBeltMeasured {
  /** mm to add to the reading. */
  readonly correction: Mm
  readonly statedLength: Mm
}

/**
 * The stated length of a belt measured off the engine: docs/mechanics/length.md. A closed belt's back is longer than its cord by
 * 2π·t and its inside shorter by 2π·(H − t), whatever its shape; cut and laid flat it is as long as its cord everywhere.
 * Between two plain pins of diameter D inside it, C apart: `L_c = 2·C + π·(D + 2·(H − t))`.
 */
export function measureOldBelt(section: Section, line: BeltLine, reading: Mm, pin: Mm = 0): OldBeltMeasured {
  const { cordBelowBack, thickness } = sectionFigures(section)
  const inside = thickness - cordBelowBack
  const cord = {
    back: reading - 2 * Math.PI * cordBelowBack,
    ribs: reading + 2 * Math.PI * inside,
    flat: reading,
    pins: 2 * reading + Math.PI * (pin + 2 * inside),
  }[line]
  const statedLength = cord + statedMinusCord(section)
  return { correction: statedLength - reading, statedLength }
}
