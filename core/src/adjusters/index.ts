/** What the other packages may take from here. */
export { confirmed, isAssumed, isTravelAssumed } from './assumed.ts'
export type { Adjuster, AdjusterKind, AdjusterOf } from './adjuster.ts'
export type { AdjusterField, AdjusterHandle, Carrier } from './adjuster-kind.ts'
export { ADJUSTER_KINDS, isSprung, kindOf, movedShaft, resizedPulley } from './kinds.ts'
