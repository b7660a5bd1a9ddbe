/** What tests of a practice car ask of it, and from where on something shows to a hand or an eye. */
import type { PracticeCar, Run } from './car.ts'

/** mm and degrees from which something shows to the hand and eye; shares of what should be from which a reading is off (nominal). */
export const OUT_MM = 1
export const LEANS_DEG = 1
export const PLAY_MM = 0.8
export const WOBBLES_DEG = 0.8
export const JUMPS_DEG = 3.6
export const LOW = 0.75
export const HIGH = 1.35
export const LITTLE_LOUDER = 0.12
/** W of slip that burns a belt. */
export const BURNS = 150

export interface Asked {
  readonly car: PracticeCar
  readonly newBelt: boolean
  readonly idle: () => Run
  readonly loaded: () => Run
  readonly wet: () => Run
  readonly blip: () => Run
  readonly fast: () => Run
  /** A value as a hand reads it. */
  readonly read: (value: number, share: number) => number
}

export const worst = (sizes: Readonly<Record<string, number>> = {}) =>
  Object.entries(sizes).toSorted(([, a], [, b]) => b - a)[0] ?? (['', 0] as const)

export const named = ({ car }: Asked, shaft: string) =>
  car.whole.drive.shafts.find(({ id }) => id === shaft)?.name ?? shaft
