import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import type { DriveConflict, DriveRecord } from '@emery/core/api'
import type { CheckedDrive } from '@emery/core/drive'
import { RequestFailure } from '../../api/client.ts'
import type { SaveRequest } from '../../drives/drives-api.ts'
import { demoDrive } from '../../testing/drives.ts'
import { QUIET_MS, Saver, type SaveState, type Unsaved } from './saver.ts'
import { drivesWithUnsaved } from '../../saving/unsaved-drives.ts'
import { browserShelf } from './unsaved-shelf.ts'

const ketch = demoDrive('ketch-main')
const named = (name: string): CheckedDrive => ({ ...ketch, name })
const away = () => new RequestFailure(true, 'The Emery server is not responding.')

/** A server that can be switched off, keeps what it stored, and counts the same save once. */
class FakeServer {
  version = 1
  stored: CheckedDrive = ketch
  readonly seen = new Set<string>()
  readonly requests: SaveRequest[] = []
  mode: 'up' | 'down' | 'refuses' | 'answers-get-lost' = 'up'

  readonly send = (save: SaveRequest): Promise<DriveRecord> => {
    this.requests.push(save)
    if (this.mode === 'down') return Promise.reject(away())
    if (this.mode === 'refuses') return Promise.reject(new RequestFailure(false, 'No.'))
    if (!this.seen.has(save.saveId)) {
      if (save.basedOn !== this.version) {
        const conflict: DriveConflict = {
          yours: { basedOn: save.basedOn, document: save.document },
          current: this.record(),
        }
        return Promise.reject(new RequestFailure(false, 'conflict', { conflict }))
      }
      this.seen.add(save.saveId)
      this.version++
      this.stored = save.document
    }
    return this.mode === 'answers-get-lost' ? Promise.reject(away()) : Promise.resolve(this.record())
  }

  record(): DriveRecord {
    return {
      id: 'd',
      vehicle: null,
      document: this.stored,
      version: this.version,
      updatedAt: '2026-01-01T00:00:00.000Z',
    }
  }
}

let server: FakeServer
let shelf: { value: Unsaved | null; read: () => Unsaved | null; write: (unsaved: Unsaved | null) => boolean }
let states: SaveState[]
let ids: number

function newSaver(): Saver {
  const parts = {
    send: server.send,
    shelf,
    newId: () => `save-${++ids}`,
    onState: (state: SaveState) => states.push(state),
  }
  return new Saver(parts, server.record())
}

beforeEach(() => {
  jest.useFakeTimers()
  server = new FakeServer()
  states = []
  ids = 0
  shelf = {
    value: null,
    read: () => shelf.value,
    write: (unsaved) => {
      shelf.value = unsaved
      return true
    },
  }
})
afterEach(() => void jest.useRealTimers())

const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms)

/** A change, and the moment of quiet after which it is sent. */
async function change(saver: Saver, name: string): Promise<void> {
  saver.changed(named(name))
  await pass(QUIET_MS)
}

test('changes in quick succession are one save', async () => {
  const saver = newSaver()
  for (const name of ['a', 'b', 'c']) saver.changed(named(name))
  expect(saver.state.is).toBe('changed')
  await pass(QUIET_MS)
  expect(server.requests.map(({ document }) => document.name)).toEqual(['c'])
  expect(saver.state).toEqual({ is: 'saved', at: '2026-01-01T00:00:00.000Z' })
  expect(shelf.value).toBeNull()
})

test('what another tab has saved is gone on from, unless something of this page’s own is unsaved', async () => {
  const saver = newSaver()
  expect(saver.follow({ version: 1, updatedAt: 'then' })).toBe(false)
  server.version = 4
  expect(saver.follow({ version: 4, updatedAt: 'then' })).toBe(true)
  expect(saver.state).toEqual({ is: 'saved', at: 'then' })
  saver.changed(named('mine'))
  expect(saver.follow({ version: 5, updatedAt: 'later' })).toBe(false)
  await pass(QUIET_MS)
  expect(server.requests.map(({ basedOn }) => basedOn)).toEqual([4])
  expect(saver.state.is).toBe('saved')
})

