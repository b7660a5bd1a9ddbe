import { queryOptions } from '@tanstack/react-query'
import type { Finding, FindingFields } from '@emery/core'
import { ask } from './client.ts'

export const findingsKey = (driveId: string) => ['findings', driveId] as const

/** What was found on a drive, the newest first. */
export function findingsQuery(driveId: string) {
  return queryOptions({
    queryKey: findingsKey(driveId),
    queryFn: async () => (await ask<{ findings: Finding[] }>(`/drives/${driveId}/findings`)).findings,
  })
}

export const addFinding = (driveId: string, fields: FindingFields) =>
  ask<Finding>(`/drives/${driveId}/findings`, { method: 'POST', json: fields })

export const removeFinding = (driveId: string, id: string) =>
  ask<undefined>(`/drives/${driveId}/findings/${id}`, { method: 'DELETE' })

export const restoreFinding = (driveId: string, id: string) =>
  ask<Finding>(`/drives/${driveId}/findings/${id}/restore`, { method: 'POST' })
