import { queryOptions } from '@tanstack/react-query'
import type {
  PracticePage,
  PracticeResult,
  PracticeResultFields,
  PracticeTask,
  PracticeTaskFields,
} from '@emery/core/api'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

/** What was set and how it went: one's own, or everybody's for a lead. */
export function practiceQuery() {
  return queryOptions({ queryKey: ['practice'] as const, queryFn: () => ask<PracticePage>('/practice') })
}

export const keepResult = (json: PracticeResultFields) =>
  write<PracticeResult>({ method: 'POST', path: '/practice/results', json })
export const setTask = (json: PracticeTaskFields) =>
  write<PracticeTask>({ method: 'POST', path: '/practice/tasks', json })
export const dropTask = (id: string) => write<undefined>({ method: 'DELETE', path: `/practice/tasks/${id}` })
