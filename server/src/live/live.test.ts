import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import request from 'supertest'
import { pino } from 'pino'
import type { DataSource } from 'typeorm'
import { newJob, type DriveRecord } from '@emery/core/api'
import { buildApp } from '../app.ts'
import { dataSourceFor } from '../database/data-source.ts'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { LiveNews } from './live-news.ts'

let at: TestApp
let other: DataSource
let cookie: string
const servers: Server[] = []

/** A server of its own on the same database, as a second machine has it. */
async function served(source: DataSource): Promise<string> {
  const app = buildApp({ source, log: pino({ level: 'silent' }), now: () => new Date() })
  const server = app.listen(0, '127.0.0.1')
  servers.push(server)
  await new Promise((resolve) => server.once('listening', resolve))
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
}

beforeAll(async () => {
  at = await startTestApp()
  cookie = await at.cookieOf('Isla', 'mechanic')
  const { database, host, port, username, password } = at.source.options as unknown as Readonly<Record<string, string>>
  const url = (at.source.options as { readonly url?: string }).url
  other = await dataSourceFor(url ?? `mysql://${username}:${password}@${host}:${port}/${database}`).initialize()
})
afterAll(async () => {
  for (const server of servers) {
    server.closeAllConnections()
    server.close()
  }
  await other.destroy()
  await at.close()
})

/** The subjects of the next event of a stream. */
async function nextOf(reader: ReadableStreamDefaultReader<Uint8Array>): Promise<readonly string[]> {
  let text = ''
  for (;;) {
    const { value, done } = await reader.read()
    if (done) throw new Error('The stream has ended.')
    text += new TextDecoder().decode(value)
    const found = /data: (.*)\n\n/.exec(text)
    if (found !== null) return (JSON.parse(found[1] ?? '') as { subjects: string[] }).subjects
  }
}

test('a tick is told to whoever listens on this server and on another, once the write is over', async () => {
  const [here, there] = [await served(at.source), await served(other)]
  const streams = await Promise.all(
    [here, there].map(async (base) => {
      const answer = await fetch(`${base}/live`, { headers: { cookie } })
      expect([answer.status, answer.headers.get('content-type')]).toEqual([
        200,
        expect.stringContaining('event-stream'),
      ])
      return (answer.body as ReadableStream<Uint8Array>).getReader()
    }),
  )
  const drive = (await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null }))
    .body as DriveRecord
  await request(at.app).post('/api/jobs').send(newJob(drive.id)).expect(201)
  for (const stream of streams) {
    const heard = new Set<string>()
    while (!heard.has('jobs')) for (const subject of await nextOf(stream)) heard.add(subject)
    expect([...heard].toSorted()).toEqual(['drives', 'jobs'])
    await stream.cancel()
  }
})

test('a write that was refused is no news, and strangers hear nothing', async () => {
  const news = new LiveNews(at.source, () => new Date())
  const heard: string[] = []
  const stop = await news.listen((subjects) => heard.push(...subjects))
  await request(at.app)
    .post('/api/jobs')
    .send({ ...newJob('x'), labourPrice: -1 })
    .expect(400)
  await news.written('the end')
  while (!heard.includes('the end')) await new Promise((resolve) => setTimeout(resolve, 20))
  stop()
  expect(heard).toEqual(['the end'])
  await request(at.strange).get('/api/live').expect(401)
})

test('news of a transaction that is over late are heard though their number has been passed', async () => {
  const news = new LiveNews(at.source, () => new Date())
  const heard: string[] = []
  const stop = await news.listen((subjects) => heard.push(...subjects))
  const late = other.createQueryRunner()
  await late.startTransaction()
  await late.query("INSERT INTO news (subject, writtenAt) VALUES ('late', NOW(3))")
  await news.written('early')
  while (!heard.includes('early')) await new Promise((resolve) => setTimeout(resolve, 20))
  await late.commitTransaction()
  await late.release()
  while (!heard.includes('late')) await new Promise((resolve) => setTimeout(resolve, 20))
  stop()
  expect(heard).toEqual(['early', 'late'])
})
