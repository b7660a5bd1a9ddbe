/** What someone may change in a job: their own ticks under their own name, others’ only by taking them back. */
import type { JobFields, JobStatus, JobTick } from '../api/job-records.ts'
import { jobEdit } from './job-edit.ts'
import { mayAs, type Role } from '../api/person-records.ts'

export interface Changer {
  readonly name: string
  readonly role: Role
  /** The server's time, ISO. */
  readonly at: string
}

export type JobChange =
  | { readonly ok: true; readonly job: JobFields }
  | { readonly ok: false; readonly path: string; readonly message: string }

const refused = (path: string, message: string): JobChange => ({ ok: false, path, message })

/**
 * A job as it is to be kept after a change: whatever is new carries the name of who made it and the server's time, not what was sent; a
 * device that says another time, because it was offline, has it kept beside. Refused where it is not theirs to change: a lead’s check by
 * someone else, what others have ticked by an apprentice, anything in a job that is signed off, signing off too soon or by an apprentice.
 * `standing` is that of the job as it is to be, were it open.
 */
export function jobChange(
  before: JobFields | null,
  after: JobFields,
  { name, role, at: now }: Changer,
  status: JobStatus,
): JobChange {
  const closing = after.closedAt !== null && (before === null || before.closedAt === null)
  const reopening = after.closedAt === null && before !== null && before.closedAt !== null
  if (before !== null && before.closedAt !== null && !reopening && !isSecondLook(before, after))
    return refused('$', 'This job is signed off. Reopen it before changing it.')
  if ((closing || reopening) && !mayAs(role, 'mechanic'))
    return refused('$.closedAt', 'Apprentices cannot sign off jobs. Ask a mechanic or a lead.')
  if (closing && status.stepsDone < status.stepsAll)
    return refused('$.closedAt', `${status.stepsAll - status.stepsDone} steps are neither done nor skipped.`)
  if (closing && status.reviewsWaiting > 0)
    return refused(
      '$.closedAt',
      status.reviewsWaiting === 1
        ? 'One tick needs a lead’s check.'
        : `${status.reviewsWaiting} ticks need a lead’s check.`,
    )

  const onTrial = closing ? after.parts.find(({ place }) => place === 'on trial') : undefined
  if (onTrial !== undefined)
    return refused(
      '$.parts',
      `${onTrial.what} is still on trial. Say first whether it stays, goes back or goes on the shelf.`,
    )

  const old = before?.ticks ?? []
  const taken = old.find(
    (was) =>
      was.by !== name && was.by !== '' && !after.ticks.some(({ step, at }) => step === was.step && at === was.at),
  )
  if (taken !== undefined && !mayAs(role, 'mechanic'))
    return refused('$.ticks', `“${taken.title}” was ticked by ${taken.by}. Apprentices cannot take that back.`)
  const ticks: JobTick[] = []
  for (const [i, tick] of after.ticks.entries()) {
    const was = old.find(({ step, at }) => step === tick.step && at === tick.at)
    if (was !== undefined && same(was, tick)) ticks.push(was)
    else if (was !== undefined && same({ ...was, review: tick.review, reviewedBy: tick.reviewedBy }, tick)) {
      // Whoever asked for a check does not give it, and does not unask it either.
      if (!mayAs(role, 'lead') && (tick.review === 'given' || was.review !== 'none'))
        return refused(`$.ticks[${i}].review`, 'Only a lead can check a tick.')
      ticks.push({ ...tick, reviewedBy: tick.review === 'given' ? name : '' })
    } else
      ticks.push({
        ...stamped(tick, name, now),
        review: tick.review === 'given' ? 'none' : tick.review,
        reviewedBy: '',
      })
  }
  return {
    ok: true,
    job: {
      ...after,
      ticks,
      added: after.added.map(
        (each) => before?.added.find(({ id }) => id === each.id) ?? { ...each, by: name, at: now },
      ),
      moved: after.moved.map((each) => before?.moved.find((was) => same(was, each)) ?? { ...each, by: name, at: now }),
      time: after.time.map((each) => before?.time.find((was) => same(was, each)) ?? stamped(each, name, now)),
      signedBy: after.closedAt === null ? '' : closing ? name : (before?.signedBy ?? ''),
    },
  }
}

/** Whether nothing was changed but ticks of a second look: it comes when the job has long been signed off. */
function isSecondLook(before: JobFields, after: JobFields): boolean {
  const { set, lists } = jobEdit(before, after) ?? { set: {}, lists: {} }
  const { ticks, ...others } = lists
  if (Object.keys(set).some((key) => key !== 'signedBy') || Object.keys(others).length > 0) return false
  const steps = [...(ticks?.gone ?? []), ...((ticks?.put ?? []) as readonly JobTick[]).map(({ step }) => step)]
  return steps.every((step) => step.startsWith('re-check.'))
}

/** Minutes by which a device may be off before its own time is kept beside the server's. */
const APART_MINUTES = 2

function stamped<Entry extends { readonly at: string; readonly statedAt?: string | undefined }>(
  entry: Entry,
  by: string,
  at: string,
) {
  // eslint-disable-next-line no-restricted-globals -- reads the moments it is given, not the clock
  const apart = Math.abs(Date.parse(entry.at) - Date.parse(at)) / 60_000
  return { ...entry, by, at, statedAt: apart > APART_MINUTES ? entry.at : undefined }
}

function same(a: object, b: object): boolean {
  const [x, y] = [Object.entries(a), Object.entries(b)]
  return x.length === y.length && x.every(([key, value]) => (b as Record<string, unknown>)[key] === value)
}
