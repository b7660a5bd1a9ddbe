import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import request from 'supertest'
import { newJob, type DriveRecord, type ErrorBody } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let drive: DriveRecord
beforeAll(async () => {
  const webDir = mkdtempSync(join(tmpdir(), 'emery-web-'))
  mkdirSync(join(webDir, 'assets'))
  writeFileSync(join(webDir, 'index.html'), '<!doctype html><title>Emery</title>')
  at = await startTestApp({ webDir })
  drive = (await request(at.app).post('/api/drives').send({ document: ketch(), vehicleId: null })).body as DriveRecord
})
afterAll(() => at.close())

const problemsIn = ({ body }: { readonly body: unknown }) => (body as ErrorBody).error.problems ?? []
const many = (n: number, entry: unknown = {}) => Array.from({ length: n }, () => entry)

describe('work is bounded before it is begun', () => {
  test.each([
    ['ten kilobytes of empty ticks', 3000, '$.ticks'],
    ['two hundred kilobytes of them', 65_000, '$.ticks'],
  ])('%s are refused as a list that is too long', async (_name, n, path) => {
    const answer = await request(at.app)
      .post('/api/jobs')
      .send({ ...newJob(drive.id), ticks: many(n) })
      .expect(400)
    expect(problemsIn(answer).map((each) => each.path)).toEqual([path])
  })

  test('a list as long as it may be, of entries that are none, is told by its first ones', async () => {
    const answer = await request(at.app)
      .post('/api/jobs')
      .send({ ...newJob(drive.id), ticks: many(200) })
      .expect(400)
    expect(problemsIn(answer).length).toBeLessThanOrEqual(20)
    expect(problemsIn(answer)[0]?.path).toMatch(/^\$\.ticks\[0\]/)
  })

  test('a shelf of twenty thousand nothings is told by its first ones', async () => {
    const answer = await request(at.app)
      .post('/api/shelf')
      .send({ belts: many(20_000) })
      .expect(400)
    expect(problemsIn(answer).length).toBeLessThanOrEqual(20)
  })
})

describe('what is no record is refused, never a surprise', () => {
  test.each([
    ['nothing at all', {}],
    ['lists that are none', { checks: {}, renewed: 1 }],
    ['checks that are none', { checks: [null, 1], renewed: [] }],
  ])('an inspection of %s', async (_name, body) => {
    const answer = await request(at.app).post(`/api/drives/${drive.id}/inspections`).send(body).expect(400)
    expect(problemsIn(answer).length).toBeGreaterThan(0)
  })

  test.each([
    ['a use whose bins are none', { use: { of: 'own', bins: [null, 1] } }, '$.use.bins[0]'],
    ['an alignment of nothing', { alignment: [null] }, '$.alignment[0]'],
    [
      'a moment that there is not',
      { lengths: [{ id: 'a', belt: 'main', written: '', by: '', at: '2026-13-45T99:00Z', how: 'label' }] },
      '$.lengths[0].at',
    ],
  ])('a drive with %s', async (_name, change, path) => {
    const answer = await request(at.app)
      .post('/api/drives')
      .send({ document: { ...ketch(), ...change }, vehicleId: null })
      .expect(422)
    expect(problemsIn(answer).map((each) => each.path)).toContain(path)
  })
})

describe('paths that lead out of the pages', () => {
  let server: Server
  beforeAll(() => new Promise<void>((done) => void (server = createServer(at.app).listen(0, '127.0.0.1', done))))
  afterAll(() => new Promise((done) => server.close(done)))

  /** As no well-behaved client writes it: the path goes out as it stands. */
  const raw = (path: string) =>
    new Promise<string>((resolve, reject) => {
      const { port } = server.address() as AddressInfo
      const socket = connect(port, '127.0.0.1', () =>
        socket.write(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nConnection: close\r\n\r\n`),
      )
      let answer = ''
      socket.setEncoding('utf8').on('data', (part: string) => (answer += part))
      socket.on('end', () => resolve(answer)).on('error', reject)
    })

  test.each([
    '/assets/../../etc/passwd',
    '/assets/..%2f..%2fpackage.json',
    '/assets/%2e%2e/%2e%2e/package.json',
    '/assets/..%5c..%5cpackage.json',
    '/assets/%00',
    '/assets/%c0%ae%c0%ae/x',
    '/assets/.hidden',
  ])('%s is not found', async (path) => {
    expect(await raw(path)).toMatch(/^HTTP\/1\.1 (400|404) /)
  })
})
