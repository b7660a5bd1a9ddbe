/** Nominal figures of speeds: averages of published practice that stand in for what nobody has read. docs/mechanics/speeds.md */
import type { ChosenUse, VehicleUse } from '../drive/vehicle-use.ts'

/** Share of the highest speed beyond which a part is in danger however seldom it gets there (nominal). */
export const OVERSPEED_SHARE = 0.05

/** What a drive is judged by as long as nobody has said how the vehicle is used. */
export const USUAL_USE: VehicleUse = { of: 'town' }

export interface Hump {
  /** 0 at idle, 1 at cruise, 2 at the highest speed. */
  readonly at: number
  readonly spread: number
  readonly share: number
}

/** Each use as time at idle and humps of time around engine speeds (nominal). */
export const USE_SHAPES: Readonly<Record<ChosenUse, { readonly idle: number; readonly humps: readonly Hump[] }>> = {
  town: {
    idle: 0.3,
    humps: [
      { at: 0.6, spread: 0.35, share: 0.55 },
      { at: 1.15, spread: 0.25, share: 0.15 },
    ],
  },
  motorway: {
    idle: 0.05,
    humps: [
      { at: 0.6, spread: 0.35, share: 0.15 },
      { at: 1.1, spread: 0.2, share: 0.8 },
    ],
  },
  towing: {
    idle: 0.08,
    humps: [
      { at: 0.9, spread: 0.3, share: 0.42 },
      { at: 1.35, spread: 0.25, share: 0.5 },
    ],
  },
  'hill-climb': { idle: 0.12, humps: [{ at: 1.65, spread: 0.3, share: 0.88 }] },
  stationary: { idle: 0.1, humps: [{ at: 1, spread: 0.08, share: 0.9 }] },
}
