import { queryOptions } from '@tanstack/react-query'
import type { Fitting, FittingFields } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const fittingsKey = (driveId: string) => ['fittings', driveId] as const

/** Belts fitted to a drive, the newest first. */
export function fittingsQuery(driveId: string) {
  return queryOptions({
    queryKey: fittingsKey(driveId),
    queryFn: async () => (await ask<{ fittings: Fitting[] }>(`/drives/${driveId}/fittings`)).fittings,
  })
}

export const addFitting = (driveId: string, fields: FittingFields) =>
  write<Fitting>({ method: 'POST', path: `/drives/${driveId}/fittings`, json: fields })

export const removeFitting = (driveId: string, id: string) =>
  write<undefined>({ method: 'DELETE', path: `/drives/${driveId}/fittings/${id}` })

export const restoreFitting = (driveId: string, id: string) =>
  write<Fitting>({ method: 'POST', path: `/drives/${driveId}/fittings/${id}/restore` })
