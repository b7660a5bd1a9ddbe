import type { InferType } from 'yup'
import { constant, list, quantity, record, union } from '../schema/schema-kit.ts'

/** Ways a vehicle is used that stand for a spread of engine speeds; `own` is one that was entered. */
export const CHOSEN_USES = ['town', 'motorway', 'towing', 'hill-climb', 'stationary'] as const
export type ChosenUse = (typeof CHOSEN_USES)[number]

/** Most stretches of engine speed that a use may be told in. */
const MAX_BINS = 40

const rpm = (description: string) => quantity('rpm', description, { min: 0, max: 30000 })

const binSchema = record({
  from: rpm('Engine speed at its lower end.'),
  to: rpm('Engine speed at its upper end; the same for a speed that is held.'),
  share: quantity('', 'How much of the time, in any measure: shares are taken of their sum.', { min: 0, max: 1e6 }),
})

const bins = list(binSchema, 'How long the engine runs at what speeds.', { min: 1, max: MAX_BINS })
  .test(
    'rising',
    'must rise in engine speed without overlapping',
    (all) =>
      !Array.isArray(all) ||
      all.every(({ from, to }, i) => from <= to && (i === 0 || from >= (all[i - 1]?.to ?? Infinity))),
  )
  .test('some-time', 'must have some time in them', (all) => !Array.isArray(all) || all.some(({ share }) => share > 0))

const chosen = <const Use extends ChosenUse>(use: Use) =>
  record({ of: constant(use, `must be ${use}`, `The engine speeds usual for this use: ${use}.`) })

/** How the vehicle is used, as the time its engine spends at each speed. */
export const vehicleUseSchema = union('of', {
  town: chosen('town'),
  motorway: chosen('motorway'),
  towing: chosen('towing'),
  'hill-climb': chosen('hill-climb'),
  stationary: chosen('stationary'),
  own: record({ of: constant('own', 'must be own', 'Engine speeds of this vehicle’s own.'), bins }),
})

export type VehicleUse = Readonly<InferType<typeof vehicleUseSchema>>
