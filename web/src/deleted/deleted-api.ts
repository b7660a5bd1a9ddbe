import { queryOptions } from '@tanstack/react-query'
import type { DeletedRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

export const deletedKey = ['deleted'] as const

/** What was deleted lately and can be brought back; for mechanics and leads. */
export function deletedQuery() {
  return queryOptions({
    queryKey: deletedKey,
    queryFn: async () => (await ask<{ deleted: DeletedRecord[] }>('/deleted')).deleted,
    staleTime: 0,
  })
}

export const bringBack = ({ restore }: DeletedRecord) => write<unknown>({ method: 'POST', path: restore })
