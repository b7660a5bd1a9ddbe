import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import request from 'supertest'
import type { ErrorBody } from '@emery/core/api'
import { readConfig } from '../config.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { ERRORS } from './errors.ts'

let at: TestApp
beforeAll(async () => {
  const webDir = mkdtempSync(join(tmpdir(), 'emery-web-'))
  mkdirSync(join(webDir, 'assets'))
  writeFileSync(join(webDir, 'index.html'), '<!doctype html><title>Emery</title>')
  writeFileSync(join(webDir, 'assets', 'app-1.js'), 'export {}')
  writeFileSync(join(webDir, 'assets', 'app-1.js.gz'), gzipSync('export {}'))
  writeFileSync(join(webDir, 'assets', 'old.js'), 'export {}')
  at = await startTestApp({ webDir, hostNames: ['bench.local'] })
})
afterAll(() => at.close())

test('the documentation lists every error, and no more', () => {
  const page = readFileSync(new URL('../../../docs/reference/errors.md', import.meta.url), 'utf8')
  const rows = [...page.matchAll(/^\| `([A-Z_]+)` +\| (\d+) /gm)].map(([, code, status]) => [code, Number(status)])
  expect(rows).toEqual(Object.entries(ERRORS).map(([code, { status }]) => [code, status]))
})

test('headers keep the page to itself', async () => {
  const { headers } = await request(at.app).get('/')
  expect(headers['content-security-policy']).toContain("default-src 'self'")
  expect(headers['content-security-policy']).toContain("frame-ancestors 'none'")
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['x-powered-by']).toBeUndefined()
  // Plain http in the workshop: asking the browser for https would lock it out.
  expect(headers['strict-transport-security']).toBeUndefined()
})

describe('pages', () => {
  test.each(['/', '/drives', '/drives/abc/length'])('%s is the application', async (path) => {
    const { status, text, headers } = await request(at.app).get(path)
    expect(status).toBe(200)
    expect(text).toContain('<title>Emery')
    expect(headers['cache-control']).toBe('no-cache')
  })

  test('assets that were compressed when they were built go out so, to whoever takes it; the others as they are', async () => {
    const asked = (path: string, encoding: string) =>
      request(at.app).get(`/assets/${path}`).set('Accept-Encoding', encoding).expect(200)
    const small = await asked('app-1.js', 'gzip, br')
    expect(small.headers['content-encoding']).toBe('gzip')
    expect(small.headers['content-type']).toMatch(/javascript/)
    expect(small.headers['content-length']).toBe(`${gzipSync('export {}').length}`)
    expect(small.headers['vary']).toMatch(/accept-encoding/i)
    expect(small.text).toBe('export {}')
    const plain = await asked('app-1.js', 'identity')
    expect(plain.headers['content-encoding']).toBeUndefined()
    expect(plain.text).toBe('export {}')
    expect((await asked('old.js', 'gzip')).text).toBe('export {}')
  })

  test('assets are kept for good, missing ones are not the application', async () => {
    const { headers } = await request(at.app).get('/assets/app-1.js').expect(200)
    expect(headers['cache-control']).toContain('immutable')
    await request(at.app).get('/assets/gone.js').expect(404)
  })
})

describe('other sites', () => {
  test.each([
    ['a foreign origin', { Origin: 'http://elsewhere.example' }],
    ['an origin of another port', { Origin: 'http://127.0.0.1:1', Host: '127.0.0.1:4680' }],
    ['no origin at all to speak of', { Origin: 'null' }],
    ['a foreign name pointed at this server', { Host: 'elsewhere.example' }],
  ])('%s is refused', async (_, headers) => {
    const response = await request(at.app).get('/api/drives').set(headers).expect(403)
    expect((response.body as ErrorBody).error.code).toBe('FOREIGN_ORIGIN')
  })

  test.each([
    { Host: 'localhost:4680' },
    { Host: '192.168.1.20:4680' },
    { Host: '[::1]:4680' },
    { Host: 'bench.local' },
    { Host: 'localhost:9', Origin: 'http://localhost:9' },
  ])('%p is our own', async (headers) => {
    await request(at.app).get('/api/drives').set(headers).expect(200)
  })
})

test('too many requests are told to wait', async () => {
  const few = await startTestApp({ requestsPerMinute: 3 })
  try {
    const statuses: number[] = []
    for (let i = 0; i < 5; i++) statuses.push((await request(few.app).get('/api/health')).status)
    expect(statuses).toEqual([200, 200, 200, 429, 429])
  } finally {
    await few.close()
  }
})

test('health asks the database, and answers without one', async () => {
  const sick = await startTestApp()
  await request(sick.app).get('/api/health').expect(200, { status: 'ok', database: 'ok', copies: null })
  await request(sick.app).get('/api/health/ready').expect(200)
  await sick.source.destroy()
  await request(sick.app).get('/api/health').expect(503, { status: 'down', database: 'away', copies: null })
  await request(sick.app).get('/api/health/ready').expect(503)
  await request(sick.app).get('/api/health/live').expect(200)
  await sick.close()
})

describe('configuration', () => {
  const EMERY_DATABASE_URL = 'mysql://a:b@127.0.0.1:1/emery'
  test('defaults: this machine only', () => {
    expect(readConfig({ EMERY_DATABASE_URL })).toMatchObject({ host: '127.0.0.1', port: 4680, hostNames: [] })
  })
  test.each([
    [{}, /EMERY_DATABASE_URL/],
    [{ EMERY_DATABASE_URL, EMERY_PORT: 'high' }, /EMERY_PORT/],
    [{ EMERY_DATABASE_URL, EMERY_PORT: '70000' }, /EMERY_PORT/],
  ])('%p is refused by name', (env, sentence) => {
    expect(() => readConfig(env)).toThrow(sentence)
  })
})
