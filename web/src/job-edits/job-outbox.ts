import type { QueryClient } from '@tanstack/react-query'
import { jobFieldsOf, jobFieldsSchema, newJob, type Job, type JobFields } from '@emery/core/api'
import { withJobEdit, type JobEdit } from '@emery/core/jobs'
import { problemsOf } from '@emery/core/schema'
import { RequestFailure } from '../api/client.ts'
import { forgetChange, keepChange, waitingChanges, type Waiting } from '../saving/outbox.ts'
import { addJob, jobsQuery, saveJob } from '../jobs/jobs-api.ts'

/** A change to a job on a drive: the one that is named, else the one that is open; the first change begins one. */
export interface JobChange {
  readonly driveId: string
  readonly jobId: string | null
  readonly edit: JobEdit
  /** What it was sent as, if it was: what may have been made already is asked for again as it was, the server knows it by its id. */
  readonly sent?: Attempt | undefined
}

/** A change on top of a version of a job; of none where it begins one. */
interface Attempt {
  readonly to: { readonly id: string; readonly version: number } | null
  readonly fields: JobFields
}

export type WaitingJobEdit = Waiting<JobChange>

const ROW = 'job '
export const jobRow = (driveId: string) => `${ROW}${driveId}`

/** Times a change is made again on top of what somebody else has saved in the meantime. */
const TRIES = 4

/** What changes were sent as, for a browser that cannot keep it. */
const attempts = new Map<string, Attempt>()

/** Sends one change, on top of whatever stands there; resolves to the job as it is then. */
export async function sendJobEdit(queries: QueryClient, waiting: WaitingJobEdit): Promise<Job> {
  const { id: edit } = waiting
  let change = waiting.change
  const { driveId } = change
  for (let tried = 1; ; tried++) {
    const jobs = await queries.query({ ...jobsQuery(driveId), staleTime: 'static' })
    const attempt = attempts.get(edit) ?? change.sent ?? attemptOn(jobInHand(jobs, change.jobId), change)
    attempts.set(edit, attempt)
    await keepChange({ ...waiting, change: { ...change, sent: attempt } })
    try {
      const { to, fields } = attempt
      const job = await (to === null ? addJob(fields, edit) : saveJob(to.id, to.version, fields, edit))
      attempts.delete(edit)
      await forgetChange(edit)
      return job
    } catch (reason) {
      const failure = reason instanceof RequestFailure ? reason : null
      if (failure?.away === true) throw reason
      attempts.delete(edit)
      if (failure?.details.code !== 'VERSION_CONFLICT' || tried >= TRIES) {
        await forgetChange(edit)
        throw reason
      }
      // It was not made: it goes on top of what the other has changed, and neither is lost.
      change = { ...change, sent: undefined }
      await queries.query({ ...jobsQuery(driveId), staleTime: 0 })
    }
  }
}

function attemptOn(there: Job | undefined, { driveId, edit }: JobChange): Attempt {
  return there === undefined
    ? { to: null, fields: withJobEdit(newJob(driveId), edit) }
    : { to: { id: there.id, version: there.version }, fields: withJobEdit(jobFieldsOf(there), edit) }
}

export function jobInHand(jobs: readonly Job[], jobId: string | null): Job | undefined {
  return jobs.find(({ id }) => id === jobId) ?? jobs.find(({ closedAt }) => closedAt === null)
}

/** What one person's changes to jobs wait for; what does not make a job when it is read back is left out and forgotten. */
export async function waitingJobEdits(person: string): Promise<readonly WaitingJobEdit[]> {
  const all = (await waitingChanges(person)).filter(({ row }) => row.startsWith(ROW))
  const sound = all.filter(isJobEdit)
  await Promise.all(all.filter((each) => !isJobEdit(each)).map(({ id }) => forgetChange(id)))
  return sound
}

function isJobEdit(waiting: Waiting<unknown>): waiting is WaitingJobEdit {
  try {
    const { driveId, edit, sent } = waiting.change as JobChange
    const made = [withJobEdit(newJob(driveId), edit), ...(sent === undefined ? [] : [sent.fields])]
    return made.every((fields) => problemsOf(jobFieldsSchema, fields).length === 0)
  } catch {
    return false
  }
}
