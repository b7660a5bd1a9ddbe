/** What one belt of a set weighs and how stiff it is. */
import type { Belt } from '../drive/belt.ts'
import type { Pulley } from '../drive/pulley.ts'
import { sectionFigures } from '../sections/sections.ts'

/** mm of toothed belt that the figures of its section speak of. */
const TOOTHED_WIDTH_MM = 25.4

/** What a section's figures are to be multiplied by for one belt: ribs, one, or inches of the narrowest toothed pulley. */
export function loadedParts(belt: Pick<Belt, 'section' | 'ribs'>, pulleys: readonly Pulley[]): number {
  const { family } = sectionFigures(belt.section)
  if (family === 'multi-rib') return belt.ribs
  if (family === 'vee') return 1
  const widths = pulleys.flatMap((pulley) => (pulley.face === 'toothed' ? [pulley.width] : []))
  return Math.min(TOOTHED_WIDTH_MM, ...widths) / TOOTHED_WIDTH_MM
}

export interface BeltStiffness {
  /** kg/m. */
  readonly mass: number
  /** N that would stretch it to twice its length. `EA` */
  readonly stiffness: number
  /** N·m² against bending. `EI` */
  readonly bending: number
}

export function beltStiffness(belt: Pick<Belt, 'section' | 'ribs'>, pulleys: readonly Pulley[]): BeltStiffness {
  const { mass, stiffness, bending } = sectionFigures(belt.section)
  const parts = loadedParts(belt, pulleys)
  return { mass: mass * parts, stiffness: stiffness * parts, bending: bending * parts }
}
