import { infiniteQueryOptions, keepPreviousData } from '@tanstack/react-query'
import type { AuditedAction, AuditPage } from '@emery/core/api'
import { ask } from '../api/client.ts'

export interface AuditFilter {
  readonly words: string
  readonly action: AuditedAction | null
}

/** The audit log, the newest first; for leads. */
export function auditQuery({ words, action }: AuditFilter) {
  return infiniteQueryOptions({
    queryKey: ['audit', words, action],
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams({
        ...(words === '' ? {} : { q: words }),
        ...(action === null ? {} : { action }),
        ...(pageParam === null ? {} : { before: String(pageParam) }),
      })
      return ask<AuditPage>(`/audit?${query.toString()}`)
    },
    initialPageParam: null as number | null,
    getNextPageParam: ({ entries, more }: AuditPage) => (more ? entries.at(-1)?.id : undefined),
    placeholderData: keepPreviousData,
    staleTime: 0,
  })
}
