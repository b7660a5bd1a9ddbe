import { afterEach, beforeEach, expect, test } from '@jest/globals'
import { EDIT_HEADER } from '@emery/core/api'
import { ask, RequestFailure } from './client.ts'

type Reply = 'lost' | { readonly status: number; readonly body: unknown }
const sent: { readonly path: string; readonly edit: string | undefined }[] = []
let replies: Reply[] = []

const realFetch = globalThis.fetch
beforeEach(() => {
  sent.length = 0
  Object.assign(globalThis, {
    fetch: (url: string, { headers }: RequestInit) => {
      sent.push({ path: url, edit: (headers as Record<string, string>)[EDIT_HEADER] })
      const reply = replies.shift() ?? 'lost'
      if (reply === 'lost') return Promise.reject(new TypeError('network'))
      return Promise.resolve({ ok: reply.status < 300, status: reply.status, json: () => Promise.resolve(reply.body) })
    },
  })
})
afterEach(() => {
  Object.assign(globalThis, { fetch: realFetch })
})

const note = (text: string) => ask('/notes', { method: 'POST', json: { text } })
const made: Reply = { status: 201, body: {} }
const edits = () => sent.map(({ edit }) => edit)

test('a change whose answer was lost is sent again under its own id', async () => {
  replies = ['lost', made]
  await expect(note('half an hour')).rejects.toThrow(RequestFailure)
  await note('half an hour')
  expect(edits()[0]).toMatch(/^[0-9a-f-]{36}$/)
  expect(edits()[1]).toBe(edits()[0])
})

test('the same change made on purpose twice is two', async () => {
  replies = [made, made]
  await note('half an hour')
  await note('half an hour')
  expect(edits()[1]).not.toBe(edits()[0])
})

test('another change has an id of its own, whatever became of the first', async () => {
  replies = ['lost', made]
  await expect(note('half an hour')).rejects.toThrow(RequestFailure)
  await note('a whole hour')
  expect(edits()[1]).not.toBe(edits()[0])
})

test('what was refused begins again', async () => {
  const refused: Reply = { status: 400, body: { error: { code: 'BAD_REQUEST', message: 'no' } } }
  replies = ['lost', refused, made]
  await expect(note('a')).rejects.toMatchObject({ away: true })
  await expect(note('a')).rejects.toMatchObject({ away: false })
  await note('a')
  expect(edits()[1]).toBe(edits()[0])
  expect(edits()[2]).not.toBe(edits()[0])
})

test('reading needs no id', async () => {
  replies = [{ status: 200, body: {} }]
  await ask('/notes')
  expect(edits()).toEqual([undefined])
})
