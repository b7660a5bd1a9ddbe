import { outlinePath } from '@emery/core/exchange'
import { beltOutline, type SettledBelt } from '@emery/core/path'
import { sectionFigures } from '@emery/core/sections'

/** Pixels that a belt's thickness is drawn with at least, so that its rib side can be seen at any zoom. */
const MIN_THICKNESS_PX = 7

export interface BeltShape {
  /** SVG paths in drawing coordinates (mm, y down). */
  readonly body: string
  readonly ribs: string
  readonly bodyWidth: number
  readonly ribsWidth: number
  /** Dashes of the rib side, in mm of the drawing. */
  readonly dashes: string
}

/** Dashes that read as ribs, as the plain inner side of a V belt, and as teeth. */
const DASHES = { 'multi-rib': [1, 1], vee: [4, 1.4], toothed: [2.4, 2.4] } as const

/**
 * A belt as two strokes: its back, and the ribs under it. Both follow the cord at a distance, so that the rib side
 * is always on the side that has the ribs; `scale` is pixels for a millimetre.
 */
export function beltShape(belt: SettledBelt, scale: number): BeltShape | null {
  const { thickness, cordBelowBack, family } = sectionFigures(belt.belt.section)
  const drawn = Math.max(thickness, MIN_THICKNESS_PX / scale)
  const grown = drawn / thickness
  // Distances from the cord toward the ribs.
  const back = -cordBelowBack * grown
  const bodyWidth = drawn * 0.56
  const ribsWidth = drawn - bodyWidth
  const body = parallelPath(belt, back + bodyWidth / 2)
  const ribs = parallelPath(belt, back + bodyWidth + ribsWidth / 2)
  const dash = 2.2 / scale
  return body === null || ribs === null
    ? null
    : { body, ribs, bodyWidth, ribsWidth, dashes: DASHES[family].map((part) => part * dash).join(' ') }
}

/** The closed curve at a distance from the cord, positive toward the ribs; null without a path. */
export function parallelPath(belt: SettledBelt, towardRibs: number): string | null {
  const outline = beltOutline(belt, towardRibs)
  return outline === null ? null : outlinePath(outline)
}
