/** Jobs on a drive, as the server and its clients say them to each other. */
import { number, type InferType } from 'yup'
import { markedPhotoSchema, MAX_PICTURES } from '../drive/marked-photo.ts'
import { at, by, choice, dayOrNone, flag, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'
import { PLAN_PHASES } from '../belt-change/plan-step.ts'
import { CONDITIONS, WORK_KINDS } from '../belt-change/work-kinds.ts'
import type { VehicleSummary } from './records.ts'

/** Jobs kept in all. */
export const MAX_JOBS = 50_000

/** What a job waits for, in the order in which it moves. */
export const JOB_STAGES = ['measure', 'belt', 'parts', 'belt-change', 'run-in', 'sign-off', 're-check', 'done'] as const
export type JobStage = (typeof JOB_STAGES)[number]

/** Where a part of a job is. */
export const PART_PLACES = ['wanted', 'ordered', 'here', 'on trial', 'returned', 'shelf'] as const
export type PartPlace = (typeof PART_PLACES)[number]

/** When the device says that it was, where it was offline: the server writes it, beside its own time. */
const statedAt = at.clone().meta({ description: 'When the device said that it was, UTC.' })

/** What led to a piece of work. */
export const WORK_SOURCES = ['diagnosis', 'inspection', 'alignment', 'belt', 'together'] as const

/** Whether a job can wait. */
export const PRIORITIES = ['normal', 'urgent'] as const
export type Priority = (typeof PRIORITIES)[number]

const price = (description: string) => quantity('', description, { min: 0, max: 10_000_000 }).nullable()

const stepId = () => text('The step of the plan.', 120).required('must name a step')
const minuteRule = 'must be a whole number of minutes from 1 to 6000'

export const jobFieldsSchema = record({
  driveId: text('The drive it is on.', 36).required('must name a drive'),
  complaint: text('What is complained of.', 500).trim(),
  asked: text('What was asked for.', 500).trim(),
  distance: quantity('km', 'What the vehicle had run; null if nobody read it.', { min: 0, max: 5_000_000 }).nullable(),
  without: list(identifier('A belt that stays on.'), 'Belts that are not touched, unless they are in the way.', {
    max: 8,
  }),
  sameBelts: flag('Whether the belts that come off go on again.'),
  noise: flag('Whether complaint is a noise.'),
  shows: list(
    choice(CONDITIONS, 'When it shows.'),
    'When the complaint shows: it is proved gone in the same conditions.',
    {
      max: CONDITIONS.length,
    },
  ),
  work: list(
    record({
      id: text('Its own name in the job: the same work on the same part is planned once.', 120).required(
        'must have a name',
      ),
      does: choice(WORK_KINDS, 'What is done.'),
      part: text('The part of the drive, as an inspection knows it; empty where nobody has said which.', 80),
      what: text('The part as it was called then.', 200).trim().required('must say what it is done to'),
      because: text('Why.', 500).trim(),
      lines: list(text('How.', 400), 'How it is done.', { max: 8 }),
      prove: text('How it is proved.', 400).trim(),
      from: choice(WORK_SOURCES, 'What led to it.'),
    }),
    'Work because of what was found.',
    { max: 60 },
  ),
  comebackOf: text('The job after which it came back; empty for none.', 36),
  promisedFor: text('Day and hour for which it is promised, by the workshop’s clock; empty for none.', 16).matches(
    /^(\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d)?$/,
    { message: 'must be a day and an hour like 2026-11-24T16:30' },
  ),
  priority: choice(PRIORITIES, 'Whether it can wait.'),
  estimate: number()
    .nullable()
    .typeError(minuteRule)
    .defined(minuteRule)
    .integer(minuteRule)
    .min(1, minuteRule)
    .max(6000, minuteRule)
    .meta({ description: 'Minutes that it is expected to take; null where nobody has said.' }),
  labourPrice: price('What the work costs; null where nobody has said.'),
  ticks: list(
    record({
      step: stepId(),
      title: text('The step as it was called then.', 300),
      is: choice(['done', 'skipped'], 'Whether it was done or left out.'),
      reason: text('Why it was left out.', 300).trim(),
      reading: text('Reading or observation.', 120).trim(),
      review: choice(['none', 'wanted', 'given'], 'Whether needs a lead’s check at it, or has.'),
      reviewedBy: by,
      by,
      at,
      statedAt: statedAt.optional(),
    }),
    'Steps that were done or left out, oldest first.',
    { max: 400 },
  ),
  pictures: list(markedPhotoSchema, 'The routing before anything came off.', { max: MAX_PICTURES }),
  torques: list(
    record({ step: stepId(), value: text('What the vehicle’s maker says.', 60).trim() }),
    'Torques out of the vehicle’s service data.',
    { max: 100 },
  ),
  added: list(
    record({
      id: identifier('Its own name; no step of the plan is called so.'),
      phase: choice(PLAN_PHASES, 'Where in the work it stands.'),
      title: text('Actions.', 300).trim().required('must say what is to be done'),
      by,
      at,
    }),
    'Steps that the plan does not know.',
    { max: 60 },
  ),
  moved: list(
    record({
      step: stepId(),
      before: stepId(),
      reason: text('Why.', 300).trim().required('must say why'),
      by,
      at,
    }),
    'Steps that are done earlier or later than the plan has them, oldest first.',
    { max: 100 },
  ),
  parts: list(
    record({
      id: identifier('Its own name in the job.'),
      what: text('Type.', 120).trim().required('must say what part it is'),
      number: text('The number the workshop knows it by.', 60).trim(),
      count: quantity('', 'Quantity.', { min: 1, max: 99, integer: true }),
      place: choice(PART_PLACES, 'Where it is.'),
      price: price('Price of one; null where nobody has said.').optional(),
      supplier: text('Where it comes from.', 80).trim().optional(),
      warrantyUntil: dayOrNone('The last day of its warranty; empty where nobody has said.').optional(),
      work: text('The work that it is for; empty for none.', 120).optional(),
      backBy: dayOrNone('The day it has to be back; empty for none.'),
    }),
    'Parts of the job.',
    { max: 60 },
  ),
  diagnoses: list(text('A finding of the drive.', 36), 'What was found and led to the job.', { max: 20 }),
  hands: list(text('Who is on the job.', 80).trim(), 'People on the job.', { max: 20 }),
  time: list(
    record({
      id: identifier('Its own name in the job.'),
      by,
      statedAt: statedAt.optional(),
      minutes: number().typeError(minuteRule).required(minuteRule).integer(minuteRule).min(1, minuteRule).max(6000),
      at,
    }),
    'Time that was spent.',
    { max: 200 },
  ),
  signedBy: by,
  closedAt: at.nullable(),
})

export type JobFields = Readonly<InferType<typeof jobFieldsSchema>>
export type JobTick = JobFields['ticks'][number]
export type JobWork = JobFields['work'][number]
export type JobPart = JobFields['parts'][number]

/** A job on which nothing has been said or done. */
export function newJob(driveId: string): JobFields {
  return {
    driveId,
    complaint: '',
    asked: '',
    distance: null,
    without: [],
    sameBelts: false,
    noise: false,
    shows: [],
    work: [],
    comebackOf: '',
    promisedFor: '',
    priority: 'normal',
    estimate: null,
    labourPrice: null,
    ticks: [],
    pictures: [],
    torques: [],
    added: [],
    moved: [],
    parts: [],
    diagnoses: [],
    hands: [],
    time: [],
    signedBy: '',
    closedAt: null,
  }
}

/** What jobs had not from the first: one written before has it as in a new one, or as it stands in `before`. */
const CAME_LATER = ['shows', 'work', 'comebackOf', 'promisedFor', 'priority', 'estimate', 'labourPrice'] as const

export function wholeJob<Fields extends object>(fields: Fields, before: JobFields = newJob('')): Fields & JobFields {
  const later = Object.fromEntries(CAME_LATER.map((key) => [key, before[key]]))
  return { ...later, ...fields } as unknown as Fields & JobFields
}

/** How far a job is, computed from it and its drive. */
export interface JobStatus {
  readonly stage: JobStage
  /** Of the work itself: a second look comes when it has run for a while, after the job is signed off. */
  readonly stepsDone: number
  readonly stepsAll: number
  /** Ticks that wait for a lead’s look. */
  readonly reviewsWaiting: number
  /** The day something is due, ISO; null for none. */
  readonly dueOn: string | null
  /** km of the vehicle at which the second check is due; null where nobody read the distance. */
  readonly dueKm: number | null
}

export interface Job extends JobFields {
  readonly id: string
  /** What the job is called in the workshop: 1, 2, 3 … */
  readonly number: number
  readonly openedAt: string
  /** Goes up by one with every save; a save names the one it was based on. */
  readonly version: number
  readonly status: JobStatus
}

/** A job without what the server adds: a save that brought that along would be refused. */
export function jobFieldsOf(job: Job): JobFields {
  const keys = Object.keys(newJob(job.driveId)) as (keyof JobFields)[]
  return Object.fromEntries(keys.map((key) => [key, job[key]])) as unknown as JobFields
}

export interface JobConflict {
  /** The fields that were to be saved; none where the job was to be deleted. */
  readonly yours: { readonly basedOn: number; readonly fields?: JobFields }
  readonly current: Job
}

/** One job on the Board. */
export interface BoardRow extends JobStatus {
  readonly id: string
  readonly number: number
  readonly complaint: string
  readonly openedAt: string
  readonly closedAt: string | null
  /** Day and hour by the workshop’s clock; empty for none. */
  readonly promisedFor: string
  readonly priority: Priority
  readonly hands: readonly string[]
  /** Minutes that it is expected to take, and that were noted. */
  readonly estimate: number | null
  readonly minutes: number
  readonly version: number
  readonly drive: { readonly id: string; readonly name: string; readonly version: number }
  readonly vehicle: (VehicleSummary & { readonly distance: number | null }) | null
}

/** Something on a drive that is worn or has to be looked at again. */
export interface BoardDue {
  /** Empty for a vehicle that has no drive yet. */
  readonly driveId: string
  readonly driveName: string
  readonly vehicle: (VehicleSummary & { readonly distance: number | null }) | null
  readonly words: string
  /** Which part it is, as an inspection knows it; empty where that is not kept. */
  readonly part: string
  readonly partName: string
  readonly what: 'replace' | 'look' | ''
  readonly dueOn: string | null
  readonly dueKm: number | null
}

/** A part of an open job, in a list of many. */
export interface BoardPart extends JobPart {
  readonly jobId: string
  readonly jobNumber: number
  readonly driveId: string
  readonly promisedFor: string
  readonly vehicle: VehicleSummary | null
}

/** The parts of the jobs of some days. */
export interface BoardParts {
  readonly parts: readonly BoardPart[]
  /** Whether there are more jobs than these are of. */
  readonly more: boolean
}

/** The open jobs of some days, those without a promise after them. */
export interface BoardWeek {
  readonly rows: readonly BoardRow[]
  /** Whether there are more than these. */
  readonly more: boolean
}

export interface Board {
  readonly rows: readonly BoardRow[]
  /** Whether there are more after these. */
  readonly more: boolean
}

/** How many jobs wait for what. */
export interface BoardCounts {
  readonly counts: Readonly<Record<JobStage, number>>
}

/** What is due on drives, the most urgent first. */
export interface BoardDues {
  readonly due: readonly BoardDue[]
  /** Whether there is more than these. */
  readonly more: boolean
}

/** One change to a job, as its history tells it. */
export interface JobChangeRecord {
  /** The version that the change made. */
  readonly version: number
  readonly at: string
  readonly by: string
  /** What was done, a phrase each. */
  readonly words: readonly string[]
}
