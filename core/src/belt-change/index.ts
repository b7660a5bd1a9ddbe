/** What the other packages may take from here. */
export { PLAN_PHASES, type PlanPhase } from './plan.ts'