test('a change during a save follows it, on top of it', async () => {
  const saver = newSaver()
  saver.changed(named('first'))
  jest.advanceTimersByTime(QUIET_MS)
  // The first save is on its way: nothing has been awaited since.
  expect(saver.state.is).toBe('saving')
  saver.changed(named('second'))
  await pass(2 * QUIET_MS)
  expect(server.requests.map(({ basedOn, document }) => [basedOn, document.name])).toEqual([
    [1, 'first'],
    [2, 'second'],
  ])
})

test('a save says what was done since the last one, each thing once', async () => {
  const saver = newSaver()
  for (const what of ['read Crank', 'move a pulley', 'move a pulley']) saver.changed(named(what), what)
  await pass(QUIET_MS)
  await change(saver, 'without a word')
  for (let i = 0; i < 20; i++) saver.changed(named(`${i}`), `something long that was done, number ${i}`)
  await pass(QUIET_MS)
  const [first, second, third] = server.requests
  expect([first?.reason, second?.reason]).toEqual(['read Crank, move a pulley', 'changed'])
  // What the server keeps of a reason is 120 letters.
  expect(third?.reason.length).toBeLessThanOrEqual(120)
  expect(third?.reason).toMatch(/^something long that was done, number 0, .* …$/)
})

describe('a server that is away', () => {
  test('is asked again, longer apart each time, and loses nothing', async () => {
    const saver = newSaver()
    server.mode = 'down'
    await change(saver, 'kept')
    expect(saver.state).toEqual({ is: 'away', retryInMs: 1000, kept: true })
    await pass(1000)
    expect(saver.state).toEqual({ is: 'away', retryInMs: 2000, kept: true })
    expect(shelf.value?.document.name).toBe('kept')
    server.mode = 'up'
    await pass(2000)
    expect(saver.state.is).toBe('saved')
    expect(server.stored.name).toBe('kept')
  })

  test('that stored a save without answering does not store it twice, nor conflicts with itself', async () => {
    const saver = newSaver()
    server.mode = 'answers-get-lost'
    await change(saver, 'first')
    saver.changed(named('second'))
    server.mode = 'up'
    await pass(1000)
    await pass(QUIET_MS)
    expect(server.requests.map(({ saveId }) => saveId)).toEqual(['save-1', 'save-1', 'save-2'])
    expect(server.stored.name).toBe('second')
    expect(server.version).toBe(3)
    expect(saver.state.is).toBe('saved')
  })

  test('is asked at once when the person says so', async () => {
    const saver = newSaver()
    server.mode = 'down'
    await change(saver, 'kept')
    server.mode = 'up'
    saver.tryNow()
    await pass(0)
    expect(saver.state.is).toBe('saved')
  })

  test('when the page closes meanwhile, the next visit goes on', async () => {
    const first = newSaver()
    server.mode = 'answers-get-lost'
    await change(first, 'one')
    first.changed(named('two'))
    first.stop()
    // Through text, as a browser keeps it.
    shelf.value = JSON.parse(JSON.stringify(shelf.value)) as Unsaved

    server.mode = 'up'
    const second = newSaver()
    expect(second.resume()?.name).toBe('two')
    await pass(QUIET_MS * 2)
    expect(server.stored.name).toBe('two')
    expect(server.version).toBe(3)
    expect(shelf.value).toBeNull()
  })
})

describe('a conflict', () => {
  async function inConflict(): Promise<Saver> {
    const saver = newSaver()
    server.version = 5
    server.stored = named('theirs')
    await change(saver, 'mine')
    return saver
  }

  test('stops saving until it is resolved', async () => {
    const saver = await inConflict()
    expect(saver.state).toMatchObject({ is: 'conflict', conflict: { current: { version: 5 } } })
    saver.changed(named('mine, more'))
    await pass(60_000)
    expect(server.requests).toHaveLength(1)
  })

  test('is resolved by keeping mine on top of theirs', async () => {
    const saver = await inConflict()
    saver.resolve(server.record(), named('mine'))
    await pass(0)
    expect(server.stored.name).toBe('mine')
    expect(server.version).toBe(6)
  })

  test('is resolved by taking theirs', async () => {
    const saver = await inConflict()
    saver.resolve(server.record(), null)
    await pass(60_000)
    expect(server.requests).toHaveLength(1)
    expect(saver.state.is).toBe('saved')
    expect(shelf.value).toBeNull()
  })
})

