import express from 'express'
import { createConnection } from 'mysql2/promise'
import { pino } from 'pino'
import type { DataSource } from 'typeorm'
import { v4 as newId } from 'uuid'
import type { Role } from '@emery/core/api'
import { buildApp, type AppParts } from '../app.ts'
import { dataSourceFor } from '../database/data-source.ts'
import { PeopleService } from '../people/people-service.ts'
import { endThreads } from '../workers/pool.ts'
import { SessionService } from '../people/session-service.ts'

/** An app on a database of its own inside the tests' MariaDB. */
export interface TestApp {
  /** Asked by Wren, a lead, wherever a request brings no cookie of its own. */
  readonly app: ReturnType<typeof buildApp>
  /** As a browser finds it that nobody has signed in with. */
  readonly strange: ReturnType<typeof buildApp>
  /** Someone new on the list, signed in: the cookie of their session. */
  readonly cookieOf: (name: string, role: Role) => Promise<string>
  readonly source: DataSource
  readonly close: () => Promise<void>
}

export async function testDatabase(
  url = process.env['EMERY_TEST_DATABASE_URL'],
): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
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

/** Hundreds of passphrases are tried here; at the real cost each takes a sixth of a second of both processors. */
const CHEAP = { memoryCost: 1024, timeCost: 2, parallelism: 1 }

/** `on` is the address of another MariaDB than that of all tests. */
export async function startTestApp(parts: Partial<AppParts> = {}, on?: string): Promise<TestApp> {
  const { url, drop } = await testDatabase(on)
  const source = await dataSourceFor(url).initialize()
  await source.runMigrations()
  const now = parts.now ?? (() => new Date())
  const strange = buildApp({ source, log: pino({ level: 'silent' }), now, passphraseCost: CHEAP, ...parts })
  const cookieOf = async (name: string, role: Role) => {
    const { id } = await new PeopleService(source, now).add({ name, role })
    const { token } = await new SessionService(source, now).begin(id, { device: 'a test', address: '127.0.0.1' })
    return `emery-session=${token}`
  }
  const wren = await cookieOf('Wren', 'lead')
  const app = express()
  app.use((request, _response, next) => {
    request.headers.cookie ??= wren
    next()
  })
  app.use(strange)
  return {
    app,
    strange,
    cookieOf,
    source,
    close: async () => {
      if (source.isInitialized) await source.destroy()
      await endThreads()
      await drop()
    },
  }
}
