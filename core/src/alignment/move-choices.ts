/** What a part may be changed to, to bring it into line: docs/mechanics/alignment.md. */
import type { Belt } from '../drive/belt.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { Shaft } from '../drive/shaft.ts'
import { radians } from '../numerics/vectors.ts'
import type { SettledDrive } from '../path/settle.ts'
import { groovesTaken } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import type { GroovePlane } from './entry-angles.ts'

/** One thing to do; `by` in mm, positive away from the block. */
export type AlignmentMove =
  | { readonly kind: 'press' | 'shim' | 'spacer'; readonly shaft: string; readonly by: Mm }
  | {
      readonly kind: 'groove'
      readonly shaft: string
      readonly pulley: string
      readonly belt: string
      readonly groove: number
      readonly by: Mm
    }
  | { readonly kind: 'straighten'; readonly shaft: string; readonly by: Mm }

/** mm between two places a pulley is pressed to: nobody presses finer. */
export const PRESS_STEP = 0.1

export type Moves = NonNullable<Shaft['moves']>

/** What one shaft may be changed to, with all it takes. */
export interface Choice {
  readonly moves: readonly AlignmentMove[]
  /** mm by which the belts’ line on this shaft comes forward; on one pulley only where another groove is used. */
  readonly shift: Mm
  readonly onlyPulley: string | null
  readonly straight: boolean
}

export const AS_IT_IS: Choice = { moves: [], shift: 0, onlyPulley: null, straight: false }

/** A pulley with the plane in which the belt runs on it. */
export interface End {
  readonly pulley: Pulley
  readonly plane: GroovePlane
}

export function moved({ pulley, plane }: End, { shift, onlyPulley, straight }: Choice): GroovePlane {
  const by = onlyPulley === null || onlyPulley === pulley.id ? shift : 0
  return straight ? { z: plane.z + by, leanX: 0, leanY: 0 } : { ...plane, z: plane.z + by }
}

/** Everything a shaft may be changed to, nothing first. */
export function choicesFor(settled: SettledDrive, shaft: Shaft): readonly Choice[] {
  if (shaft.kind === 'crank') return [AS_IT_IS]
  const along = alongChoices(settled, shaft)
  const tilted = settled.drive.pulleys.filter(({ shaft: id, tilt }) => id === shaft.id && tilt !== undefined)
  if (tilted.length === 0 || shaft.moves?.some(({ kind }) => kind === 'straighten') !== true) return along
  // Straightening moves the rim: what a tilt is worth is how far it stands out there.
  const by = Math.max(...tilted.map((pulley) => leanOf(pulley) * radiusOf(pulley)))
  const straighten: AlignmentMove = { kind: 'straighten', shaft: shaft.id, by }
  return along.flatMap((choice) => [choice, { ...choice, straight: true, moves: [straighten, ...choice.moves] }])
}

/** mm, the diameter of a pulley whose own is not known, for weighing a tilt. */
const RIM_OF_UNKNOWN = 100

function alongChoices(settled: SettledDrive, { id: shaft, moves = [] }: Shaft): readonly Choice[] {
  const along = (kind: 'press' | 'shim' | 'spacer', by: Mm): Choice[] =>
    Math.abs(by) < SAME_PLACE ? [] : [{ ...AS_IT_IS, shift: by, moves: [{ kind, shaft, by }] }]
  return [
    AS_IT_IS,
    ...moves.flatMap((move): Choice[] => {
      switch (move.kind) {
        case 'press':
          return steps(move.min, move.max, PRESS_STEP).flatMap((by) => along('press', by))
        case 'shim':
          return steps(move.min, move.max, move.step).flatMap((by) => along('shim', by))
        case 'spacer':
          return move.thicknesses.flatMap((by) => along('spacer', by))
        case 'groove':
          return settled.belts.flatMap(({ belt }) => grooveChoices(settled, belt, shaft))
        case 'straighten':
          return []
      }
    }),
  ]
}

/** mm within which two places are one. */
const SAME_PLACE = 1e-9

/** Whole steps from nothing to either side. */
function steps(min: Mm, max: Mm, step: Mm): readonly Mm[] {
  const [first, last] = [Math.ceil(min / step - 1e-9), Math.floor(max / step + 1e-9)]
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step)
}

/** The other grooves that a belt may use on the pulleys of a shaft. */
function grooveChoices({ drive }: SettledDrive, belt: Belt, shaft: string): readonly Choice[] {
  return belt.route.flatMap(({ pulley: id, groove, contact }) => {
    const pulley = drive.pulleys.find((each) => each.id === id)
    if (pulley?.shaft !== shaft || contact !== 'ribs' || (pulley.face !== 'ribbed' && pulley.face !== 'vee')) return []
    const spare = pulley.grooves - groovesTaken(belt)
    const { pitch } = sectionFigures(pulley.section)
    const now = groove ?? spare / 2 + 1
    return Array.from({ length: Math.max(0, spare + 1) }, (_, i) => i + 1).flatMap((next): Choice[] => {
      const by = (now - next) * pitch
      if (Math.abs(by) < SAME_PLACE) return []
      const move: AlignmentMove = { kind: 'groove', shaft, pulley: id, belt: belt.id, groove: next, by }
      return [{ ...AS_IT_IS, shift: by, onlyPulley: id, moves: [move] }]
    })
  })
}

/** mm a mm that a face leans, whichever way. */
export function leanOf({ tilt }: Pulley): number {
  return Math.hypot(Math.tan(radians(tilt?.x ?? 0)), Math.tan(radians(tilt?.y ?? 0)))
}

export function radiusOf(pulley: Pulley): Mm {
  return (pulley.face !== 'toothed' && isSized(pulley) ? pulley.diameter : RIM_OF_UNKNOWN) / 2
}
