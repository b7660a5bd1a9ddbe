import { queryOptions } from '@tanstack/react-query'
import type { Diagnosis, DiagnosisFields } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const diagnosesKey = (driveId: string) => ['diagnoses', driveId] as const

/** What was found on a drive, the newest first. */
export function diagnosesQuery(driveId: string) {
  return queryOptions({
    queryKey: diagnosesKey(driveId),
    queryFn: async () => (await ask<{ diagnoses: Diagnosis[] }>(`/drives/${driveId}/diagnoses`)).diagnoses,
  })
}

export const addDiagnosis = (driveId: string, fields: DiagnosisFields) =>
  write<Diagnosis>({ method: 'POST', path: `/drives/${driveId}/diagnoses`, json: fields })

export const removeDiagnosis = (driveId: string, id: string) =>
  write<undefined>({ method: 'DELETE', path: `/drives/${driveId}/diagnoses/${id}` })

export const restoreDiagnosis = (driveId: string, id: string) =>
  write<Diagnosis>({ method: 'POST', path: `/drives/${driveId}/diagnoses/${id}/restore` })
