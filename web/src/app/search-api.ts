import { queryOptions } from '@tanstack/react-query'
import type { Found } from '@emery/core/api'
import { ask } from '../api/client.ts'

/** Vehicles, drives, jobs and belts in which every word of `text` stands. */
export function searchQuery(text: string) {
  return queryOptions({
    queryKey: ['search', text],
    queryFn: async () => (await ask<{ found: Found[] }>(`/search?q=${encodeURIComponent(text)}`)).found,
    enabled: text !== '',
    placeholderData: (before) => (text === '' ? undefined : before),
  })
}
