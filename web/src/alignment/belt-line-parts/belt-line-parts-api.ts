import { queryOptions } from '@tanstack/react-query'
import type { BeltLinePart } from '@emery/core/api'
import type { BeltLinePartFields } from '@emery/core/belt-line-parts'
import { rowsApi } from '../../api/rows.ts'

export const beltLinePartRows = rowsApi<BeltLinePartFields, BeltLinePart>('/belt-line-parts', 'parts')

export const BELT_LINE_PARTS_KEY = ['belt-line-parts'] as const

/** The parts whose belt lines are added up. */
export function beltLinePartsQuery() {
  return queryOptions({ queryKey: BELT_LINE_PARTS_KEY, queryFn: beltLinePartRows.list, staleTime: 30_000 })
}
