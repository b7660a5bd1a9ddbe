import { afterAll, beforeAll, expect, jest, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import type { DataSource, QueryRunner } from 'typeorm'
import { testDatabase } from '../testing/test-app.ts'
import { runs } from '../testing/runs.ts'
import { dataSourceFor } from './data-source.ts'
import { migrate } from './migrate.ts'

/** A workshop's database with rows of every kind, several migrations ago. */
const BEFORE = join('server', 'src', 'testing', 'databases', 'before-the-words.sql.gz')

/** Statements of which each is the last one that came through: every one in `npm run endure`, some in `npm test`. */
const STRIDE = runs(14, 1)

const WRITES = /^\s*(CREATE|ALTER|DROP|RENAME|UPDATE|INSERT|DELETE)/i

// Each stop is said on the console by the library.
beforeAll(() => void jest.spyOn(console, 'log').mockImplementation(() => undefined))
afterAll(() => void jest.restoreAllMocks())

/** A source whose connection is gone after so many statements that change something, as when the machine stops. */
function dyingAfter(source: DataSource, statements: number): DataSource {
  let left = statements
  const create = source.createQueryRunner.bind(source)
  source.createQueryRunner = (mode) => {
    const runner: QueryRunner = create(mode)
    const query = runner.query.bind(runner) as (sql: string, ...rest: unknown[]) => Promise<unknown>
    runner.query = (async (sql: string, ...rest: unknown[]) => {
      const answer = await query(sql, ...rest)
      if (!WRITES.test(sql) || --left !== 0) return answer
      const connection = (await runner.connect()) as { destroy: () => void }
      connection.destroy()
      throw new Error('The machine has stopped.')
    }) as QueryRunner['query']
    return runner
  }
  return source
}

async function contents(connection: Connection): Promise<unknown> {
  const [tables] = await connection.query<RowDataPacket[]>('SHOW TABLES')
  const names = tables.map((row) => String(Object.values(row)[0])).filter((name) => name !== 'migrations')
  const all: Record<string, unknown> = {}
  for (const name of names.toSorted()) {
    const [shape] = await connection.query<RowDataPacket[]>(`SHOW CREATE TABLE \`${name}\``)
    const [rows] = await connection.query<RowDataPacket[]>(`SELECT * FROM \`${name}\``)
    all[name] = {
      shape: String(shape[0]?.['Create Table']).replace(/ AUTO_INCREMENT=\d+/, ''),
      rows: rows.map((row) => JSON.stringify(row)).toSorted(),
    }
  }
  return all
}

type Prepare = (connection: Connection, url: string) => Promise<unknown>

/** As it was when a job was a few columns: two of them, one closed. */
const withOldJobs: Prepare = async (connection, url) => {
  const source = await dataSourceFor(url).initialize()
  try {
    await source.runMigrations()
    const last = 'SELECT name FROM migrations ORDER BY timestamp DESC LIMIT 1'
    while ((await source.query<{ name: string }[]>(last))[0]?.name !== 'PeopleAndSessions1764700000000')
      await source.undoLastMigration()
  } finally {
    await source.destroy()
  }
  for (const [i, closedAt] of [null, '2026-11-21T10:00:00Z'].entries())
    await connection.query(
      'INSERT INTO jobs (id, version, updatedAt, driveId, complaint, asked, ticks, torques, closedAt) VALUES (?, 3, ?, ?, ?, ?, ?, ?, ?)',
      [
        `7b0d0c9e-33f8-4c4f-9a51-1f6f2f1a4f1${i}`,
        new Date(`2026-11-2${i}T09:00:00Z`),
        'd1',
        'squeals',
        'a belt',
        JSON.stringify([
          {
            step: 'before.safe',
            title: 'Make it safe',
            is: 'done',
            reason: '',
            by: 'Isla',
            at: '2026-11-20T10:00:00Z',
          },
        ]),
        '[]',
        closedAt,
      ],
    )
}

/** Brings a database up to date; with `dies`, in two goes of which the first stops after so many statements. False where it did not get so far. */
async function broughtUp(
  prepare: Prepare,
  dies: number | null,
): Promise<{ readonly died: boolean; readonly contents: unknown }> {
  const { url, drop } = await testDatabase()
  const connection = await createConnection({ uri: url, multipleStatements: true })
  let died = false
  try {
    await prepare(connection, url)
    if (dies !== null) {
      const first = dyingAfter(await dataSourceFor(url).initialize(), dies)
      died = await migrate(first).then(
        () => false,
        () => true,
      )
      await first.destroy()
    }
    const source = await dataSourceFor(url).initialize()
    try {
      await migrate(source)
      const { upQueries } = await source.driver.createSchemaBuilder().log()
      expect(upQueries.map(({ query }) => query)).toEqual([])
    } finally {
      await source.destroy()
    }
    return { died, contents: await contents(connection) }
  } finally {
    await connection.end()
    await drop()
  }
}

const dump = gunzipSync(readFileSync(BEFORE)).toString('utf8')

test.each<[string, Prepare, number]>([
  ['an empty database', () => Promise.resolve(), 15],
  ['a database from when jobs were columns', withOldJobs, 15],
  ['a database with every kind of row', (connection) => connection.query(dump), 12],
])(
  '%s: stopped after any statement of any migration, it starts again and is as if nothing had happened',
  async (_name, prepare, atLeast) => {
    const wanted = (await broughtUp(prepare, null)).contents
    let statements = 0
    for (let n = 1; ; n += STRIDE) {
      const { died, contents: found } = await broughtUp(prepare, n)
      if (!died) break
      statements = n
      expect({ stoppedAfter: n, found }).toEqual({ stoppedAfter: n, found: wanted })
    }
    expect(statements).toBeGreaterThanOrEqual(atLeast)
  },
  600_000,
)
