import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import { v4 as newId } from 'uuid'
import type { JobFields } from '@emery/core/api'
import { keepChange } from '../saving/outbox.ts'
import { usePreferences } from '../ui/preferences.ts'
import { boardKey, jobsKey } from '../jobs/jobs-api.ts'
import { jobRow, sendJobEdit, type WaitingJobEdit } from './job-outbox.ts'

/** Which job, and what of it is set. */
interface SetOfJob {
  readonly driveId: string
  readonly jobId: string
  readonly set: Partial<Pick<JobFields, 'promisedFor' | 'priority'>>
  readonly hands?: { readonly before: readonly string[]; readonly after: readonly string[] }
}

/** Sets a few fields of a job from a list, kept in this browser until the server has them, on top of what others have changed. */
export function useSetJob() {
  const queries = useQueryClient()
  const person = usePreferences((state) => state.person)
  const { mutate, error } = useMutation({
    // A job that is moved twice ends where it was moved last.
    scope: { id: 'job-list' },
    mutationFn: async ({ waiting, kept }: { waiting: WaitingJobEdit; kept: Promise<boolean> }) => {
      // Kept first: what it is sent as is kept over it.
      await kept
      return sendJobEdit(queries, waiting)
    },
    onSettled: (_saved, _error, { waiting }) => {
      const { driveId } = waiting.change
      for (const queryKey of [boardKey, jobsKey(driveId)]) void queries.invalidateQueries({ queryKey })
    },
  })
  const set = useCallback(
    ({ driveId, jobId, set: fields, hands }: SetOfJob) => {
      const lists = hands === undefined ? {} : { hands: { put: hands.after, gone: hands.before } }
      const change = { driveId, jobId, edit: { set: fields, lists } }
      const waiting: WaitingJobEdit = { id: newId(), person, row: jobRow(driveId), madeAt: Date.now(), change }
      // Kept now, not in its turn: one before it may be unanswered for long.
      mutate({ waiting, kept: keepChange(waiting) })
    },
    [mutate, person],
  )
  return { set, error }
}
