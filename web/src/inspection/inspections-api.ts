import { queryOptions } from '@tanstack/react-query'
import type { Inspection } from '@emery/core/api'
import type { InspectionFields } from '@emery/core/wear'
import { ask } from '../api/client.ts'

export const inspectionsKey = (driveId: string) => ['inspections', driveId] as const

/** Walks round a drive, the newest first. */
export function inspectionsQuery(driveId: string) {
  return queryOptions({
    queryKey: inspectionsKey(driveId),
    queryFn: async () => (await ask<{ inspections: Inspection[] }>(`/drives/${driveId}/inspections`)).inspections,
  })
}

export const addInspection = (driveId: string, fields: InspectionFields) =>
  ask<Inspection>(`/drives/${driveId}/inspections`, { method: 'POST', json: fields })

export const removeInspection = (driveId: string, id: string) =>
  ask<undefined>(`/drives/${driveId}/inspections/${id}`, { method: 'DELETE' })

export const restoreInspection = (driveId: string, id: string) =>
  ask<Inspection>(`/drives/${driveId}/inspections/${id}/restore`, { method: 'POST' })
