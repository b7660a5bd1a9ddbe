import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { newJob, type Job, type JobFields } from '@emery/core'
import { RequestFailure } from '../../api/client.ts'
import { addJob, boardKey, jobsKey, jobsQuery, saveJob } from '../../api/jobs.ts'
import { vehicleKeys } from '../../api/vehicles.ts'

export type JobEdit = (fields: JobFields) => JobFields

interface JobInHand {
  /** The job, with changes that are still on their way; undefined while nothing has been ticked or written. */
  readonly job: JobFields | undefined
  /** The job as the server keeps it. */
  readonly kept: Job | undefined
  /** Every job on the drive, the newest first. */
  readonly jobs: readonly Job[]
  readonly edit: (how: JobEdit) => void
  /** Why the last change was not kept, or is not yet, in a sentence. */
  readonly failure: string | null
}

/** Times a change is made anew on top of what somebody else has saved in the meantime. */
const TRIES = 4
/** ms between two tries of a server that is away, at most. */
const LONGEST_WAIT_MS = 8000

/**
 * The job that is asked for, else the one that is open on the drive; the first change begins one. Changes go one after the other, each on
 * top of what stands there. While the server is away they wait, and are sent when it is back.
 */
export function useJob(driveId: string, jobId: string | null): JobInHand {
  const queries = useQueryClient()
  const { data: jobs = NONE, error } = useQuery(jobsQuery(driveId))
  const kept = jobInHand(jobs, jobId)
  const [onTheWay, setOnTheWay] = useState<readonly JobEdit[]>([])
  const [away, setAway] = useState(false)
  const { mutate, error: refused } = useMutation({
    scope: { id: `job-${driveId}` },
    retry: (_failures, reason) => isAway(reason),
    retryDelay: (failures) => Math.min(LONGEST_WAIT_MS, 500 * 2 ** failures),
    mutationFn: async (how: JobEdit) => {
      for (let tried = 1; ; tried++) {
        const there = jobInHand(queries.getQueryData(jobsQuery(driveId).queryKey) ?? NONE, jobId)
        try {
          if (there === undefined) return await addJob(how(newJob(driveId)))
          return await saveJob(there.id, there.version, how(fieldsOf(there)))
        } catch (reason) {
          setAway(isAway(reason))
          const late = reason instanceof RequestFailure && reason.details.code === 'VERSION_CONFLICT'
          if (!late || tried >= TRIES) throw reason
          // A tick is put on top of what the other has ticked: neither is lost.
          await queries.refetchQueries({ queryKey: jobsKey(driveId) })
        }
      }
    },
    onSettled: (_saved, _error, how) => setOnTheWay((before) => before.filter((each) => each !== how)),
    onSuccess: (saved) => {
      setAway(false)
      queries.setQueryData(jobsKey(driveId), (before: readonly Job[] = []) => [
        saved,
        ...before.filter(({ id }) => id !== saved.id),
      ])
      // What was read of the vehicle stands with the vehicle too.
      for (const queryKey of [boardKey, vehicleKeys.all]) void queries.invalidateQueries({ queryKey })
    },
  })
  const waiting = onTheWay.length > 0
  useEffect(() => {
    if (!waiting) return undefined
    const hold = (event: BeforeUnloadEvent) => event.preventDefault()
    addEventListener('beforeunload', hold)
    return () => removeEventListener('beforeunload', hold)
  }, [waiting])
  const edit = useCallback(
    (how: JobEdit) => {
      setOnTheWay((before) => [...before, how])
      mutate(how)
    },
    [mutate],
  )
  const job = useMemo(
    () =>
      kept === undefined && onTheWay.length === 0
        ? undefined
        : onTheWay.reduce(
            (fields: JobFields, how) => how(fields),
            kept === undefined ? newJob(driveId) : fieldsOf(kept),
          ),
    [kept, onTheWay, driveId],
  )
  return { job, kept, jobs, edit, failure: away && waiting ? AWAY : sentenceOf(refused ?? error) }
}

function isAway(reason: unknown): boolean {
  return reason instanceof RequestFailure && reason.away
}

const NONE: readonly Job[] = []
const AWAY =
  'The server does not answer. What you ticked is kept here and sent as soon as it does; leave this page open.'

function jobInHand(jobs: readonly Job[], jobId: string | null): Job | undefined {
  return jobs.find(({ id }) => id === jobId) ?? jobs.find(({ closedAt }) => closedAt === null)
}

function fieldsOf(job: Job): JobFields {
  // Without what the server adds: a save that brought it along would be refused.
  const keys = Object.keys(newJob(job.driveId)) as (keyof JobFields)[]
  return Object.fromEntries(keys.map((key) => [key, job[key]])) as unknown as JobFields
}

/** What the server refused, with its reason where it named one. */
function sentenceOf(error: Error | null): string | null {
  if (error === null) return null
  const problem = error instanceof RequestFailure ? error.details.problems?.[0]?.message : undefined
  return problem ?? error.message
}
