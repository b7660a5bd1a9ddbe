/** Nominal limits that a workshop may set otherwise: averages of published practice, each with its reason. docs/mechanics/rules.md */
import type { ShaftKind } from '../drive/shaft.ts'
import type { Section } from '../sections/sections.ts'

/** One end of a range and why it is there. */
export type End = readonly [nominal: number, why: string]

/** Useful speeds by accessory, rpm of its own: below the first it does not do its work, above the second it suffers. */
export const USEFUL_RPM: Readonly<Partial<Record<ShaftKind, { readonly min?: End; readonly max?: End }>>> = {
  alternator: {
    min: [1500, 'Cut-in: below it no current comes, and the battery carries the load.'],
    max: [16_000, 'Windings and fan may fly apart; bearings run hot.'],
  },
  generator: {
    min: [1100, 'Cut-in: below it no current comes.'],
    max: [7000, 'The commutator throws its solder.'],
  },
  'water-pump': {
    min: [600, 'Too little water moves while the engine idles hot.'],
    max: [6500, 'The vanes cavitate and flow breaks down.'],
  },
  'power-steering': {
    min: [500, 'Parking by hand: the pump gives too little at idle.'],
    max: [8000, 'The oil foams and heats, the vanes wear.'],
  },
  'ac-compressor': {
    min: [600, 'It cools little in standing traffic.'],
    max: [7500, 'Valves and seal are made for no more.'],
  },
  'air-pump': {
    min: [500, 'It gives too little air.'],
    max: [6000, 'Vanes and bearings are made for no more.'],
  },
  'vacuum-pump': {
    min: [450, 'The brake’s reserve builds up slowly at idle.'],
    max: [5000, 'Vanes and bearings are made for no more.'],
  },
  supercharger: { max: [14_000, 'Rotors and bearings are made for no more.'] },
  idler: { max: [12_000, 'Small bearings lose their grease.'] },
  tensioner: { max: [12_000, 'Small bearings lose their grease.'] },
}

/** rpm a second by which an engine speeds up when the throttle is blipped in neutral. */
export const THROTTLE_BLIP = 6000

/** What an alternator's rotor and pulley are to speed up, kg·m². */
export const ALTERNATOR_INERTIA = 0.003

/** m/s. Above it the blades of a fan may come off. */
export const FAN_TIP_SPEED = 95

/** Least diameters across the outside, mm, over which a section bends without cracking early; for toothed belts, teeth. */
export const MIN_SIZE: Readonly<Record<Section, number>> = {
  PK: 45,
  V10: 55,
  V13: 70,
  V17: 110,
  'T9.5': 12,
  'T12.7': 14,
}

/** Least diameter of a smooth pulley for the back of a belt, mm. */
export const MIN_SMOOTH_MM = 45

/**
 * What accessories take, by the one figure that their nominal curves go with: `all of it`, or only the heavy one, where the light one is what the
 * part drags when it does nothing. The curves themselves: docs/mechanics/tension.md.
 */
export const USUAL_LOADS: Readonly<
  Partial<
    Record<
      ShaftKind,
      {
        readonly nominal: number
        readonly unit: 'A' | 'N·m'
        readonly what: string
        readonly of: 'all of it' | 'heavy'
      }
    >
  >
> = {
  alternator: { nominal: 120, unit: 'A', what: 'rated current', of: 'all of it' },
  generator: { nominal: 120, unit: 'A', what: 'rated current', of: 'all of it' },
  'power-steering': { nominal: 16, unit: 'N·m', what: 'torque at full lock', of: 'heavy' },
  'ac-compressor': { nominal: 16, unit: 'N·m', what: 'torque on a hot day', of: 'heavy' },
  'water-pump': { nominal: 0.9, unit: 'N·m', what: 'torque at 3000 rpm', of: 'all of it' },
  fan: { nominal: 6.3, unit: 'N·m', what: 'torque at 3000 rpm', of: 'all of it' },
  'air-pump': { nominal: 2, unit: 'N·m', what: 'torque under load', of: 'heavy' },
  'vacuum-pump': { nominal: 2, unit: 'N·m', what: 'torque under load', of: 'heavy' },
}

/** km after which a belt under a spring arm has seated, and its pointer is read a second time (nominal). */
export const SECOND_LOOK_KM = 500
