import { queryOptions } from '@tanstack/react-query'
import type { HandoverMade, HandoverState, PersonRecord } from '@emery/core/api'
import { ask } from '../api/client.ts'

/** How often the desk asks whether the phone is there, ms. */
const LOOK_MS = 1000

/** Under which addresses a phone reaches the server. */
export function addressesQuery() {
  return queryOptions({
    queryKey: ['addresses'],
    queryFn: async () => (await ask<{ addresses: string[] }>('/handovers/addresses')).addresses,
    staleTime: 60_000,
  })
}

/** The same with the address of a desk that is not the server’s own machine first: it shows that it is reached. */
export function reachedFrom(listed: readonly string[]): readonly string[] {
  const here = /^(localhost|127\.|\[::1\])/.test(location.hostname) ? [] : [location.origin]
  return [...new Set([...here, ...listed])]
}

export const makeHandover = (path: string) => ask<HandoverMade>('/handovers', { method: 'POST', json: { path } })

/** What became of a code, asked until it was used or is too old. */
export function handoverQuery(id: string) {
  return queryOptions({
    queryKey: ['handover', id],
    queryFn: () => ask<HandoverState>(`/handovers/${id}`),
    refetchInterval: ({ state }) => (state.data === undefined || state.data.is === 'open' ? LOOK_MS : false),
  })
}

interface Taken {
  readonly person: PersonRecord
  /** The place that the desk wanted opened. */
  readonly path: string
}

export const takeHandover = (token: string) => ask<Taken>('/session/handover', { method: 'POST', json: { token } })
