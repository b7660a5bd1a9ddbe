import { queryOptions } from '@tanstack/react-query'
import type { DriveForBelt, ShelfBelt, ShelfFields } from '@emery/core/api'
import type { BeltOnShelf } from '@emery/core/length'
import { ask } from '../api/client.ts'
import { rowsApi } from '../api/rows.ts'

export const shelfRows = rowsApi<ShelfFields, ShelfBelt>('/shelf', 'belts')

export const shelfKeys = {
  all: ['shelf'] as const,
  belts: ['shelf', 'belts'] as const,
  drives: ({ section, ribs, length }: BeltOnShelf) => ['shelf', 'drives', section, ribs, length] as const,
}

/** The whole shelf; it is searched here, without asking again. */
export function shelfQuery() {
  return queryOptions({
    queryKey: shelfKeys.belts,
    queryFn: shelfRows.list,
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
