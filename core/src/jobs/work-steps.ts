/** Steps of a job because of what was found, in their place in the order of work: docs/mechanics/belt-change.md */
import type { JobFields, JobWork } from '../api/job-records.ts'
import { SAFE } from '../belt-change/cautions.ts'
import { PLAN_PHASES, type PlanPhase, type PlanStep } from '../belt-change/plan-step.ts'
import type { Condition, WorkKind } from '../belt-change/work-kinds.ts'
import { IDLE_MINUTES, WARM_MINUTES } from '../belt-change/nominal.ts'
import { beltOfPart, movesPart, proofStep, workStep } from './found-work.ts'

const VERBS: Readonly<Record<WorkKind, string>> = {
  replace: 'Replace',
  adjust: 'Adjust',
  align: 'Align',
  clean: 'Clean',
  tighten: 'Tighten',
  check: 'Check',
}

/** A piece of work in words: `Replace Tensioner arm`. */
export function workTitle({ does, what }: Pick<JobWork, 'does' | 'what'>): string {
  return `${VERBS[does]} ${what}`
}

/** Where work that has no step of the plan is done. */
const PHASES: Readonly<Record<WorkKind, PlanPhase>> = {
  replace: 'while off',
  adjust: 'tension',
  align: 'while off',
  clean: 'while off',
  tighten: 'while off',
  check: 'while off',
}

const HOW: Readonly<Record<WorkKind, readonly string[]>> = {
  replace: ['Compare the new part with the old one before it goes in.'],
  adjust: [],
  align: ['See the plan in Alignment: fewest moves, then read again.'],
  clean: ['Dry, with a brush; no solvent in the grooves.'],
  tighten: ['Bolt by bolt, so that it stays square.'],
  check: [],
}

/** The steps of a plan with those that the job's work and its complaint ask for. */
export function withWorkSteps(steps: readonly PlanStep[], job: JobFields): readonly PlanStep[] {
  const explained = job.work.reduce(withOneWork, steps)
  const moved = job.work.some((work) => work.does === 'align' || movesPart(work))
  return inPhases([
    ...(moved ? [LINE_AGAIN] : []),
    ...explained,
    ...job.shows.map((condition) => provedIn(condition, job)),
    ...job.work.filter(({ prove }) => prove !== '').map(proved),
  ])
}

/** Its own step; or the plan's, which then says why: a belt is replaced by taking it off and fitting another, and adjusted where it is tensioned. */
function withOneWork(steps: readonly PlanStep[], work: JobWork): readonly PlanStep[] {
  const planned = stepOfPlan(work)
  if (planned !== undefined && steps.some(({ id }) => id === planned))
    return steps.map((step) =>
      step.id === planned ? { ...step, because: [...(step.because ?? []), work.because] } : step,
    )
  const step: PlanStep = {
    id: workStep(work.id),
    phase: PHASES[work.does],
    title: workTitle(work),
    because: [work.because],
    lines: [...work.lines, ...HOW[work.does]],
    cautions: [SAFE.engineOff, ...(work.part.startsWith('tensioner.') ? [SAFE.arm] : [])],
    ...(work.does === 'replace' || work.does === 'tighten' ? { torque: true } : {}),
  }
  return [...steps, step]
}

/** The step of the plan at which work on a belt is done; undefined where it needs one of its own. */
function stepOfPlan({ does, part }: JobWork): string | undefined {
  const belt = beltOfPart(part)
  if (belt === null) return undefined
  return does === 'replace' ? `on.lay.${belt}` : does === 'adjust' ? `tension.${belt}` : undefined
}

/** Phases in their order; within one, steps as they stand. */
function inPhases(steps: readonly PlanStep[]): readonly PlanStep[] {
  return PLAN_PHASES.flatMap((phase) => steps.filter((step) => step.phase === phase))
}

const LINE_AGAIN: PlanStep = {
  id: 'check.line',
  phase: 'check',
  title: 'Read the line again',
  lines: ['A part was moved: straightedge or laser along the pulleys, in Alignment, before the belt runs.'],
  cautions: [SAFE.engineOff],
  reads: 'line',
}

function proved({ id, does, what, prove }: JobWork): PlanStep {
  return {
    id: proofStep(id),
    phase: 'prove',
    title: `Proof of repair: ${workTitle({ does, what }).toLowerCase()}`,
    lines: [prove],
    cautions: [SAFE.plane],
  }
}

const IN_CONDITION: Readonly<Record<Condition, Pick<PlanStep, 'title' | 'lines' | 'cautions'>>> = {
  cold: {
    title: 'Listen at a cold start',
    lines: ['After standing overnight: start, and listen for a minute.'],
    cautions: [SAFE.plane],
  },
  warm: {
    title: 'Listen when it is fully warm',
    lines: [`After ${WARM_MINUTES} minutes of driving (nominal), at idle.`],
    cautions: [SAFE.plane],
  },
  damp: {
    title: 'Listen in the damp',
    lines: ['A damp morning, or a splash of water on the belt from arm’s length. Quiet, and quiet when dry.'],
    cautions: [SAFE.water, SAFE.plane],
  },
  load: {
    title: 'Listen under load',
    lines: ['Lights, blower and A/C on, steering briefly to the stop.'],
    cautions: [SAFE.plane],
  },
  throttle: {
    title: 'Listen while the throttle is opened',
    lines: ['In neutral, brake on: three short presses to about twice idle.'],
    cautions: [SAFE.plane],
  },
  idle: {
    title: 'Listen at idle',
    lines: [`For ${IDLE_MINUTES} minutes (nominal), all loads off.`],
    cautions: [SAFE.plane],
  },
}

/** In the condition in which it showed: a squeak that came warm is not proved gone by a cold idle. */
function provedIn(when: Condition, { complaint }: JobFields): PlanStep {
  const step = IN_CONDITION[when]
  return {
    ...step,
    id: `prove.when.${when}`,
    phase: 'prove',
    when,
    lines: [
      ...step.lines,
      complaint === '' ? 'What was complained of must not come.' : `“${complaint}” must not come.`,
    ],
  }
}
