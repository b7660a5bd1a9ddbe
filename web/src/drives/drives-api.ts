import { queryOptions } from '@tanstack/react-query'
import type { DriveList, DriveRecord, ExampleDrive, RevisionRecord, RevisionSummary } from '@emery/core/api'
import { DRIVE_MEDIA_TYPE, type CheckedDrive } from '@emery/core/drive'
import { ask, JUST_ASKED } from '../api/client.ts'
import { write } from '../api/write.ts'

export const driveKeys = {
  /** Every list, whatever was searched for; an open drive is none of them. */
  lists: ['drives', 'list'] as const,
  list: (search: string) => ['drives', 'list', search] as const,
  one: (id: string) => ['drives', 'one', id] as const,
  revisions: (id: string) => ['drives', 'revisions', id] as const,
  revision: (id: string, version: number) => ['drives', 'revisions', id, version] as const,
}

export function driveListQuery(search: string) {
  return queryOptions({
    queryKey: driveKeys.list(search),
    queryFn: () => ask<DriveList>(`/drives?limit=100&q=${encodeURIComponent(search)}`),
    staleTime: JUST_ASKED,
    placeholderData: (before) => before,
  })
}

/** The drive where the server has a newer one than `version`; null where it has none, or none any more. */
export const newerDrive = async (id: string, version: number) =>
  (await ask<{ newer: DriveRecord | null }>(`/drives/${id}/newer?than=${version}`)).newer

export function driveQuery(id: string) {
  return queryOptions({
    queryKey: driveKeys.one(id),
    queryFn: () => ask<DriveRecord>(`/drives/${id}`),
    // The bench holds its own copy while it is open; fetching under it would only confuse the two.
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
    staleTime: 0,
    gcTime: 0,
  })
}

/** A drive as one version of it was, for a picture of it in a list. */
export function boardDriveQuery(id: string, version: number) {
  return queryOptions({
    queryKey: ['drives', 'small', id, version] as const,
    queryFn: () => ask<DriveRecord>(`/drives/${id}`),
    staleTime: Infinity,
  })
}

export function revisionsQuery(id: string) {
  return queryOptions({
    queryKey: driveKeys.revisions(id),
    queryFn: async () => (await ask<{ revisions: RevisionSummary[] }>(`/drives/${id}/revisions`)).revisions,
    staleTime: 0,
  })
}

export function revisionQuery(id: string, version: number) {
  return queryOptions({
    queryKey: driveKeys.revision(id, version),
    queryFn: () => ask<RevisionRecord>(`/drives/${id}/revisions/${version}`),
    // A revision never changes.
    staleTime: Infinity,
  })
}

export function examplesQuery() {
  return queryOptions({
    queryKey: ['examples'] as const,
    queryFn: async () => (await ask<{ examples: ExampleDrive[] }>('/examples')).examples,
    staleTime: Infinity,
  })
}

export interface SaveRequest {
  readonly basedOn: number
  readonly saveId: string
  readonly document: CheckedDrive
  readonly reason: string
}

export const saveDrive = (id: string, save: SaveRequest) =>
  ask<DriveRecord>(`/drives/${id}`, { method: 'PUT', json: save })

export interface CreateRequest {
  readonly document: CheckedDrive
  readonly vehicleId: string | null
  readonly reason: string
}

export const createDrive = (create: CreateRequest) =>
  write<DriveRecord>({ method: 'POST', path: '/drives', json: create })

export const importDrive = (content: string) =>
  ask<DriveRecord>('/drives/import', {
    method: 'POST',
    text: { content, type: DRIVE_MEDIA_TYPE },
  })

export const deleteDrive = (id: string, basedOn: number) =>
  write<undefined>({ method: 'DELETE', path: `/drives/${id}?basedOn=${basedOn}` })

export const restoreDrive = (id: string) => write<DriveRecord>({ method: 'POST', path: `/drives/${id}/restore` })

export const exportAddress = (id: string) => `/api/drives/${id}/export`
