import { queryOptions } from '@tanstack/react-query'
import type { Diagnosis, DiagnosisFields } from '@emery/core/api'
import { ask } from '../api/client.ts'

export const diagnosesKey = (driveId: string) => ['diagnoses', driveId] as const

/** What was found on a drive, the newest first. */
export function diagnosesQuery(driveId: string) {
  return queryOptions({
    queryKey: diagnosesKey(driveId),
    queryFn: async () => (await ask<{ diagnoses: Diagnosis[] }>(`/drives/${driveId}/diagnoses`)).diagnoses,
  })
}

export const addDiagnosis = (driveId: string, fields: DiagnosisFields) =>
  ask<Diagnosis>(`/drives/${driveId}/diagnoses`, { method: 'POST', json: fields })

export const removeDiagnosis = (driveId: string, id: string) =>
  ask<undefined>(`/drives/${driveId}/diagnoses/${id}`, { method: 'DELETE' })

export const restoreDiagnosis = (driveId: string, id: string) =>
  ask<Diagnosis>(`/drives/${driveId}/diagnoses/${id}/restore`, { method: 'POST' })
