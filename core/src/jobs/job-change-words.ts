/** What a change to a job did, in words for its history. */
import type { JobFields } from '../api/job-records.ts'
import { workTitle } from './work-steps.ts'

/** Phrases of one change that are kept; a change of a hand has one or two. */
const MAX_PHRASES = 12

type Phrases = readonly string[]

/**
 * What leads from one state of a job to another, a phrase for each thing: “ticked Hold the arm”. Titles and names are those that stand
 * in the job, so that they are still right when the plan is another. Empty where nothing was changed.
 */
export function jobChangeWords(before: JobFields, after: JobFields): Phrases {
  const phrases = [...ofFields(before, after), ...ofLists(before, after)]
  return phrases.length <= MAX_PHRASES
    ? phrases
    : [...phrases.slice(0, MAX_PHRASES - 1), `and ${phrases.length - MAX_PHRASES + 1} more changes`]
}

function ofFields(before: JobFields, after: JobFields): Phrases {
  const text = (key: 'complaint' | 'asked', name: string) =>
    before[key] === after[key] ? [] : [after[key] === '' ? `removed the ${name}` : `${name}: ${after[key]}`]
  const { distance, closedAt } = after
  return [
    ...text('complaint', 'complaint'),
    ...text('asked', 'request'),
    ...(before.distance === distance
      ? []
      : [distance === null ? 'removed the odometer reading' : `odometer: ${distance.toLocaleString('en-GB')} km`]),
    ...(same(before.without, after.without) ? [] : ['changed which belts stay on']),
    ...(before.sameBelts === after.sameBelts
      ? []
      : [after.sameBelts ? 'the same belts go on again' : 'new belts go on']),
    ...(before.noise === after.noise
      ? []
      : [after.noise ? 'the complaint is a noise' : 'the complaint is not a noise']),
    ...(same(before.shows, after.shows) ? [] : [`it shows: ${after.shows.join(', ') || 'nobody has said when'}`]),
    ...(before.comebackOf === after.comebackOf ? [] : ['the same complaint came back']),
    ...(before.promisedFor === after.promisedFor
      ? []
      : [after.promisedFor === '' ? 'removed the promise' : `promised for ${after.promisedFor.replace('T', ' ')}`]),
    ...(before.priority === after.priority ? [] : [after.priority === 'urgent' ? 'it is urgent' : 'it can wait']),
    ...(before.estimate === after.estimate
      ? []
      : [after.estimate === null ? 'removed the estimate' : `estimate: ${after.estimate} minutes`]),
    ...(before.labourPrice === after.labourPrice
      ? []
      : [after.labourPrice === null ? 'removed the price of labour' : `labour: ${after.labourPrice}`]),
    ...(same(before.hands, after.hands) ? [] : [`on the job: ${after.hands.join(', ') || 'nobody'}`]),
    ...(before.closedAt === closedAt ? [] : [closedAt === null ? 'reopened the job' : 'signed the job off']),
  ]
}

function ofLists(before: JobFields, after: JobFields): Phrases {
  const title = (step: string) => titleIn(after, step) ?? titleIn(before, step) ?? 'a step'
  return [
    ...compared(before.ticks, after.ticks, {
      key: ({ step }) => step,
      added: ({ is, title: words, reason }) =>
        is === 'done' ? `ticked ${words}` : `left out ${words}${reason === '' ? '' : ` (${reason})`}`,
      gone: ({ title: words }) => `took back ${words}`,
      changed: (was, { title: words, review }) =>
        was.review === review
          ? `changed ${words}`
          : `${review === 'given' ? 'checked' : 'asked for a check of'} ${words}`,
    }),
    ...compared(before.torques, after.torques, {
      key: ({ step }) => step,
      added: ({ step, value }) => `torque for ${title(step)}: ${value}`,
      gone: ({ step }) => `removed the torque for ${title(step)}`,
      changed: (_was, { step, value }) => `torque for ${title(step)}: ${value}`,
    }),
    ...compared(before.added, after.added, {
      key: ({ id }) => id,
      added: ({ title: words }) => `added the step ${words}`,
      gone: ({ title: words }) => `removed the step ${words}`,
      changed: (_was, { title: words }) => `changed the step ${words}`,
    }),
    ...compared(before.work, after.work, {
      key: ({ id }) => id,
      added: (work) => `planned: ${workTitle(work).toLowerCase()}`,
      gone: (work) => `no longer planned: ${workTitle(work).toLowerCase()}`,
      changed: (_was, work) => `changed: ${workTitle(work).toLowerCase()}`,
    }),
    ...compared(before.moved, after.moved, {
      key: ({ step, at }) => `${step} ${at}`,
      added: ({ step, reason }) => `moved ${title(step)} (${reason})`,
      gone: ({ step }) => `moved ${title(step)} back`,
      changed: ({ step }) => `moved ${title(step)}`,
    }),
    ...compared(before.parts, after.parts, {
      key: ({ id }) => id,
      added: ({ what }) => `added the part ${what}`,
      gone: ({ what }) => `removed the part ${what}`,
      changed: (was, { what, place }) => (was.place === place ? `changed the part ${what}` : `${what}: ${place}`),
    }),
    ...compared(before.pictures, after.pictures, {
      key: ({ id }) => id,
      added: () => 'added a picture',
      gone: () => 'removed a picture',
      changed: () => 'marked a picture',
    }),
    ...compared(before.time, after.time, {
      key: ({ id }) => id,
      added: ({ minutes }) => `noted ${minutes} minutes`,
      gone: ({ minutes }) => `removed ${minutes} minutes`,
      changed: (_was, { minutes }) => `changed to ${minutes} minutes`,
    }),
    ...compared(before.diagnoses, after.diagnoses, {
      key: (id) => id,
      added: () => 'linked a diagnosis',
      gone: () => 'removed the link to a diagnosis',
      changed: () => '',
    }),
  ]
}

interface Wording<Entry> {
  readonly key: (entry: Entry) => string
  readonly added: (entry: Entry) => string
  readonly gone: (entry: Entry) => string
  readonly changed: (was: Entry, is: Entry) => string
}

function compared<Entry>(
  before: readonly Entry[],
  after: readonly Entry[],
  { key, added, gone, changed }: Wording<Entry>,
): Phrases {
  const old = new Map(before.map((entry) => [key(entry), entry]))
  const now = new Set(after.map(key))
  return [
    ...after.flatMap((entry) => {
      const was = old.get(key(entry))
      if (was === undefined) return [added(entry)]
      return same(was, entry) ? [] : [changed(was, entry)]
    }),
    ...before.filter((entry) => !now.has(key(entry))).map(gone),
  ]
}

function titleIn(job: JobFields, step: string): string | undefined {
  return (
    job.ticks.find((tick) => tick.step === step)?.title ?? job.added.find((addedStep) => addedStep.id === step)?.title
  )
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
