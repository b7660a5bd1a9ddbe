/** How well a belt holds on its pulleys: docs/mechanics/tension.md. */
import { CONDITION_SHARE, FRICTION } from './nominal.ts'
import type { Belt, Contact } from '../drive/belt.ts'
import type { Pulley } from '../drive/pulley.ts'
import { sectionFigures } from '../sections/sections.ts'

export type BeltCondition = NonNullable<Belt['condition']>

/** Effective friction of a belt on one pulley; infinite where teeth hold it. `μ_e` */
export function frictionOn(
  section: Belt['section'],
  pulley: Pick<Pulley, 'face'>,
  contact: Contact,
  condition: BeltCondition,
): number {
  const { family } = sectionFigures(section)
  if (family === 'toothed' && pulley.face === 'toothed' && contact === 'ribs') return Infinity
  const inGrooves = contact === 'ribs' && pulley.face !== 'smooth'
  const dry = !inGrooves ? FRICTION.smooth : family === 'vee' ? FRICTION.vee : FRICTION.ribs
  return dry * CONDITION_SHARE[condition]
}

/**
 * Share of its grip that a pulley uses: `U = |ΔT| / ((T_lo − T_c)(e^{μ_e·w} − 1))`, tensions in N, wrap in radians. Above 1 the belt
 * slips; infinite where the slack side holds no more than the belt's own throw.
 */
export function gripUse(
  before: number,
  after: number,
  { centrifugal, friction, wrap }: { readonly centrifugal: number; readonly friction: number; readonly wrap: number },
): number {
  const pull = Math.abs(after - before)
  const held = Math.min(before, after) - centrifugal
  // It throws itself off, whether anything pulls or not.
  if (held <= 0) return Infinity
  if (pull === 0 || friction === Infinity) return 0
  return pull / (held * Math.expm1(friction * wrap))
}
