/** Nominal figures of alignment: averages of published practice that stand in for what nobody has read. docs/mechanics/alignment.md */
import type { SectionFamily } from '../sections/sections.ts'
import type { Shaft } from '../drive/shaft.ts'

/** A smooth face lets the belt wander instead of cutting it: that much of the angle counts there (nominal). */
export const SMOOTH_SHARE = 0.5

/** mm beyond which an offset is more likely a slip of the unit than a pulley: no accessory is pressed that far off (nominal). */
export const UNLIKELY_OFFSET = 12

/** mm by which a laser’s two marks on the reference may differ before it stands askew (nominal): what a line is wide. */
export const SQUARE_LASER = 0.5

/** mm within which an offset is a whole number of rib pitches (nominal). */
export const WHOLE_RIBS = 0.4

/** mm beside the middle of a smooth face at which a belt is worth a look (nominal). */
export const OFF_CENTRE = 2

/** mm that a pulley may come and go under load (nominal): what brackets bend that are whole. */
export const GIVES = 0.3

/** mm that a pulley in between may stand out (nominal): what a straightedge’s edge forgives. */
export const FLUSH = 0.5

/** Entry angles in degrees up to which a belt runs quietly, and beyond which it chirps and wears at its edges (nominal). */
export const ENTRY_LIMITS: Readonly<Record<SectionFamily, { readonly fine: number; readonly watch: number }>> = {
  'multi-rib': { fine: 0.5, watch: 1 },
  vee: { fine: 0.5, watch: 1.5 },
  toothed: { fine: 0.25, watch: 0.5 },
}

/** What can be done to a part of which nobody has said so (nominal): a steering pump's pulley is pressed on its shaft, brackets take shims. */
export function usualMoves({ kind }: Pick<Shaft, 'kind'>): NonNullable<Shaft['moves']> {
  if (kind === 'power-steering') return [{ kind: 'press', min: -6, max: 6 }]
  return ON_BRACKETS.has(kind) ? [{ kind: 'shim', step: 0.5, min: -3, max: 3 }] : []
}

/** Parts that stand on a bracket of their own; a pump or a fan bolted to its flange stands where that is (nominal). */
const ON_BRACKETS: ReadonlySet<Shaft['kind']> = new Set([
  'alternator',
  'generator',
  'ac-compressor',
  'air-pump',
  'vacuum-pump',
  'supercharger',
  'jackshaft',
  'other',
])

/** How far out of line a pulley counts as out, mm (nominal), where its reading is no worse than a third of that. */
export const OUT_MM = 0.3

/** One standard deviation of what one reading along a shaft tells apart, mm (nominal): a caliper, a line as wide as a laser's, a rule from the block. */
export const LINE_SIGMA = { depth: 0.05, laser: 0.15, block: 0.1 } as const

/** mm that two readings of one pulley may lie apart before somebody has to say that both are good (nominal). */
export const READINGS_APART = 0.5

/** mm by which a hub may miss the depth its part wants (nominal). */
export const HUB_WITHIN = 0.3
