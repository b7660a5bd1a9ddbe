import { setTimeout as wait } from 'node:timers/promises'
import type { DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import {
  EDIT_HEADER,
  jobFieldsOf,
  newJob,
  type Diagnosis,
  type DriveRecord,
  type ErrorBody,
  type Fitting,
  type Job,
  type ShelfBelt,
  type VehicleRecord,
} from '@emery/core/api'
import { randomFrom } from '../../../core/src/testing/random.ts'
import { ketch, ketchWithCrank } from './documents.ts'

/** What the network does to a request. */
const CHANCES = { lost: 0.06, answerLost: 0.08, doubled: 0.08, late: 0.1 }
const LATE_MS = 60
const PAUSE_MS = 40

interface Said {
  readonly status: number
  readonly body: unknown
}

interface UnrulyWork {
  readonly clients: number
  /** Changes made by all clients together. */
  readonly enough: number
  readonly seed: number
  /** The server that is asked next, by its port: any of those that share the database. */
  readonly port: (random: () => number) => number
  /** Told after each change that was acknowledged, with how many there are now. */
  readonly onMade: (made: number) => void
  /** While what was killed is being started again. */
  readonly mending: () => Promise<void> | undefined
}

interface WorkDone {
  /** What the database must hold now, by what it is counted as; `held` counts it. */
  readonly wanted: ReadonlyMap<string, number>
  /** Changes that were refused: none should have been. */
  readonly refused: readonly string[]
  /** What somebody read that was older than what they had read or written before: nothing should have been. */
  readonly wentBack: readonly string[]
}

/**
 * Lets clients make every kind of change over a network that loses, delays, doubles and reorders. Each says a change under one id until it is answered,
 * and reads now and then what it has made.
 */
export async function unrulyWork({ clients, enough, seed, port, onMade, mending }: UnrulyWork): Promise<WorkDone> {
  const random = randomFrom(seed)
  let cookie = ''

  const once = async (method: string, path: string, body: unknown, edit?: string): Promise<Said> => {
    const response = await fetch(`http://127.0.0.1:${port(random)}/api${path}`, {
      method,
      signal: AbortSignal.timeout(15_000),
      headers: {
        'Content-Type': 'application/json',
        Cookie: cookie,
        ...(edit === undefined ? {} : { [EDIT_HEADER]: edit }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    if (cookie === '') cookie = (response.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
    return { status: response.status, body: response.status === 204 ? null : await response.json() }
  }
  /** A request as the network lets it through; throws where no answer comes. */
  const unruly = async (method: string, path: string, body: unknown, edit: string): Promise<Said> => {
    const throwAway = () => {
      throw new Error('lost')
    }
    const fate = random()
    if (fate < CHANCES.lost) return throwAway()
    if (random() < CHANCES.late) await wait(random() * LATE_MS)
    const again = random() < CHANCES.doubled
    // The double may be the first to arrive, and goes on when whoever asked has long been answered.
    if (again) void once(method, path, body, edit).catch(() => undefined)
    const said = await once(method, path, body, edit)
    return fate < CHANCES.lost + CHANCES.answerLost ? throwAway() : said
  }
  let made = 0
  const refused: string[] = []
  const wentBack: string[] = []
  /** Makes a change: says it under one id until it is answered. */
  const make = async <Answer>(method: string, path: string, body?: unknown): Promise<Answer> => {
    const edit = newId()
    for (;;) {
      const said = await unruly(method, path, body, edit).catch(() => undefined)
      if (said === undefined || said.status >= 500) {
        await (mending() ?? wait(PAUSE_MS))
        continue
      }
      if (said.status >= 400) refused.push(`${method} ${path}: ${(said.body as ErrorBody).error.code}`)
      onMade(++made)
      return said.body as Answer
    }
  }
  const wanted = new Map<string, number>()
  const want = (what: string, by: number) => wanted.set(what, (wanted.get(what) ?? 0) + by)

  async function client(name: string): Promise<void> {
    const fields = { plate: name, engine: '', distance: null, notes: '' }
    let vehicle = await make<VehicleRecord>('POST', '/vehicles', { name, ...fields })
    let drive = await make<DriveRecord>('POST', '/drives', {
      document: ketch(),
      vehicleId: vehicle.id,
      reason: 'new',
    })
    const below = `/drives/${drive.id}`
    const onShelf = {
      mark: name,
      section: 'PK',
      ribs: 6,
      length: 1725,
      material: 'unknown',
      count: 0,
      place: '',
      note: '',
    }
    const [belt] = (
      await make<{ belts: ShelfBelt[] }>('POST', '/shelf', {
        belts: [onShelf],
      })
    ).belts as [ShelfBelt]
    let shelf = belt
    let job = await make<Job>('POST', '/jobs', { ...newJob(drive.id), complaint: name })
    want('vehicles', 1)
    want('drives', 1)
    want('shelf_belts', 1)
    want('jobs', 1)
    const fitting = {
      belt: 'main',
      mark: name,
      length: 1675,
      fittedOn: '2026-05-01',
      distance: null,
      reason: '',
      spare: '',
      by: '',
    }
    const diagnosis = {
      answers: [],
      cause: 'worn-belt',
      causeName: 'worn',
      probability: 0.5,
      edition: '1',
      actions: [],
      prove: '',
      note: name,
      distance: null,
      by: '',
    }
    const does: readonly (() => Promise<unknown>)[] = [
      async () =>
        (vehicle = await make('PUT', `/vehicles/${vehicle.id}`, {
          name,
          ...fields,
          notes: `${made}`,
          basedOn: vehicle.version,
        })),
      async () =>
        (drive = await make('PUT', below, {
          basedOn: drive.version,
          saveId: newId(),
          document: ketchWithCrank(100 + (made % 500) / 10),
          reason: 'changed',
        })),
      async () => {
        shelf = await make('PUT', `/shelf/${shelf.id}`, {
          ...onShelf,
          count: shelf.count + 1,
          basedOn: shelf.version,
        })
        want(`count ${name}`, 1)
      },
      async () => {
        job = await make('PUT', `/jobs/${job.id}`, {
          ...jobFieldsOf(job),
          complaint: `${name} ${made}`,
          basedOn: job.version,
        })
      },
      async () => {
        await make('POST', `${below}/fittings`, fitting)
        want('fittings', 1)
      },
      async () => {
        const { id } = await make<Fitting>('POST', `${below}/fittings`, fitting)
        await make('DELETE', `${below}/fittings/${id}`)
      },
      async () => {
        await make<Diagnosis>('POST', `${below}/diagnoses`, diagnosis)
        want('diagnoses', 1)
      },
      async () => {
        await make('POST', '/jobs', { ...newJob(drive.id), complaint: name })
        want('jobs', 1)
      },
      () => make('PUT', `${below}/vehicle`, { vehicleId: vehicle.id }),
    ]
    while (made < enough) await does[Math.floor(random() * does.length)]?.()
    want(`vehicle version ${name}`, vehicle.version)
  }

  await once('POST', '/people/first', { name: 'Ebba', passphrase: 'four dry slips' })
  await Promise.all(Array.from({ length: clients }, (_, i) => client(`Client ${i}`)))
  await mending()
  // Doubles may still be on their way.
  await wait(4 * LATE_MS)
  return { wanted, refused, wentBack }
}

/** What a database holds, counted as `unrulyWork` counts what it should. */
export async function held(source: DataSource): Promise<ReadonlyMap<string, number>> {
  const found = new Map<string, number>()
  for (const table of ['vehicles', 'drives', 'shelf_belts', 'jobs', 'fittings', 'diagnoses']) {
    const [row] = await source.query<{ n: string }[]>(`SELECT COUNT(*) AS n FROM ${table} WHERE deletedAt IS NULL`)
    found.set(table, Number(row?.n))
  }
  for (const { mark, count } of await source.query<{ mark: string; count: number }[]>(
    'SELECT mark, count FROM shelf_belts',
  ))
    if (count > 0) found.set(`count ${mark}`, count)
  for (const { name, version } of await source.query<{ name: string; version: number }[]>(
    'SELECT name, version FROM vehicles',
  ))
    found.set(`vehicle version ${name}`, version)
  return found
}

export const inOrder = (counts: ReadonlyMap<string, number>) =>
  Object.fromEntries([...counts].toSorted(([a], [b]) => (a < b ? -1 : 1)))
