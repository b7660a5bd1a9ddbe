import type { InferType } from 'yup'
import { at, by, constant, choice, identifier, quantity, record, union } from '../schema/schema-kit.ts'

const everyReading = {
  id: identifier('The name of this reading within the document.'),
  by,
  at,
  distance: quantity('km', 'Distance of the vehicle.', { min: 0, max: 5_000_000 }).optional(),
}

const ofBelt = {
  ...everyReading,
  belt: identifier('The belt that was tried.'),
  strand: quantity('', 'Which belt of a matched set, counted from the front; the first when left out.', {
    min: 1,
    max: 8,
    integer: true,
  }).optional(),
}

const ofSpan = {
  ...ofBelt,
  from: identifier('The pulley its span leaves.'),
  to: identifier('The pulley its span comes to.'),
}

const ofAdjuster = {
  ...everyReading,
  adjuster: identifier('The adjuster that was looked at.'),
  u: quantity('', 'Where it stood, from 0 at the slack end to 1 at the tight end.', { min: 0, max: 1 }),
}

/** What was read of how tight a belt is, by how it was read: docs/mechanics/tension.md. */
export const tensionReadingSchema = union('how', {
  press: record({
    ...ofSpan,
    how: constant('press', 'must be press', 'Pressed in at the middle of a span.'),
    tool: choice(['finger', 'gauge'], 'What pressed.'),
    force: quantity('N', 'The force.', { min: 0.1, max: 2000 }),
    deflection: quantity('mm', 'How far it went in.', { min: 0.01, max: 1000 }),
  }),
  pluck: record({
    ...ofSpan,
    how: constant('pluck', 'must be pluck', 'Plucked and listened to.'),
    frequency: quantity('Hz', 'Pitch of its first mode.', { min: 0.1, max: 5000 }),
  }),
  dial: record({
    ...ofBelt,
    how: constant('dial', 'must be dial', 'A gauge that shows or clicks at a tension.'),
    tension: quantity('N', 'What it showed.', { min: 1, max: 20000 }),
  }),
  twist: record({
    ...ofBelt,
    how: constant('twist', 'must be twist', 'Twisted by hand at its longest span.'),
    angle: quantity('deg', 'How far it went.', { min: 0, max: 360 }),
  }),
  pointer: record({
    ...ofAdjuster,
    how: constant('pointer', 'must be pointer', 'Where a tensioner pointed, with its belt on.'),
  }),
  torque: record({
    ...ofAdjuster,
    how: constant('torque', 'must be torque', 'The torque that held a tensioner’s arm there.'),
    torque: quantity('N·m', 'What the wrench read, pried up slowly.', { min: 0, max: 1000 }),
    letDown: quantity('N·m', 'The same while it was let down slowly.', { min: 0, max: 1000 }).optional(),
  }),
})

export type TensionReading = Readonly<InferType<typeof tensionReadingSchema>>
export type TensionReadingOf<How extends TensionReading['how']> = Extract<TensionReading, { how: How }>

/** Where the running-in of a belt set by hand stands; each moment is kept once it has come. */
export const runInSchema = record({
  setAt: at,
  startedAt: at.optional(),
  stoppedAt: at.optional(),
  resetAt: at.optional(),
  resetDistance: quantity('km', 'Distance of the vehicle when it was re-set.', { min: 0, max: 5_000_000 }).optional(),
  checkedAt: at.optional(),
})

export type RunIn = Readonly<InferType<typeof runInSchema>>
