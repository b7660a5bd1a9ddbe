/** What the other packages may take from here. */
export { type Condition, CONDITIONS, WORK_KINDS, type WorkKind } from './work-kinds.ts'
export { PLAN_PHASES, type PlanPhase, type StepReading } from './plan-step.ts'
