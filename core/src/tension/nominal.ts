/** Nominal figures of tension: averages of published practice that stand in for what nobody has read. docs/mechanics/tension.md */
import type { Section } from '../sections/sections.ts'

/** Effective coefficients of friction, wedging in the grooves included, new and dry (nominal). */
export const FRICTION = { ribs: 0.9, vee: 1.05, smooth: 0.32 } as const

/** N·m that an idler or tensioner resists with until someone says otherwise (nominal). */
export const IDLER_TORQUE = 0.05

/** Grip kept in reserve when a tension is asked for (nominal): U at most 1 / 1.3. */
export const GRIP_MARGIN = 1.3

/** Minutes at a fast idle, and minutes until a hand can rest on the belt (nominal). */
export const RUN_MINUTES = 5
export const COOL_MINUTES = 15

/** Distance after which a re-set belt is looked at once more, km (nominal). */
export const SECOND_CHECK_KM = 200

/** Share by which a setting may miss what was wanted before it is worth another turn (nominal). */
export const SETTING_SHARE = 0.1

/** The finger on a span (nominal), N: about what a thumb gives without strain. It can be tried on a scale. */
export const FINGER_FORCE = 45

/** One standard deviation of what hands read: a press's force and a dial's tension by their share, a deflection in mm, a pitch in Hz, and of what its tension is reckoned from by its share (nominal). */
export const READ_SIGMA = { finger: 0.2, gauge: 0.05, dial: 0.07, mass: 0.03, deflection: 0.5, frequency: 0.5 } as const

/** Static tension of a used belt set by hand, N: per rib of a multi-rib belt, per belt of the others (nominal). */
export const USED_SETTING: Readonly<Record<Section, number>> = {
  PK: 135,
  V10: 200,
  V13: 300,
  V17: 400,
  'T9.5': 200,
  'T12.7': 200,
}

/** Share by which belts of a matched set may differ (nominal). */
export const MATCHED_SHARE = 0.1

/** Shares of its own torque by which a spring may miss it (nominal): worth a look, and to be replaced. */
export const SPRING_SHARES = { watch: 0.1, act: 0.2 } as const
