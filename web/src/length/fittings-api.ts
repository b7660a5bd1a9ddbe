import { queryOptions } from '@tanstack/react-query'
import type { Fitting, FittingFields } from '@emery/core/api'
import { ask } from '../api/client.ts'

export const fittingsKey = (driveId: string) => ['fittings', driveId] as const

/** Belts fitted to a drive, the newest first. */
export function fittingsQuery(driveId: string) {
  return queryOptions({
    queryKey: fittingsKey(driveId),
    queryFn: async () => (await ask<{ fittings: Fitting[] }>(`/drives/${driveId}/fittings`)).fittings,
  })
}

export const addFitting = (driveId: string, fields: FittingFields) =>
  ask<Fitting>(`/drives/${driveId}/fittings`, { method: 'POST', json: fields })

export const removeFitting = (driveId: string, id: string) =>
  ask<undefined>(`/drives/${driveId}/fittings/${id}`, { method: 'DELETE' })

export const restoreFitting = (driveId: string, id: string) =>
  ask<Fitting>(`/drives/${driveId}/fittings/${id}/restore`, { method: 'POST' })
