import 'fake-indexeddb/auto'
import { beforeEach, expect, jest, test } from '@jest/globals'
import { QueryClient } from '@tanstack/react-query'
import { EDIT_HEADER, newJob, type Job, type JobFields } from '@emery/core/api'
import { jobEdit } from '@emery/core/jobs'
import { keepChange } from '../saving/outbox.ts'
import { jobRow, sendJobEdit, waitingJobEdits, type WaitingJobEdit } from './job-outbox.ts'

/** A server that keeps one job, and knows changes by their ids; answers are lost when it is told so. */
class OneJobServer {
  job: Job | null = null
  readonly known = new Map<string, Job>()
  readonly ids: string[] = []
  loses = 0

  install(): void {
    Object.assign(globalThis, {
      fetch: (_url: string, { method = 'GET', body, headers = {} }: RequestInit = {}) => {
        if (method === 'GET') return this.answer(200, { jobs: this.job === null ? [] : [this.job] })
        const id = (headers as Record<string, string>)[EDIT_HEADER] ?? ''
        this.ids.push(id)
        const before = this.known.get(id)
        const { basedOn = 0, ...fields } = JSON.parse(body as string) as JobFields & { basedOn?: number }
        if (before === undefined && (this.job?.version ?? 0) !== basedOn)
          return this.answer(409, { error: { code: 'VERSION_CONFLICT', message: 'late' } })
        const said = before ?? this.keep(fields)
        this.known.set(id, said)
        if (this.loses-- > 0) return Promise.reject(new TypeError('network'))
        return this.answer(method === 'POST' ? 201 : 200, said)
      },
    })
  }

  keep(fields: JobFields): Job {
    this.job = {
      ...fields,
      id: 'j1',
      number: 1,
      version: (this.job?.version ?? 0) + 1,
      openedAt: '2026-11-29T08:00:00Z',
      status: { stage: 'belt', stepsDone: 0, stepsAll: 1, reviewsWaiting: 0, dueOn: null, dueKm: null },
    }
    return this.job
  }

  private answer(status: number, body: unknown) {
    return Promise.resolve({ ok: status < 300, status, json: () => Promise.resolve(structuredClone(body)) })
  }
}

const halfAnHour = { id: 't1', minutes: 30, by: '', at: '2026-11-29T08:00:00Z' }
let made = 0
const waiting = (after: Partial<JobFields>, person = 'Isla'): WaitingJobEdit => {
  const before = newJob('d1')
  const edit = jobEdit(before, { ...before, ...after })
  if (edit === null) throw new Error('nothing was changed')
  made++
  return {
    id: `00000000-0000-4000-8000-${String(made).padStart(12, '0')}`,
    person,
    row: jobRow('d1'),
    madeAt: made,
    change: { driveId: 'd1', jobId: null, edit },
  }
}

let server: OneJobServer
let queries: QueryClient
beforeEach(() => {
  server = new OneJobServer()
  server.install()
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
})

test('what is kept is there on the next visit, the oldest first, and each person’s own', async () => {
  const [first, second, other] = [
    waiting({ noise: true }),
    waiting({ sameBelts: true }),
    waiting({ noise: true }, 'Moss'),
  ]
  for (const each of [second, other, first]) expect(await keepChange(each)).toBe(true)
  expect((await waitingJobEdits('Isla')).map(({ id }) => id)).toEqual([first.id, second.id])
  for (const each of [first, second, other]) await sendJobEdit(queries, each)
  expect(await waitingJobEdits('Isla')).toEqual([])
})

test('half an hour whose answer is lost counts once, and is kept until it is answered', async () => {
  const change = waiting({ time: [halfAnHour] })
  await keepChange(change)
  server.loses = 2
  await expect(sendJobEdit(queries, change)).rejects.toMatchObject({ away: true })
  await expect(sendJobEdit(queries, change)).rejects.toMatchObject({ away: true })
  expect(await waitingJobEdits('Isla')).toHaveLength(1)
  await sendJobEdit(queries, change)
  expect(new Set(server.ids).size).toBe(1)
  expect(server.job?.time).toHaveLength(1)
  expect(server.job?.version).toBe(1)
  expect(await waitingJobEdits('Isla')).toEqual([])
})

test('a page that was closed before the answer came asks for the same again, not for it on top of itself', async () => {
  const change = waiting({ time: [halfAnHour] })
  await keepChange(change)
  server.loses = 1
  await expect(sendJobEdit(queries, change)).rejects.toMatchObject({ away: true })
  // As the next visit finds it: nothing in its memory, and a list in which the job stands already.
  const [found] = await waitingJobEdits('Isla')
  expect(found?.change.sent?.to).toBeNull()
  jest.resetModules()
  const fresh = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const { sendJobEdit: sendAnew } = await import('./job-outbox.ts')
  await sendAnew(fresh, found as WaitingJobEdit)
  expect(new Set(server.ids).size).toBe(1)
  expect(server.job).toMatchObject({ version: 1, time: [{ id: 't1' }] })
})

test('a change goes on top of what somebody else has saved meanwhile', async () => {
  server.keep({ ...newJob('d1'), complaint: 'squeals' })
  queries.setQueryData(['jobs', 'd1'], [structuredClone(server.job)])
  server.keep({ ...(server.job as JobFields), hands: ['Moss'] })
  const job = await sendJobEdit(queries, waiting({ noise: true }))
  expect(job).toMatchObject({ complaint: 'squeals', hands: ['Moss'], noise: true, version: 3 })
})

test('what makes no job when it is read back is not sent, and forgotten', async () => {
  const sound = waiting({ noise: true })
  const broken = { ...sound, id: 'broken', change: { ...sound.change, edit: { set: { distance: 'far' }, lists: {} } } }
  const nothing = { ...sound, id: 'nothing', change: null }
  for (const each of [broken, nothing, sound]) await keepChange(each)
  expect((await waitingJobEdits('Isla')).map(({ id }) => id)).toEqual([sound.id])
  await sendJobEdit(queries, sound)
  expect(await waitingJobEdits('Isla')).toEqual([])
})
