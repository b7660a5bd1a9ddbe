import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import { checkDerived, mendDerived } from '../derived/check-derived.ts'
import { testDatabase } from '../testing/test-app.ts'
import { dataSourceFor } from './data-source.ts'
import { migrate } from './migrate.ts'

const STATES = join('server', 'src', 'testing', 'databases')

type Rows = ReadonlyMap<string, Readonly<Record<string, unknown>>>

/** Every row of every table, by what tells it from others. */
async function everything(connection: Connection): Promise<ReadonlyMap<string, Rows>> {
  const [tables] = await connection.query<RowDataPacket[]>('SHOW TABLES')
  const all = new Map<string, Rows>()
  for (const table of tables.map((row) => String(Object.values(row)[0]))) {
    const [keys] = await connection.query<RowDataPacket[]>(`SHOW KEYS FROM \`${table}\` WHERE Key_name = 'PRIMARY'`)
    const [rows] = await connection.query<RowDataPacket[]>(`SELECT * FROM \`${table}\``)
    const named = rows.map(
      (row) => [keys.map(({ Column_name: key }) => String(row[String(key)])).join(' '), row] as const,
    )
    all.set(table, new Map(named))
  }
  return all
}

test.each(['before-the-audit-log', 'with-job-changes', 'with-makers-class', 'before-handovers'])(
  'a workshop of an older Emery, %s, holds after the migrations what it held before',
  async (state) => {
    const { url, drop } = await testDatabase()
    const connection = await createConnection({ uri: url, multipleStatements: true })
    try {
      await connection.query(gunzipSync(readFileSync(join(STATES, `${state}.sql.gz`))).toString('utf8'))
      const before = await everything(connection)
      const source = await dataSourceFor(url).initialize()
      try {
        await migrate(source)
        const after = await everything(connection)
        const changed: string[] = []
        let compared = 0
        for (const [table, rows] of before)
          for (const [id, row] of rows)
            for (const [column, value] of Object.entries(row)) {
              const now = after.get(table)?.get(id)
              compared++
              if (JSON.stringify(now?.[column]) !== JSON.stringify(value)) changed.push(`${table}.${column} of ${id}`)
            }
        expect(changed).toEqual([])
        // Every kind of row is there: a comparison of nothing would hold.
        for (const table of ['vehicles', 'drives', 'drive_revisions', 'jobs', 'fittings', 'diagnoses', 'inspections'])
          expect({ table, rows: (before.get(table)?.size ?? 0) > 0 }).toEqual({ table, rows: true })
        for (const table of ['shelf_belts', 'belt_line_parts', 'shop_rules', 'photos', 'people', 'edits'])
          expect({ table, rows: (before.get(table)?.size ?? 0) > 0 }).toEqual({ table, rows: true })
        expect(compared).toBeGreaterThan(500)
        await mendDerived(source, () => new Date())
        expect(await checkDerived(source, () => new Date())).toEqual([])
      } finally {
        await source.destroy()
      }
    } finally {
      await connection.end()
      await drop()
    }
  },
)
