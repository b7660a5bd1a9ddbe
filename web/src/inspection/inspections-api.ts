import { queryOptions } from '@tanstack/react-query'
import type { Inspection } from '@emery/core/api'
import type { InspectionFields } from '@emery/core/wear'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const inspectionsKey = (driveId: string) => ['inspections', driveId] as const

/** Walks round a drive, the newest first. */
export function inspectionsQuery(driveId: string) {
  return queryOptions({
    queryKey: inspectionsKey(driveId),
    queryFn: async () => (await ask<{ inspections: Inspection[] }>(`/drives/${driveId}/inspections`)).inspections,
  })
}

export const addInspection = (driveId: string, fields: InspectionFields) =>
  write<Inspection>({ method: 'POST', path: `/drives/${driveId}/inspections`, json: fields })

export const removeInspection = (driveId: string, id: string) =>
  write<undefined>({ method: 'DELETE', path: `/drives/${driveId}/inspections/${id}` })

export const restoreInspection = (driveId: string, id: string) =>
  write<Inspection>({ method: 'POST', path: `/drives/${driveId}/inspections/${id}/restore` })
