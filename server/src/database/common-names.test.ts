import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { createConnection, type RowDataPacket } from 'mysql2/promise'
import { DriveService } from '../drives/drive-service.ts'
import { startTestApp, testDatabase } from '../testing/test-app.ts'
import { dataSourceFor } from './data-source.ts'

/** A workshop's database, with rows of every kind, as it was before everything got its common name. */
const BEFORE = join('server', 'src', 'testing', 'databases', 'before-the-words.sql.gz')

type Row = Readonly<Record<string, unknown>>

/** What a table of then is called now, and its columns; whatever is not named is called as it was. */
const TABLES: Readonly<
  Record<string, { readonly table: string; readonly columns?: Readonly<Record<string, string>> }>
> = {
  findings: { table: 'diagnoses', columns: { foundAt: 'diagnosedAt', foundBy: 'diagnosedBy' } },
  walkrounds: { table: 'inspections', columns: { walkedAt: 'inspectedAt', walkedBy: 'inspectedBy' } },
  stack_parts: { table: 'belt_line_parts' },
  jobs: { table: 'jobs', columns: { looks: 'reviewsWaiting' } },
}

/** The values that are written otherwise now, by hand and apart from the migration. */
const VALUES: Readonly<Record<string, (value: unknown) => unknown>> = {
  'jobs.stage': (stage) => (stage === 'fit' ? 'belt-change' : stage),
  'jobs.document': (text) =>
    JSON.parse(
      String(text)
        .replaceAll('"findings":', '"diagnoses":')
        .replaceAll('"lookedBy":', '"reviewedBy":')
        .replaceAll('"look":', '"review":')
        .replaceAll('"gone back"', '"returned"'),
    ) as unknown,
  'walkrounds.checks': (text) =>
    String(text).replaceAll('"verdict":"ok"', '"verdict":"fine"').replaceAll('"verdict":"replace"', '"verdict":"act"'),
  'shop_rules.ruleKey': (key) =>
    String(key)
      .replace(/least$/, 'min')
      .replace(/most$/, 'max'),
}

/** A value as text in which the order of keys says nothing. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, each: unknown) =>
    typeof each === 'object' && each !== null && !Array.isArray(each) && !(each instanceof Date)
      ? Object.fromEntries(Object.entries(each).toSorted(([a], [b]) => (a < b ? -1 : 1)))
      : each,
  )
}

async function oldDatabase() {
  const { url, drop } = await testDatabase()
  const connection = await createConnection({ uri: url, multipleStatements: true })
  await connection.query(gunzipSync(readFileSync(BEFORE)).toString('utf8'))
  return { url, drop, connection }
}

test('a database from before is brought up to date: every field of every row stands under its new name', async () => {
  const { url, drop, connection } = await oldDatabase()
  const source = dataSourceFor(url)
  try {
    const rowsOf = async (table: string) => {
      const [rows] = await connection.query<RowDataPacket[]>(`SELECT * FROM \`${table}\``)
      return rows as readonly Row[]
    }
    const [tables] = await connection.query<RowDataPacket[]>('SHOW TABLES')
    const names = tables.map((row) => String(Object.values(row)[0])).filter((name) => name !== 'migrations')
    const before = new Map<string, readonly Row[]>()
    for (const name of names) before.set(name, await rowsOf(name))
    // Nothing is proved by an empty table.
    expect([...before].filter(([, rows]) => rows.length === 0).map(([name]) => name)).toEqual(['failed_sign_ins'])

    await source.initialize()
    await source.runMigrations()

    for (const [name, rows] of before) {
      // Counted otherwise since; what failed a quarter of an hour ago is nothing to keep.
      if (name === 'failed_sign_ins') continue
      const { table, columns = {} } = TABLES[name] ?? { table: name }
      const after = await rowsOf(table)
      const expected = rows.map((row) =>
        Object.fromEntries(
          Object.entries(row).map(([column, value]) => [
            columns[column] ?? column,
            (VALUES[`${name}.${column}`] ?? ((same: unknown) => same))(value),
          ]),
        ),
      )
      // What later updates have added beside it is theirs to be tested.
      const columnsThen = new Set(expected.flatMap((row) => Object.keys(row)))
      const then = after.map((row) =>
        Object.fromEntries(Object.entries(row).filter(([column]) => columnsThen.has(column))),
      )
      const found = then.map((row) =>
        table === 'jobs' ? { ...row, document: JSON.parse(String(row['document'])) as unknown } : row,
      )
      expect({ table, rows: found.map(canonical).toSorted() }).toEqual({
        table,
        rows: expected.map(canonical).toSorted(),
      })
    }

    // Drives of version 1 stay as they were stored, and open as version 2.
    const drives = new DriveService(source, () => new Date())
    const { drives: opened } = await drives.list({ search: '', limit: 100, offset: 0 })
    const stored = new Map(
      (before.get('drives') ?? []).map((row) => [row['id'], JSON.parse(String(row['document'])) as Row]),
    )
    expect(opened.length).toBeGreaterThan(5)
    for (const { id, document } of opened) {
      const { lineUp, lineUpWork, ...old } = stored.get(id) ?? {}
      const shafts = (old['shafts'] as readonly Row[]).map(({ leastRpm, ...shaft }) =>
        leastRpm === undefined ? shaft : { ...shaft, minRpm: leastRpm },
      )
      expect(document).toEqual({
        ...old,
        version: 2,
        shafts,
        ...(lineUp === undefined ? {} : { alignment: lineUp }),
        ...(lineUpWork === undefined ? {} : { alignmentWork: lineUpWork }),
      })
    }
    expect([...stored.values()].some((document) => document['lineUp'] !== undefined)).toBe(true)
  } finally {
    if (source.isInitialized) await source.destroy()
    await connection.end()
    await drop()
  }
})

test('an update that was cut off half-way is finished by the next one', async () => {
  const { url, drop, connection } = await oldDatabase()
  const source = dataSourceFor(url)
  try {
    // As a kill leaves it after the first statements, none of which a transaction takes back.
    await connection.query('RENAME TABLE findings TO diagnoses')
    await connection.query('ALTER TABLE diagnoses RENAME COLUMN foundAt TO diagnosedAt')
    await source.initialize()
    await source.runMigrations()
    const { upQueries } = await source.driver.createSchemaBuilder().log()
    expect(upQueries.map(({ query }) => query)).toEqual([])
  } finally {
    if (source.isInitialized) await source.destroy()
    await connection.end()
    await drop()
  }
})

test('addresses from before lead to the present ones', async () => {
  const { strange, close } = await startTestApp()
  const { default: request } = await import('supertest')
  try {
    for (const [was, is] of [
      ['/walkround', '/inspection'],
      ['/walkround/d1/sheet/w1?x=1', '/inspection/d1/sheet/w1?x=1'],
      ['/drives/d1/lineup', '/drives/d1/alignment'],
      ['/drives/d1/fit?job=j1', '/drives/d1/belt-change?job=j1'],
      ['/api/drives/d1/findings', '/api/drives/d1/diagnoses'],
      ['/api/drives/d1/walkrounds/w1/restore', '/api/drives/d1/inspections/w1/restore'],
    ] as const) {
      const answer = await request(strange).post(was)
      expect([was, answer.status, answer.headers['location']]).toEqual([was, 308, is])
    }
  } finally {
    await close()
  }
})
