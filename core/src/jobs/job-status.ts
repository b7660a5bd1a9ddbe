/** How far a job is: it moves by what is done, never by being moved. */
import type { JobFields, JobPart, JobStatus, JobStage } from '../api/job-records.ts'
import type { SettledDrive } from '../path/settle.ts'
import { allProblems, solveDrive } from '../solution/solve-drive.ts'
import { mustRule, NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import { SECOND_CHECK_KM, SECOND_CHECK_DAYS } from '../tension/nominal.ts'
import { jobPlan, type JobStep } from './job-plan.ts'

const MS_PER_DAY = 86_400_000

/** What the job waits for, how many steps are done, what of it is due and when. */
export function jobStatus(settled: SettledDrive, job: JobFields, rules: ShopRules = NOMINAL_RULES): JobStatus {
  const { steps } = jobPlan(settled, job, rules)
  const ticked = new Set(job.ticks.map(({ step }) => step))
  const ofToday = steps.filter(({ phase }) => phase !== 're-check')
  const open = steps.filter(({ id }) => !ticked.has(id))
  const reviewsWaiting = job.ticks.filter(({ review }) => review === 'wanted').length
  const stage = stageOf(settled, job, open)
  const backBy = job.parts.flatMap(({ place, backBy: day }) => (place === 'on trial' && day !== '' ? [day] : []))
  const recheck = stage === 're-check' ? secondCheckDue(job, open, rules) : null
  const days = [...backBy, ...(recheck === null ? [] : [recheck.on])].toSorted()
  return {
    stage,
    reviewsWaiting,
    stepsAll: ofToday.length,
    stepsDone: ofToday.filter(({ id }) => ticked.has(id)).length,
    dueOn: stage === 'done' ? null : (days[0] ?? null),
    dueKm: recheck?.km ?? null,
  }
}

function stageOf({ drive }: SettledDrive, job: JobFields, open: readonly JobStep[]): JobStage {
  if (job.closedAt !== null) return open.some(({ phase }) => phase === 're-check') ? 're-check' : 'done'
  // A drive that was begun with its job has nothing on it yet.
  if (drive.belts.length === 0) return 'measure'
  if (allProblems(solveDrive(drive)).some(({ code }) => code === 'NOT_MEASURED' || code === 'NOT_ROUTED'))
    return 'measure'
  const wanted = drive.belts.filter(({ id }) => !job.without.includes(id))
  if (!job.sameBelts && wanted.some(({ length }) => length === null)) return 'belt'
  if (job.parts.some((part) => isAwaited(part, job.parts))) return 'parts'
  const running = ({ id, phase }: JobStep) => phase === 'prove' || (phase === 'run' && id !== 'run.first')
  if (open.some((step) => !running(step) && step.phase !== 're-check')) return 'belt-change'
  if (open.some(running)) return 'run-in'
  return 'sign-off'
}

/** A part that is not there yet; one that was sent back, while nothing else is there for the same work. */
function isAwaited({ place, work }: JobPart, parts: readonly JobPart[]): boolean {
  if (place === 'wanted' || place === 'ordered') return true
  if (place !== 'returned' || work === undefined || work === '') return false
  return !parts.some((other) => other.work === work && (other.place === 'here' || other.place === 'on trial'))
}

/** By distance where it was read, and by days in any case; null where nothing was run in yet. */
function secondCheckDue(
  { ticks, distance }: JobFields,
  open: readonly JobStep[],
  rules: ShopRules,
): { readonly on: string; readonly km: number | null } | null {
  const ran = ticks.filter(({ step }) => step.startsWith('run.')).map(({ at }) => at)
  const last = ran.toSorted().at(-1)
  if (last === undefined) return null
  // A belt set by hand is measured again sooner than the arm of another is looked at.
  const after = open.some(({ runIn }) => runIn === true) ? SECOND_CHECK_KM : mustRule(rules, wearKey.secondLookKm)
  return { on: dayAfter(last, SECOND_CHECK_DAYS), km: distance === null ? null : distance + after }
}

/** The day a number of days after a moment, ISO. */
function dayAfter(moment: string, days: number): string {
  // eslint-disable-next-line no-restricted-globals -- reads the moment it is given, not the clock
  return new Date(Date.parse(moment) + days * MS_PER_DAY).toISOString().slice(0, 10)
}
