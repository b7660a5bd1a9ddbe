import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query'
import {
  JOB_STAGES,
  type Board,
  type BoardCounts,
  type BoardDues,
  type BoardParts,
  type BoardWeek,
  type Job,
  type JobChangeRecord,
  type JobFields,
  type JobStage,
} from '@emery/core/api'
import { ask, JUST_ASKED } from '../api/client.ts'

export const jobsKey = (driveId: string) => ['jobs', driveId] as const
export const boardKey = ['board'] as const

/** Jobs on a drive, the newest first. */
export function jobsQuery(driveId: string) {
  return queryOptions({
    queryKey: jobsKey(driveId),
    queryFn: async () => (await ask<{ jobs: Job[] }>(`/jobs?driveId=${driveId}`)).jobs,
  })
}

export const addJob = (fields: JobFields, edit?: string) =>
  ask<Job>('/jobs', { method: 'POST', json: fields, ...(edit === undefined ? {} : { edit }) })

export const saveJob = (id: string, basedOn: number, fields: JobFields, edit: string) =>
  ask<Job>(`/jobs/${id}`, { method: 'PUT', json: { basedOn, ...fields }, edit })

/** Every change to a job, the last first. */
export function jobHistoryQuery(id: string) {
  return queryOptions({
    queryKey: ['job history', id],
    queryFn: async () => (await ask<{ changes: JobChangeRecord[] }>(`/jobs/${id}/history`)).changes,
    staleTime: 0,
  })
}

/** How many jobs wait for what. */
export function boardCountsQuery() {
  return queryOptions({
    queryKey: [...boardKey, 'counts'],
    queryFn: () => ask<BoardCounts>('/board/counts'),
    staleTime: JUST_ASKED,
  })
}

/** What is due on drives. */
export function boardDuesQuery() {
  return queryOptions({
    queryKey: [...boardKey, 'due'],
    queryFn: () => ask<BoardDues>('/board/due'),
    staleTime: JUST_ASKED,
  })
}

/** Open jobs promised before a day, and those promised for none. */
export function boardWeekQuery(until: string) {
  return queryOptions({
    queryKey: [...boardKey, 'week', until],
    queryFn: () => ask<BoardWeek>(`/board/week?until=${until}`),
    staleTime: JUST_ASKED,
  })
}

/** The parts of those jobs. */
export function boardPartsQuery(until: string) {
  return queryOptions({
    queryKey: [...boardKey, 'parts', until],
    queryFn: () => ask<BoardParts>(`/board/parts?until=${until}`),
    staleTime: JUST_ASKED,
  })
}

export interface BoardFilter {
  readonly stage: JobStage | null
  readonly words: string
  readonly vehicleId?: string
  /** Who is on it; empty for everyone. */
  readonly hand?: string
}

/** The filter that an address of the Board holds. */
export function boardFilter(address: URLSearchParams): BoardFilter {
  return {
    stage: JOB_STAGES.find((each) => each === address.get('waits')) ?? null,
    words: (address.get('q') ?? '').trim(),
    hand: address.get('hand') ?? '',
  }
}

/** Rows fetched at once. */
const PAGE = 50

/** Jobs of the Board, a page at a time. */
export function boardQuery({ stage, words, vehicleId = '', hand = '' }: BoardFilter) {
  return infiniteQueryOptions({
    queryKey: [...boardKey, stage, words, vehicleId, hand],
    queryFn: ({ pageParam }) =>
      ask<Board>(
        `/board?${new URLSearchParams({ stage: stage ?? '', q: words, vehicleId, hand, limit: `${PAGE}`, offset: `${pageParam}` })}`,
      ),
    staleTime: JUST_ASKED,
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (last.more ? pages.reduce((so, { rows }) => so + rows.length, 0) : undefined),
    placeholderData: (before) => before,
  })
}
