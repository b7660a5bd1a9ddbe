import type { Point } from '../numerics/vectors.ts'
import type { Adjuster, AdjusterKind, AdjusterOf } from './adjuster.ts'
import type { AdjusterBehaviour, AdjusterSite } from './adjuster-kind.ts'
import { allAssumed } from './assumed.ts'
import { eccentric } from './eccentric.ts'
import type { AdjusterMotion } from './motion.ts'
import { shim } from './shim.ts'
import { slide } from './slide.ts'
import { springArm } from './spring-arm.ts'
import { swing } from './swing.ts'
import { turnbuckle } from './turnbuckle.ts'

/** Every kind of adjuster; the compiler asks for each kind that the document knows. */
export const ADJUSTERS: { readonly [Kind in AdjusterKind]: AdjusterBehaviour<Kind> } = {
  'spring-arm': springArm,
  swing,
  slide,
  turnbuckle,
  eccentric,
  shim,
}

export const ADJUSTER_KINDS = Object.keys(ADJUSTERS) as readonly AdjusterKind[]

/** What is known of the kind of an adjuster. The compiler cannot follow that the behaviour found is that of the adjuster's own kind. */
export function kindOf({ kind }: { readonly kind: AdjusterKind }): AdjusterBehaviour<AdjusterKind> {
  return ADJUSTERS[kind] as unknown as AdjusterBehaviour<AdjusterKind>
}

/** The motion of an adjuster; while the stated place it starts from is not measured, it places nothing. */
export function adjusterMotion(adjuster: Adjuster, placeOf: (shaft: string) => Point | undefined): AdjusterMotion {
  return kindOf(adjuster).motion(adjuster, placeOf)
}

/** An adjuster as it is added: with dimensions that parts of its kind commonly have (nominal), all of them assumed. */
export function freshAdjuster(kind: AdjusterKind, site: AdjusterSite): Adjuster {
  return allAssumed<Adjuster>(ADJUSTERS[kind].fresh(site))
}

/** The shaft that an adjuster moves; null where it changes a pulley's size instead. */
export function movedShaft(adjuster: Adjuster): string | null {
  return 'shaft' in adjuster ? adjuster.shaft : null
}

/** The pulley whose size an adjuster changes; null where it moves a shaft instead. */
export function resizedPulley(adjuster: Adjuster): string | null {
  return 'pulley' in adjuster ? adjuster.pulley : null
}

/** The kinds whose slack a spring takes up. */
export type SprungAdjuster = AdjusterOf<'spring-arm'>

/** Whether a spring takes up the slack of a belt with this adjuster. */
export function isSprung(adjuster: Adjuster): adjuster is SprungAdjuster {
  return kindOf(adjuster).tensionedBy === 'spring'
}
