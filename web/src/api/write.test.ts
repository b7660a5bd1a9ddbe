import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { Blob as StoredBlob } from 'node:buffer'
import { EDIT_HEADER } from '@emery/core/api'
import { RequestFailure } from './client.ts'
import { sendWaitingWrites, waitingWrites, write, writesAreOf, type WaitingWrite } from './write.ts'

type Reply = 'lost' | { readonly status: number; readonly body: unknown }
interface Sent {
  readonly to: string
  readonly body: unknown
  readonly edit: string | undefined
}

// jsdom’s own cannot be put into a database; a browser’s can.
Object.assign(globalThis, { Blob: StoredBlob })

let sent: Sent[] = []
let answer: (sent: Sent) => Reply = () => 'lost'
const realFetch = globalThis.fetch
beforeEach(async () => {
  writesAreOf('Wren')
  sent = []
  answer = () => ({ status: 200, body: {} })
  Object.assign(globalThis, {
    fetch: (url: string, { method = 'GET', body, headers }: RequestInit) => {
      const one = {
        to: `${method} ${url.replace(/^\/api/, '')}`,
        body: typeof body === 'string' ? (JSON.parse(body) as unknown) : undefined,
        edit: (headers as Record<string, string>)[EDIT_HEADER],
      }
      sent.push(one)
      const reply = answer(one)
      if (reply === 'lost') return Promise.reject(new TypeError('network'))
      return Promise.resolve({ ok: reply.status < 300, status: reply.status, json: () => Promise.resolve(reply.body) })
    },
  })
  for (const each of await waitingWrites('Wren')) await sendWaitingWrites([each], () => undefined)
  sent = []
})
afterEach(() => {
  Object.assign(globalThis, { fetch: realFetch })
})

/** A row on the server: a save on top of another version than the one there is refused; the same edit is made once. */
function rowOnServer(version = 1) {
  const row = { version, name: 'as it was' }
  const made = new Map<string, object>()
  answer = ({ to, body, edit = '' }) => {
    const before = made.get(edit)
    if (before !== undefined) return { status: 200, body: before }
    const { basedOn, name } = (body ?? { basedOn: Number(to.split('basedOn=')[1]), name: 'deleted' }) as {
      basedOn: number
      name: string
    }
    if (basedOn !== row.version)
      return { status: 409, body: { error: { code: 'VERSION_CONFLICT', message: 'Someone else' } } }
    Object.assign(row, { version: row.version + 1, name })
    made.set(edit, { ...row })
    return { status: 200, body: { ...row } }
  }
  return row
}
/** A row of its own for each test: a page remembers what it made of one. */
let path = ''
let rows = 0
beforeEach(() => {
  path = `/shelf/row-${++rows}`
})
const save = (basedOn: number, name: string) => write({ method: 'PUT', path, json: { basedOn, name } })

describe('a write', () => {
  test('that is answered is not kept', async () => {
    await write({ method: 'POST', path: '/vehicles', json: { name: 'Heron' } })
    expect(await waitingWrites('Wren')).toEqual([])
  })

  test('that is not answered is kept, said to be, and goes under its own id when it is asked for again', async () => {
    answer = () => 'lost'
    const add = () => write({ method: 'POST', path: '/shelf', json: { belts: [1] } })
    await expect(add()).rejects.toMatchObject({
      away: true,
      message: expect.stringContaining('kept in this browser') as unknown,
    })
    await expect(add()).rejects.toBeInstanceOf(RequestFailure)
    expect(await waitingWrites('Wren')).toHaveLength(1)
    answer = () => ({ status: 201, body: {} })
    await add()
    expect(new Set(sent.map(({ edit }) => edit)).size).toBe(1)
    expect(await waitingWrites('Wren')).toEqual([])
  })

  test('that is refused is not kept', async () => {
    answer = () => ({ status: 400, body: { error: { code: 'BAD_REQUEST', message: 'No.' } } })
    await expect(save(1, 'x')).rejects.toMatchObject({ away: false, message: 'No.' })
    expect(await waitingWrites('Wren')).toEqual([])
  })

  test('of a picture is the same write when that picture is sent again, and another for another picture', async () => {
    const add = (file: Blob) => write({ method: 'POST', path: '/photos', file })
    const [one, other] = [new Blob(['one']), new Blob(['other'])]
    answer = () => 'lost'
    await expect(add(one)).rejects.toMatchObject({ away: true })
    await expect(add(other)).rejects.toMatchObject({ away: true })
    expect(await waitingWrites('Wren')).toHaveLength(2)
    sent = []
    answer = () => ({ status: 201, body: {} })
    await add(other)
    expect(sent).toHaveLength(2)
    expect(new Set(sent.map(({ edit }) => edit)).size).toBe(2)
    expect(await waitingWrites('Wren')).toEqual([])
  })

  test('that finds no room to be kept says so', async () => {
    // The store was opened by an earlier test; from here on it is refused every transaction.
    const refuse = jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    try {
      answer = () => 'lost'
      await expect(save(1, 'x')).rejects.toMatchObject({ message: expect.stringContaining('no room') as unknown })
    } finally {
      refuse.mockRestore()
    }
  })
})

