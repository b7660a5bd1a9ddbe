/** The plan of one job: what the drive asks for, with the workshop’s own steps and order. */
import type { JobFields } from '../api/job-records.ts'
import type { BeltOrder } from '../belt-change/belt-order.ts'
import { beltChangePlan, type BeltChangePlan } from '../belt-change/plan.ts'
import { PLAN_PHASES, type PlanPhase, type PlanStep } from '../belt-change/plan-step.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import type { SettledDrive } from '../path/settle.ts'
import { withWorkSteps } from './work-steps.ts'

/** A step of a job; the plan’s own, or one that was added. */
export interface JobStep extends PlanStep {
  /** Who added it; undefined for the plan’s own. */
  readonly addedBy?: string
  /** Why it stands elsewhere than the plan has it. */
  readonly movedBecause?: string
}

export interface JobPlan extends Pick<BeltChangePlan, 'order'> {
  readonly steps: readonly JobStep[]
}

/** Every step of a job in its order. A move that would break the order of the belts, as the drive is now, is left aside. */
export function jobPlan(settled: SettledDrive, job: JobFields, rules: ShopRules = NOMINAL_RULES): JobPlan {
  const belts = settled.drive.belts.map(({ id }) => id).filter((id) => !job.without.includes(id))
  // Where it shows in conditions that are known, it is proved in those.
  const damp = job.shows.length === 0
  const { order, steps } = beltChangePlan(settled, { belts, sameBelts: job.sameBelts, noise: job.noise, damp, rules })
  const all = job.added.reduce<readonly JobStep[]>(withAdded, withWorkSteps(steps, job))
  return { order, steps: job.moved.reduce<readonly JobStep[]>((so, move) => withMoved(so, order, move), all) }
}

/** At the end of its phase. */
function withAdded(steps: readonly JobStep[], { id, phase, title, by }: JobFields['added'][number]): JobStep[] {
  const last = steps.findLastIndex((step) => step.phase === phase)
  const at = last >= 0 ? last + 1 : steps.length
  const added: JobStep = { id, phase, title, lines: [], cautions: [], addedBy: by }
  return [...steps.slice(0, at), added, ...steps.slice(at)]
}

function withMoved(
  steps: readonly JobStep[],
  order: BeltOrder,
  { step: id, before, reason }: JobFields['moved'][number],
): readonly JobStep[] {
  if (moveRefusal({ order, steps }, id, before) !== undefined) return steps
  return moved(steps, id, before).map((step) => (step.id === id ? { ...step, movedBecause: reason } : step))
}

function moved(steps: readonly JobStep[], id: string, before: string): readonly JobStep[] {
  const rest = steps.filter((step) => step.id !== id)
  const at = rest.findIndex((step) => step.id === before)
  return [...rest.slice(0, at), ...steps.filter((step) => step.id === id), ...rest.slice(at)]
}

/** Why a step cannot be done just before another, in a sentence; undefined where it can. */
export function moveRefusal({ order, steps }: JobPlan, id: string, before: string): string | undefined {
  const step = steps.find((each) => each.id === id)
  const other = steps.find((each) => each.id === before)
  if (step === undefined || other === undefined || id === before) return 'There is no such step.'
  if (step.phase !== other.phase) return 'A step stays in its phase: nothing is tensioned before it is fitted.'
  const places = new Map(moved(steps, id, before).map((each, i) => [each.id, i]))
  const wrong = mustPairs(order, steps).find(([a, b]) => (places.get(a) ?? 0) > (places.get(b) ?? 0))
  if (wrong === undefined) return undefined
  const [first, second] = wrong.map((of) => steps.find((each) => each.id === of)?.title ?? of)
  return `“${first ?? ''}” must come before “${second ?? ''}”.`
}

/** Steps of which the first has to be done before the second, whatever anyone’s reason. */
function mustPairs({ inTheWay }: BeltOrder, steps: readonly JobStep[]): readonly (readonly [string, string])[] {
  const there = new Set(steps.map(({ id }) => id))
  const belts = steps.flatMap(({ id, belt }) => (id.startsWith('off.take.') && belt !== undefined ? [belt] : []))
  return [
    ...belts.map((belt) => [`off.release.${belt}`, `off.take.${belt}`] as const),
    ...belts.map((belt) => [`check.seated.${belt}`, 'check.seated'] as const),
    ...inTheWay.flatMap(({ belt, inTheWayOf }) => [
      [`off.take.${belt}`, `off.take.${inTheWayOf}`] as const,
      [`on.lay.${inTheWayOf}`, `on.lay.${belt}`] as const,
    ]),
    ['before.data', 'before.safe'] as const,
  ].filter(([a, b]) => there.has(a) && there.has(b))
}

/**
 * The first step that should be done before another and is neither done nor left out; undefined where nothing stands in the way. No
 * belt is tensioned before it is on, nothing cranked before the check, nothing proved before it has run.
 */
export function stepBefore({ order, steps }: JobPlan, ticks: JobFields['ticks'], id: string): JobStep | undefined {
  const step = steps.find((each) => each.id === id)
  if (step === undefined) return undefined
  const ticked = new Set(ticks.map((tick) => tick.step))
  const must = new Set(mustPairs(order, steps).flatMap(([first, second]) => (second === id ? [first] : [])))
  const isBefore = (other: JobStep): boolean =>
    must.has(other.id) ||
    (other.belt !== undefined &&
      other.belt === step.belt &&
      PLAN_PHASES.indexOf(other.phase) < PLAN_PHASES.indexOf(step.phase)) ||
    // A word of safety before hands are at the belt; every check before it is cranked; a first start before it is proved.
    (other.id === 'before.safe' && step.phase !== 'before') ||
    (BEFORE_RUNNING.has(other.phase) && RUNNING.has(step.phase)) ||
    (other.id === 'run.first' && (step.phase === 'prove' || step.phase === 're-check'))
  return steps.find((other) => other.id !== id && !ticked.has(other.id) && isBefore(other))
}

const BEFORE_RUNNING: ReadonlySet<PlanPhase> = new Set(['on', 'tension', 'check'])
const RUNNING: ReadonlySet<PlanPhase> = new Set(['run', 'prove', 're-check'])
