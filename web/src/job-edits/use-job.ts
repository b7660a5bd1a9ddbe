import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { v4 as newId } from 'uuid'
import { jobFieldsOf, newJob, type Job, type JobFields } from '@emery/core/api'
import { jobEdit, withJobEdit } from '@emery/core/jobs'
import { RequestFailure } from '../api/client.ts'
import { keepChange } from '../saving/outbox.ts'
import { usePreferences } from '../ui/preferences.ts'
import { vehicleKeys } from '../vehicles/vehicles-api.ts'
import { jobInHand, jobRow, sendJobEdit, waitingJobEdits, type WaitingJobEdit } from './job-outbox.ts'
import { boardKey, jobsKey, jobsQuery } from '../jobs/jobs-api.ts'

export type JobEdit = (fields: JobFields) => JobFields

interface JobInHand {
  /** The job, with changes that are still on their way; undefined while nothing has been ticked or written. */
  readonly job: JobFields | undefined
  /** The job as the server keeps it. */
  readonly kept: Job | undefined
  /** Every job on the drive, the newest first. */
  readonly jobs: readonly Job[]
  /** Whether it is not known yet which job is in hand. */
  readonly loading: boolean
  readonly edit: (how: JobEdit) => void
  /** Why the last change was not kept, or is not yet, in a sentence. */
  readonly failure: string | null
}

/** ms between two tries of a server that is away, at most. */
const LONGEST_WAIT_MS = 8000

/**
 * The job that is asked for, else the one that is open on the drive; the first change begins one. Changes go one after the other, each on
 * top of what stands there. They are kept in this browser until the server has them: while it is away they wait, also when the page is closed.
 */
export function useJob(driveId: string, jobId: string | null): JobInHand {
  const queries = useQueryClient()
  const person = usePreferences((state) => state.person)
  const { data: jobs = NONE, error, isPending } = useQuery(jobsQuery(driveId))
  const kept = jobInHand(jobs, jobId)
  const [onTheWay, setOnTheWay] = useState<readonly WaitingJobEdit[]>([])
  const [away, setAway] = useState(false)
  /** Changes that this browser has no room for: they are in the page alone. */
  const [unkept, setUnkept] = useState(0)
  const seen = useRef(new Set<string>())
  const keeping = useRef(new Map<string, Promise<void>>())
  const { mutate, error: refused } = useMutation({
    scope: { id: `job-${driveId}` },
    retry: (_failures, reason) => isAway(reason),
    retryDelay: (failures) => Math.min(LONGEST_WAIT_MS, 500 * 2 ** failures),
    mutationFn: async (waiting: WaitingJobEdit) => {
      try {
        // Kept first: what it is sent as is kept over it.
        await keeping.current.get(waiting.id)
        return await sendJobEdit(queries, waiting)
      } catch (reason) {
        setAway(isAway(reason))
        throw reason
      }
    },
    onSettled: (_saved, _error, waiting) => setOnTheWay((before) => before.filter(({ id }) => id !== waiting.id)),
    onSuccess: async (saved) => {
      setAway(false)
      // A list asked for before this was saved would put the version before it back, and the next change would meet itself.
      await queries.cancelQueries({ queryKey: jobsKey(driveId) })
      queries.setQueryData(jobsKey(driveId), (before: readonly Job[] = []) => [
        saved,
        ...before.filter(({ id }) => id !== saved.id),
      ])
      // What was read of the vehicle stands with the vehicle too.
      for (const queryKey of [boardKey, vehicleKeys.all]) void queries.invalidateQueries({ queryKey })
    },
  })
  const take = useCallback(
    (waiting: WaitingJobEdit) => {
      if (seen.current.has(waiting.id)) return
      seen.current.add(waiting.id)
      setOnTheWay((before) => [...before, waiting])
      mutate(waiting)
    },
    [mutate],
  )
  useEffect(() => {
    let left = false
    void waitingJobEdits(person).then((all) => {
      if (!left) for (const waiting of all) if (waiting.row === jobRow(driveId)) take(waiting)
    })
    return () => {
      left = true
    }
  }, [person, driveId, take])
  const atRisk = onTheWay.length > 0 && unkept > 0
  useEffect(() => {
    if (!atRisk) return undefined
    const hold = (event: BeforeUnloadEvent) => event.preventDefault()
    addEventListener('beforeunload', hold)
    return () => removeEventListener('beforeunload', hold)
  }, [atRisk])
  const job = useMemo(
    () =>
      kept === undefined && onTheWay.length === 0
        ? undefined
        : onTheWay.reduce(
            (fields: JobFields, { change }) => withJobEdit(fields, change.edit),
            kept === undefined ? newJob(driveId) : jobFieldsOf(kept),
          ),
    [kept, onTheWay, driveId],
  )
  const edit = useCallback(
    (how: JobEdit) => {
      const before = job ?? newJob(driveId)
      const change = jobEdit(before, how(before))
      if (change === null) return
      const waiting: WaitingJobEdit = {
        id: newId(),
        person,
        row: jobRow(driveId),
        madeAt: Date.now(),
        change: { driveId, jobId: kept?.id ?? jobId, edit: change },
      }
      const isBeingKept = keepChange(waiting).then((isKept) => {
        if (!isKept) setUnkept((n) => n + 1)
      })
      keeping.current.set(waiting.id, isBeingKept)
      take(waiting)
    },
    [job, kept, driveId, jobId, person, take],
  )
  const waits = away && onTheWay.length > 0
  const loading = isPending && job === undefined
  return { job, kept, jobs, loading, edit, failure: waits ? (atRisk ? AT_RISK : AWAY) : sentenceOf(refused ?? error) }
}

function isAway(reason: unknown): boolean {
  return reason instanceof RequestFailure && reason.away
}

const NONE: readonly Job[] = []
const AWAY = 'The server is not responding. Your ticks are kept in this browser and sent when it answers.'
const AT_RISK =
  'The server is not responding, and this browser has no room to keep your ticks. They are sent when it answers: leave this page open.'

/** What the server refused, with its reason where it named one. */
function sentenceOf(error: Error | null): string | null {
  if (error === null) return null
  const problem = error instanceof RequestFailure ? error.details.problems?.[0]?.message : undefined
  return problem ?? error.message
}
