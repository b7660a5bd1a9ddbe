import { queryOptions } from '@tanstack/react-query'
import type { Walkround, WalkroundFields } from '@emery/core'
import { ask } from './client.ts'

export const walkroundsKey = (driveId: string) => ['walkrounds', driveId] as const

/** Walks round a drive, the newest first. */
export function walkroundsQuery(driveId: string) {
  return queryOptions({
    queryKey: walkroundsKey(driveId),
    queryFn: async () => (await ask<{ walkrounds: Walkround[] }>(`/drives/${driveId}/walkrounds`)).walkrounds,
  })
}

export const addWalkround = (driveId: string, fields: WalkroundFields) =>
  ask<Walkround>(`/drives/${driveId}/walkrounds`, { method: 'POST', json: fields })

export const removeWalkround = (driveId: string, id: string) =>
  ask<undefined>(`/drives/${driveId}/walkrounds/${id}`, { method: 'DELETE' })

export const restoreWalkround = (driveId: string, id: string) =>
  ask<Walkround>(`/drives/${driveId}/walkrounds/${id}/restore`, { method: 'POST' })
