/** Nominal figures of tension: averages of published practice that stand in for what nobody has read. docs/mechanics/tension.md */
import type { Belt } from '../drive/belt.ts'
import type { LoadPoint, Shaft, ShaftKind } from '../drive/shaft.ts'
import type { Section } from '../sections/sections.ts'

/** Effective coefficients of friction, wedging in the grooves included, new and dry (nominal). */
export const FRICTION = { ribs: 0.9, vee: 1.05, smooth: 0.32 } as const

/** The share of dry friction that is left in each condition of a belt (nominal). */
export const CONDITION_SHARE = { dry: 1, wet: 0.55, glazed: 0.7, oily: 0.35, worn: 0.8 } as const satisfies Readonly<
  Record<NonNullable<Belt['condition']>, number>
>

/** The alternator of which the nominal load is, A and V; the steering pump, bar times cm³ a turn; and what of a pump's work comes out of it. */
export const NOMINAL_AMPS = 120
export const NOMINAL_VOLTS = 14.2
export const NOMINAL_STEERING = 90 * 9.6
export const PUMP_EFFICIENCY = 0.85

const ALTERNATOR_LOAD: NominalLoad = {
  light: [
    [0, 0.3],
    [18_000, 0.6],
  ],
  heavy: [
    [0, 0],
    [1200, 5],
    [2000, 7.5],
    [3000, 6.6],
    [6000, 4.3],
    [12_000, 2.4],
    [18_000, 1.7],
  ],
}

/** Torque over own speed, rpm → N·m, and how it is with everything it drives at its lightest and its heaviest. */
type NominalLoad = NonNullable<Shaft['load']>

/** A pump or fan whose torque grows with the square of its speed: `at0 + at3000·(n / 3000)²`, N·m, up to 8 000 rpm. */
const squared = (at0: number, at3000: number): LoadPoint[] =>
  [0, 1000, 2000, 3000, 4500, 6000, 8000].map((rpm) => [rpm, at0 + at3000 * (rpm / 3000) ** 2])

/**
 * What accessories take, by kind, until their own load is read (nominal): a 120 A alternator at 14.2 V, a steering pump of 9.6 cm³ a turn at
 * 90 bar, a compressor with its clutch out and engaged on a hot day. What a supercharger, a jackshaft or another part takes nobody can say for it.
 */
export const NOMINAL_LOADS: Readonly<Partial<Record<ShaftKind, NominalLoad>>> = {
  alternator: ALTERNATOR_LOAD,
  generator: ALTERNATOR_LOAD,
  'power-steering': {
    light: [
      [0, 1],
      [8000, 2.5],
    ],
    heavy: [
      [0, 16],
      [2000, 16],
      [8000, 13],
    ],
  },
  'ac-compressor': {
    light: [
      [0, 0.3],
      [8000, 0.6],
    ],
    heavy: [
      [0, 16],
      [2000, 15],
      [8000, 11],
    ],
  },
  'water-pump': { light: squared(0.2, 0.7), heavy: squared(0.2, 0.7) },
  fan: { light: squared(0.3, 6), heavy: squared(0.3, 6) },
  'air-pump': { light: [[0, 0.5]], heavy: [[0, 2]] },
  'vacuum-pump': { light: [[0, 0.5]], heavy: [[0, 2]] },
}

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

/** Times what is wanted, or a part of it, from which on a reading is asked about, and within which another unit or octave is probable (nominal). */
export const DOUBTED = 1.8

export const PROBABLE = 1.35

/** Share by which belts of a matched set may differ (nominal), and by which two twists may: a hand tells no finer. */
export const MATCHED_SHARE = 0.1

export const MATCHED_TWIST_SHARE = 0.25

/** One standard deviation, as a share, of the tension that a twist by hand stands for (nominal), and the angles between which it stands for any. */
export const TWIST_SIGMA_SHARE = 0.3

export const TWIST_RANGE = { min: 30, max: 240 } as const

/** Shares of its own torque by which a spring may miss it (nominal): worth a look, and to be replaced. */
export const SPRING_SHARES = { watch: 0.1, act: 0.2 } as const

/** Against the setting of a used belt (nominal): 155 N a rib new, 135 N after the run-in and later. */
export const AGE_SHARE = { new: 155 / 135, 'run in': 1, used: 1 } as const

/** No finger presses the same twice: never surer than this share. */
export const SUREST_FINGER = 0.05

/** Days after the run-in by which the second check is asked for where nobody reads a distance (nominal). */
export const SECOND_CHECK_DAYS = 14

/** Degrees a belt gives when it is twisted by hand, as it should be (nominal): a quarter turn, and what a hand cannot tell from it. */
export const QUARTER_TURN = 90

export const TWIST_TELLS = 15

/** How well the nominal resistance of a belt to bending is known: a factor of two either way. */
export const BENDING_FACTOR = 2

/** Share of idle or cruise within which a span that rings is worth watching (nominal). */
export const RINGS_NEAR = 0.05

/** Engine speeds at which ringing is looked at: from a share of idle up to the greatest, so many of them. */
export const RINGING_STEPS = { from: 0.7, count: 48 } as const

/** How an engine's block grows, and how much warmer it gets (nominal): aluminium, cold to hot. */
export const WARMING = { perKelvin: 23e-6, kelvin: 70 } as const

/** Damping of a tensioner as a share of its spring (nominal): below the first its damper is dead, above the second it binds. */
export const DAMPING = { dead: 0.1, binds: 0.3 } as const
