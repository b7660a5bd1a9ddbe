import { expect, test } from '@jest/globals'
import { setTimeout as wait } from 'node:timers/promises'
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
import { dataSourceFor } from '../database/data-source.ts'
import { checkDerived } from '../derived/check-derived.ts'
import { ketch, ketchWithCrank } from '../testing/documents.ts'
import { startKillable } from '../testing/killable.ts'
import { runs } from '../testing/runs.ts'

const CLIENTS = 6
/** Changes made by all clients together, and how often database and server are killed meanwhile. */
const ENOUGH = runs(100, 5000)
const KILLS = runs(1, 20)
const SEED = 20261129

/** What the network does to a request. */
const CHANCES = { lost: 0.06, answerLost: 0.08, doubled: 0.08, late: 0.1 }
const LATE_MS = 60
const PAUSE_MS = 40

interface Said {
  readonly status: number
  readonly body: unknown
}

test('a network that loses, delays, doubles and reorders, over a server that is killed: every change is made exactly once', async () => {
  const emery = await startKillable('unruly')
  const random = randomFrom(SEED)
  let cookie = ''

  const once = async (method: string, path: string, body: unknown, edit?: string): Promise<Said> => {
    const response = await fetch(`http://127.0.0.1:${emery.port()}/api${path}`, {
      method,
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
  let killed = 0
  const refused: string[] = []
  /** Makes a change: says it under one id until it is answered. */
  const make = async <Answer>(method: string, path: string, body?: unknown): Promise<Answer> => {
    const edit = newId()
    for (;;) {
      const said = await unruly(method, path, body, edit).catch(() => undefined)
      if (said === undefined || said.status >= 500) {
        await (emery.mending() ?? wait(PAUSE_MS))
        continue
      }
      if (said.status >= 400) refused.push(`${method} ${path}: ${(said.body as ErrorBody).error.code}`)
      made++
      if (killed < KILLS && made >= ((killed + 1) * ENOUGH) / (KILLS + 1)) {
        killed++
        emery.kill()
      }
      return said.body as Answer
    }
  }

  try {
    await once('POST', '/people/first', { name: 'Ebba', passphrase: 'four dry slips' })
    const wanted = new Map<string, number>()
    const want = (what: string, by: number) => wanted.set(what, (wanted.get(what) ?? 0) + by)

    const client = async (name: string) => {
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
      while (made < ENOUGH) await does[Math.floor(random() * does.length)]?.()
      want(`vehicle version ${name}`, vehicle.version)
    }
    const names = Array.from({ length: CLIENTS }, (_, i) => `Client ${i}`)
    await Promise.all(names.map(client))
    await emery.mending()
    // Doubles may still be on their way.
    await wait(4 * LATE_MS)

    expect({ seed: SEED, killed, refused }).toEqual({ seed: SEED, killed: KILLS, refused: [] })
    const source = await dataSourceFor(emery.databaseUrl()).initialize()
    try {
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
      const sorted = (map: ReadonlyMap<string, number>) =>
        Object.fromEntries([...map].toSorted(([a], [b]) => (a < b ? -1 : 1)))
      expect(sorted(found)).toEqual(sorted(wanted))
      expect(await checkDerived(source, () => new Date())).toEqual([])
    } finally {
      await source.destroy()
    }
  } finally {
    await emery.stop()
  }
}, 1_200_000)
