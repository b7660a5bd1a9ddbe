/** A step of the work of changing belts, and how belts and pulleys are called in it. */
import type { Belt } from '../drive/belt.ts'
import type { SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'
import type { Condition } from './work-kinds.ts'

export const PLAN_PHASES = ['before', 'off', 'while off', 'on', 'tension', 'check', 'run', 'prove', 're-check'] as const
export type PlanPhase = (typeof PLAN_PHASES)[number]

/** What may be read at a step. */
export type StepReading = 'pointer' | 'tension' | 'minutes' | 'count' | 'line' | 'length' | 'other'

export interface PlanStep {
  /** The same for the same drive, so that a tick stays with its step. */
  readonly id: string
  readonly phase: PlanPhase
  readonly title: string
  /** How, and why here. */
  readonly lines: readonly string[]
  readonly cautions: readonly string[]
  readonly belt?: string
  /** A torque that the vehicle’s maker gives; Emery has none of its own. */
  readonly torque?: boolean
  /** What was found and led to it, a sentence each. */
  readonly because?: readonly string[]
  /** The condition of the complaint in which it is done. */
  readonly when?: Condition
  /** What is read at it and kept with its tick. */
  readonly reads?: StepReading
  /** It is a part of running its belt in, which the drive keeps. */
  readonly runIn?: boolean
  /** mm of slack that going over the last rim needs, where it can be worked out. */
  readonly slack?: Mm
}

export const named = ({ name, id }: Pick<Belt, 'name' | 'id'>) => (name === '' ? id : name)

export function nameOf({ drive }: SettledDrive, beltId: string): string {
  const belt = drive.belts.find(({ id }) => id === beltId)
  return belt === undefined ? beltId : named(belt)
}

export function pulleyNameOf({ drive }: SettledDrive, pulleyId: string): string {
  const shaft = drive.pulleys.find(({ id }) => id === pulleyId)?.shaft
  return drive.shafts.find(({ id }) => id === shaft)?.name ?? pulleyId
}
