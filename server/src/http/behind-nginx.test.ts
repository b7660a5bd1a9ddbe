import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import type { Server } from 'node:http'
import { request } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { SessionRecord } from '@emery/core/api'
import { freePort } from '../../../tools/lib/free-port.mjs'
import { UNPACKED } from '../../../tools/lib/places.mjs'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

/** The recipe of the docs with the names, paths and ports of this test; nginx itself is Debian's. */
let at: TestApp
let server: Server
let nginx: ChildProcess
let folder: string
let port: number
const NAME = 'emery.example'

beforeAll(async () => {
  at = await startTestApp({ oneTap: true, proxies: ['loopback'], hostNames: [NAME] })
  server = at.strange.listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  port = await freePort()
  folder = mkdtempSync(join(tmpdir(), 'emery-nginx-'))
  const made = spawnSync(
    'sh',
    [
      '-c',
      `openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -days 2 -subj /CN=${NAME} -addext subjectAltName=DNS:${NAME} -keyout privkey.pem -out fullchain.pem`,
    ],
    { cwd: folder },
  )
  if (made.status !== 0) throw new Error(String(made.stderr))
  const recipe = readFileSync(join('docs', 'recipes', 'nginx.conf'), 'utf8')
    .replaceAll('127.0.0.1:4680', `127.0.0.1:${(server.address() as AddressInfo).port}`)
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    .replaceAll('/etc/ssl/emery', folder)
  const own = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map((each) => `${each}_temp_path ${join(folder, each)};`)
    .join('\n')
  writeFileSync(
    join(folder, 'nginx.conf'),
    `daemon off;\npid ${join(folder, 'pid')};\nerror_log ${join(folder, 'error.log')};\nevents {}\nhttp {\naccess_log off;\n${own}\n${recipe}\n}\n`,
  )
  const unpacked = join(UNPACKED, 'usr', 'sbin', 'nginx')
  nginx = spawn(
    existsSync(unpacked) ? unpacked : 'nginx',
    ['-c', join(folder, 'nginx.conf'), '-e', join(folder, 'error.log')],
    {
      stdio: 'ignore',
      env: { ...process.env, PATH: `${process.env['PATH'] ?? ''}:/usr/sbin` },
    },
  )
  for (let tries = 0; tries < 100; tries++) {
    if ((await asked('/api/health').catch(() => null))?.status === 200) return
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error(readFileSync(join(folder, 'error.log'), 'utf8'))
}, 60_000)

afterAll(async () => {
  nginx.kill()
  server.closeAllConnections()
  server.close()
  await at.close()
  rmSync(folder, { recursive: true, force: true })
})

interface Answer {
  readonly status: number | undefined
  readonly headers: Readonly<Record<string, string | string[] | undefined>>
  readonly text: string
}

/** Asks through nginx over TLS, as a browser elsewhere does. */
function asked(
  path: string,
  init: { method?: string; headers?: Record<string, string>; body?: unknown } = {},
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const asking = request(
      {
        host: '127.0.0.1',
        port,
        path,
        method: init.method ?? 'GET',
        servername: NAME,
        ca: readFileSync(join(folder, 'fullchain.pem')),
        headers: { Host: NAME, 'Content-Type': 'application/json', ...init.headers },
      },
      (response) => {
        let text = ''
        response.on('data', (chunk: Buffer) => (text += chunk.toString()))
        response.on('end', () => resolve({ status: response.statusCode, headers: response.headers, text }))
      },
    )
    asking.on('error', reject)
    asking.end(init.body === undefined ? undefined : JSON.stringify(init.body))
  })
}

test('through the proxy of the docs one signs in over TLS, with a cookie that is kept to it, and never by one tap', async () => {
  const session = JSON.parse((await asked('/api/session')).text) as SessionRecord
  expect([session.oneTap, session.person]).toEqual([[], null])
  expect(
    (await asked('/api/session/one-tap', { method: 'POST', body: { id: '3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11' } }))
      .status,
  ).toBe(403)
  expect(
    (await asked('/api/people/first', { method: 'POST', body: { name: 'Ebba', passphrase: 'four dry slips' } })).status,
  ).toBe(403)
  const cookie = await at.cookieOf('Isla', 'mechanic')
  const made = await asked('/api/handovers', {
    method: 'POST',
    headers: { Cookie: cookie, Origin: `https://${NAME}` },
    body: { path: '/board' },
  })
  const { token } = JSON.parse(made.text) as { token: string }
  const taken = await asked('/api/session/handover', {
    method: 'POST',
    headers: { Origin: `https://${NAME}` },
    body: { token },
  })
  expect([taken.status, String(taken.headers['set-cookie'])]).toEqual([201, expect.stringContaining('Secure')])
})

test('another site is refused, and so is a name that the server was not told', async () => {
  expect((await asked('/api/session', { headers: { Origin: 'https://elsewhere.example' } })).status).toBe(403)
  expect((await asked('/api/session', { headers: { Host: 'elsewhere.example' } })).status).toBe(403)
})

test('guesses are counted by the address they come from, whatever a visitor claims of it', async () => {
  const guess = (claimed: string) =>
    asked('/api/session', {
      method: 'POST',
      headers: { 'X-Forwarded-For': claimed, Forwarded: `for=${claimed}` },
      body: { name: 'Nobody', passphrase: 'a guess of mine' },
    })
  const statuses = []
  for (let i = 0; i < 5; i++) statuses.push((await guess(`203.0.113.${i}`)).status)
  expect(statuses).toEqual([401, 401, 401, 401, 429])
})

test('news come through as they happen', async () => {
  const cookie = await at.cookieOf('Tobias', 'apprentice')
  const heard = await new Promise<string>((resolve, reject) => {
    const asking = request(
      {
        host: '127.0.0.1',
        port,
        path: '/api/live',
        servername: NAME,
        ca: readFileSync(join(folder, 'fullchain.pem')),
        headers: { Host: NAME, Cookie: cookie },
      },
      (response) => {
        response.on('data', (chunk: Buffer) => {
          if (!chunk.toString().includes('subjects')) return
          resolve(chunk.toString())
          asking.destroy()
        })
        void at.source.query("INSERT INTO news (subject, writtenAt) VALUES ('jobs', NOW(3))")
      },
    )
    asking.on('error', reject)
    asking.end()
  })
  expect(heard).toContain('"jobs"')
})
