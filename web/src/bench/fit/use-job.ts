import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import type { Job, JobFields } from '@emery/core'
import { RequestFailure } from '../../api/client.ts'
import { addJob, jobsKey, jobsQuery, saveJob } from '../../api/jobs.ts'

type JobEdit = (fields: JobFields) => JobFields

interface JobInHand {
  /** The open job of this drive, with changes that are still on their way; undefined while nothing has been ticked or written. */
  readonly job: JobFields | undefined
  readonly edit: (how: JobEdit) => void
  /** Why the last change was not kept, in a sentence. */
  readonly failure: string | null
}

/** Times a change is made anew on top of what somebody else has saved in the meantime. */
const TRIES = 4

/** The job that is open on a drive; the first change begins one. Changes go one after the other, each on top of what stands there. */
export function useJob(driveId: string): JobInHand {
  const queries = useQueryClient()
  const { data: jobs, error } = useQuery(jobsQuery(driveId))
  const kept = openJob(jobs)
  const [onTheWay, setOnTheWay] = useState<readonly JobEdit[]>([])
  const { mutate, error: refused } = useMutation({
    scope: { id: `job-${driveId}` },
    mutationFn: async (how: JobEdit) => {
      for (let tried = 1; ; tried++) {
        const there = openJob(queries.getQueryData(jobsQuery(driveId).queryKey))
        try {
          if (there === undefined) return await addJob(how(newJob(driveId)))
          const { id, version, ...fields } = there
          return await saveJob(id, version, how(fields))
        } catch (reason) {
          const late = reason instanceof RequestFailure && reason.details.code === 'VERSION_CONFLICT'
          if (!late || tried >= TRIES) throw reason
          // A tick is put on top of what the other has ticked: neither is lost.
          await queries.refetchQueries({ queryKey: jobsKey(driveId) })
        }
      }
    },
    onSettled: (_saved, _error, how) => setOnTheWay((before) => before.filter((each) => each !== how)),
    onSuccess: (saved) =>
      queries.setQueryData(jobsKey(driveId), (before: readonly Job[] = []) => [
        ...before.filter(({ id }) => id !== saved.id),
        saved,
      ]),
  })
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
        : onTheWay.reduce((fields: JobFields, how) => how(fields), kept ?? newJob(driveId)),
    [kept, onTheWay, driveId],
  )
  return { job, edit, failure: (refused ?? error)?.message ?? null }
}

function openJob(jobs: readonly Job[] | undefined): Job | undefined {
  return jobs?.find(({ closedAt }) => closedAt === null)
}

function newJob(driveId: string): JobFields {
  return { driveId, complaint: '', asked: '', ticks: [], torques: [], closedAt: null }
}
