import { createConnection } from 'mysql2/promise'
import { pino } from 'pino'
import type { DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import { buildApp, type AppParts } from '../app.ts'
import { dataSourceFor } from '../database/data-source.ts'

/** An app on a database of its own inside the tests' MariaDB. */
export interface TestApp {
  readonly app: ReturnType<typeof buildApp>
  readonly source: DataSource
  readonly close: () => Promise<void>
}

export async function testDatabase(): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const url = process.env['EMERY_TEST_DATABASE_URL']
  if (url === undefined) throw new Error('The tests’ database was not started.')
  const name = `emery_test_${newId().replaceAll('-', '')}`
  const ask = async (sql: string) => {
    const connection = await createConnection(url)
    await connection.query(sql)
    await connection.end()
  }
  await ask(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`)
  return { url: url.replace(/\/emery$/, `/${name}`), drop: () => ask(`DROP DATABASE ${name}`) }
}

export async function startTestApp(parts: Partial<AppParts> = {}): Promise<TestApp> {
  const { url, drop } = await testDatabase()
  const source = await dataSourceFor(url).initialize()
  await source.runMigrations()
  const app = buildApp({ source, log: pino({ level: 'silent' }), now: () => new Date(), ...parts })
  return {
    app,
    source,
    close: async () => {
      if (source.isInitialized) await source.destroy()
      await drop()
    },
  }
}
