import { queryOptions, useQuery } from '@tanstack/react-query'
import type { KnowledgeSave, KnowledgeVersion, KnowledgeVersionSummary } from '@emery/core/api'
import { NOMINAL_KNOWLEDGE, type Knowledge, type KnowledgeFile } from '@emery/core/noise'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

/** The newest version of the knowledge of noises in this workshop. */
export function knowledgeQuery() {
  return queryOptions({
    queryKey: ['knowledge'] as const,
    queryFn: () => ask<KnowledgeVersion>('/knowledge'),
    staleTime: 30_000,
  })
}

export function knowledgeVersionsQuery() {
  return queryOptions({
    queryKey: ['knowledge', 'versions'] as const,
    queryFn: async () => (await ask<{ versions: KnowledgeVersionSummary[] }>('/knowledge/versions')).versions,
  })
}

export const knowledgeVersion = (version: number) => ask<KnowledgeVersion>(`/knowledge/versions/${version}`)

export const saveKnowledge = (knowledge: KnowledgeFile, save: KnowledgeSave) =>
  write<KnowledgeVersion>({ method: 'PUT', path: '/knowledge', json: { ...save, knowledge } })

/** The knowledge that counts in this workshop; what ships with Emery until it is there. */
export function useKnowledge(): Knowledge {
  return useQuery(knowledgeQuery()).data?.knowledge ?? NOMINAL_KNOWLEDGE
}
