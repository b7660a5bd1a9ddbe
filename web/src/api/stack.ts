import { queryOptions } from '@tanstack/react-query'
import type { StackFields, StackPart } from '@emery/core'
import { rowsApi } from './rows.ts'

export const stackRows = rowsApi<StackFields, StackPart>('/belt-line-parts', 'parts')

export const STACK_KEY = ['belt-line-parts'] as const

/** The parts whose belt lines are added up. */
export function stackQuery() {
  return queryOptions({ queryKey: STACK_KEY, queryFn: stackRows.list, staleTime: 30_000 })
}
