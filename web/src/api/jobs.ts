import { queryOptions } from '@tanstack/react-query'
import type { Job, JobFields } from '@emery/core'
import { ask } from './client.ts'

export const jobsKey = (driveId: string) => ['jobs', driveId] as const

/** Jobs on a drive. */
export function jobsQuery(driveId: string) {
  return queryOptions({
    queryKey: jobsKey(driveId),
    queryFn: async () => (await ask<{ jobs: Job[] }>(`/jobs?driveId=${driveId}`)).jobs,
  })
}

export const addJob = async (fields: JobFields) => {
  const { jobs } = await ask<{ jobs: Job[] }>('/jobs', { method: 'POST', json: { jobs: [fields] } })
  const [job] = jobs
  if (job === undefined) throw new Error('The server kept no job.')
  return job
}

export const saveJob = (id: string, basedOn: number, fields: JobFields) =>
  ask<Job>(`/jobs/${id}`, { method: 'PUT', json: { basedOn, ...fields } })
