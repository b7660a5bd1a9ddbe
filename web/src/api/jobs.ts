import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import type { Board, BoardCounts, BoardDues, Job, JobFields, JobStage } from '@emery/core'
import { ask } from './client.ts'

export const jobsKey = (driveId: string) => ['jobs', driveId] as const
export const boardKey = ['board'] as const

/** Jobs on a drive, the newest first. */
export function jobsQuery(driveId: string) {
  return queryOptions({
    queryKey: jobsKey(driveId),
    queryFn: async () => (await ask<{ jobs: Job[] }>(`/jobs?driveId=${driveId}`)).jobs,
  })
}

export const addJob = (fields: JobFields) => ask<Job>('/jobs', { method: 'POST', json: fields })

export const saveJob = (id: string, basedOn: number, fields: JobFields) =>
  ask<Job>(`/jobs/${id}`, { method: 'PUT', json: { basedOn, ...fields } })

/** How many jobs wait for what. */
export function boardCountsQuery() {
  return queryOptions({ queryKey: [...boardKey, 'counts'], queryFn: () => ask<BoardCounts>('/board/counts') })
}

/** What falls due on drives. */
export function boardDuesQuery() {
  return queryOptions({ queryKey: [...boardKey, 'due'], queryFn: () => ask<BoardDues>('/board/due') })
}

export interface BoardFilter {
  readonly stage: JobStage | null
  readonly words: string
  readonly vehicleId?: string
}

/** Rows fetched at once. */
const PAGE = 50

/** Jobs of the Board, a page at a time. */
export function boardQuery({ stage, words, vehicleId = '' }: BoardFilter) {
  return infiniteQueryOptions({
    queryKey: [...boardKey, stage, words, vehicleId],
    queryFn: ({ pageParam }) =>
      ask<Board>(
        `/board?${new URLSearchParams({ stage: stage ?? '', q: words, vehicleId, limit: `${PAGE}`, offset: `${pageParam}` })}`,
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.reduce((so, { rows }) => so + rows.length, 0) : undefined),
    placeholderData: (before) => before,
  })
}
