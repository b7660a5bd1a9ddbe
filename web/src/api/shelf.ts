import { queryOptions } from '@tanstack/react-query'
import type { BeltOnShelf, DriveForBelt, ShelfBelt, ShelfFields } from '@emery/core'
import { ask } from './client.ts'

export const shelfKeys = {
  all: ['shelf'] as const,
  belts: ['shelf', 'belts'] as const,
  drives: ({ section, ribs, length }: BeltOnShelf) => ['shelf', 'drives', section, ribs, length] as const,
}

/** A whole table over a workshop's wireless takes its time. */
const PATIENCE_MS = 120_000

/** The whole shelf; it is searched here, without asking again. */
export function shelfQuery() {
  return queryOptions({
    queryKey: shelfKeys.belts,
    queryFn: async () => (await ask<{ belts: ShelfBelt[] }>('/shelf', { patience: PATIENCE_MS })).belts,
    staleTime: 30_000,
  })
}

export function drivesForBeltQuery(belt: BeltOnShelf) {
  const { section, ribs, length } = belt
  return queryOptions({
    queryKey: shelfKeys.drives(belt),
    queryFn: async () =>
      (await ask<{ drives: DriveForBelt[] }>(`/shelf/drives?section=${section}&ribs=${ribs}&length=${length}`)).drives,
  })
}

export const addToShelf = async (belts: readonly ShelfFields[]) =>
  (await ask<{ belts: ShelfBelt[] }>('/shelf', { method: 'POST', json: { belts }, patience: PATIENCE_MS })).belts

export const saveOnShelf = (id: string, basedOn: number, fields: ShelfFields) =>
  ask<ShelfBelt>(`/shelf/${id}`, { method: 'PUT', json: { basedOn, ...fields } })

export const takeOffShelf = (id: string, basedOn: number) =>
  ask<undefined>(`/shelf/${id}?basedOn=${basedOn}`, { method: 'DELETE' })

export const restoreOnShelf = (id: string) => ask<ShelfBelt>(`/shelf/${id}/restore`, { method: 'POST' })