describe('writes of one row', () => {
  test('typed quickly go one after the other, each on top of the one before', async () => {
    const row = rowOnServer()
    const both = [save(1, 'first'), save(1, 'second')]
    await expect(both[0]).resolves.toMatchObject({ name: 'first' })
    await expect(both[1]).resolves.toMatchObject({ name: 'second' })
    expect(row).toEqual({ version: 3, name: 'second' })
  })

  test('of an earlier visit go first, and are not in conflict with the next', async () => {
    const row = rowOnServer(3)
    const reply = answer
    answer = (one) => {
      reply(one)
      return 'lost'
    }
    await expect(save(3, 'made, but never answered')).rejects.toMatchObject({ away: true })
    answer = reply
    await expect(save(3, 'the next')).resolves.toMatchObject({ version: 5 })
    expect(row).toEqual({ version: 5, name: 'the next' })
    expect(await waitingWrites('Wren')).toEqual([])
  })

  test('are sent later in their order, a deletion on top of the change before it', async () => {
    const row = rowOnServer(7)
    const reply = answer
    answer = () => 'lost'
    await expect(save(7, 'one')).rejects.toBeInstanceOf(RequestFailure)
    await expect(write({ method: 'DELETE', path: `${path}?basedOn=7` })).rejects.toBeInstanceOf(RequestFailure)
    answer = reply
    sent = []
    const told: [string, unknown][] = []
    await sendWaitingWrites(await waitingWrites('Wren'), ({ change }, refusal) => told.push([change.method, refusal]))
    expect(told).toEqual([
      ['PUT', null],
      ['DELETE', null],
    ])
    expect(sent.map(({ to }) => to)).toEqual([`PUT ${path}`, `DELETE ${path}?basedOn=8`])
    expect(row.name).toBe('deleted')
  })

  test('somebody else’s change in between is a conflict, told once; what follows is sent all the same', async () => {
    const row = rowOnServer(1)
    const reply = answer
    answer = () => 'lost'
    await expect(save(1, 'mine')).rejects.toBeInstanceOf(RequestFailure)
    await expect(write({ method: 'POST', path: '/other', json: { basedOn: 2, name: 'x' } })).rejects.toBeInstanceOf(
      RequestFailure,
    )
    row.version = 2
    answer = reply
    const told: [string, string | undefined][] = []
    await sendWaitingWrites(await waitingWrites('Wren'), ({ change }, refusal) =>
      told.push([change.path, refusal?.details.code]),
    )
    expect(told).toEqual([
      [path, 'VERSION_CONFLICT'],
      ['/other', undefined],
    ])
    expect(await waitingWrites('Wren')).toEqual([])
  })
})

test('what one person left is nobody else’s to send', async () => {
  answer = () => 'lost'
  await expect(save(1, 'Wren’s')).rejects.toBeInstanceOf(RequestFailure)
  const kept: readonly WaitingWrite[] = await waitingWrites('Wren')
  expect(kept.map(({ person }) => person)).toEqual(['Wren'])
  expect(await waitingWrites('Isla')).toEqual([])
})