test('a save the server refuses is told, and the next change is tried afresh', async () => {
  const saver = newSaver()
  server.mode = 'refuses'
  await change(saver, 'a')
  expect(saver.state).toEqual({ is: 'refused', message: 'No.' })
  server.mode = 'up'
  await change(saver, 'b')
  expect(saver.state.is).toBe('saved')
  expect(server.stored.name).toBe('b')
})

test('flushed, everything waiting is sent at once, newest last', async () => {
  const saver = newSaver()
  saver.changed(named('first'))
  const flushed = saver.flush()
  saver.changed(named('second'))
  await expect(flushed).resolves.toBe(true)
  expect(server.stored.name).toBe('second')
  expect(saver.state.is).toBe('saved')
  await expect(saver.flush()).resolves.toBe(true)
  expect(server.requests).toHaveLength(2)
})

test('flushed without a server, it says that it could not', async () => {
  const saver = newSaver()
  server.mode = 'down'
  saver.changed(named('kept'))
  await expect(saver.flush()).resolves.toBe(false)
  expect(shelf.value?.document.name).toBe('kept')
})

test('leaving the page sends what was waiting for its moment of quiet', async () => {
  const saver = newSaver()
  saver.changed(named('last word'))
  saver.stop()
  await pass(0)
  expect(server.stored.name).toBe('last word')
})

test('a browser that keeps nothing is no obstacle', () => {
  const closed = {
    getItem: () => {
      throw new Error('switched off')
    },
    setItem: () => {
      throw new Error('switched off')
    },
  } as unknown as Storage
  const none = browserShelf('d', { person: 'Wren', storage: closed })
  expect(none.write({ basedOn: 1, sent: null, document: ketch })).toBe(false)
  expect(none.read()).toBeNull()
  const open = browserShelf('d', { person: 'Wren' })
  expect(open.write({ basedOn: 1, sent: null, document: ketch })).toBe(true)
  expect(open.read()?.document.name).toBe(ketch.name)
  open.write(null)
  expect(open.read()).toBeNull()
})

describe('what several pages leave of one drive', () => {
  const left = (name: string) => ({ basedOn: 1, sent: null, document: named(name) })
  afterEach(() => localStorage.clear())

  test('is kept for each, the last is taken up first, and none is lost', () => {
    browserShelf('d', { person: 'Wren', page: 'one' }).write(left('of the first tab'))
    jest.advanceTimersByTime(1000)
    browserShelf('d', { person: 'Wren', page: 'two' }).write(left('of the second tab'))
    const later = browserShelf('d', { person: 'Wren', page: 'three' })
    expect(later.read()?.document.name).toBe('of the second tab')
    later.write(null)
    const afterwards = browserShelf('d', { person: 'Wren', page: 'four' })
    expect(afterwards.read()?.document.name).toBe('of the first tab')
    afterwards.write(left('further on'))
    expect(Object.keys(localStorage)).toEqual(['emery.unsaved.d.four'])
  })

  test('is nobody else’s to send', () => {
    browserShelf('d', { person: 'Wren', page: 'one' }).write(left('Wren’s'))
    expect(browserShelf('d', { person: 'Isla', page: 'two' }).read()).toBeNull()
    jest.advanceTimersByTime(10_000)
    expect(drivesWithUnsaved('Wren', 8000)).toEqual(['d'])
    expect(drivesWithUnsaved('Wren', 20_000)).toEqual([])
    expect(drivesWithUnsaved('Isla', 0)).toEqual([])
    // Whoever tries to send it, and does not get through, leaves it as old as it was.
    const passing = browserShelf('d', { person: 'Wren', page: 'two', passesOn: true })
    const kept = passing.read()
    passing.write(kept)
    expect(drivesWithUnsaved('Wren', 8000)).toEqual(['d'])
    passing.write(null)
    expect(drivesWithUnsaved('Wren', 8000)).toEqual([])
  })
})
