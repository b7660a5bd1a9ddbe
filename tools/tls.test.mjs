import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { createServer, get } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { workshopTls } from './lib/tls.mjs'

let folder
let made
beforeAll(async () => {
  folder = join(mkdtempSync(join(tmpdir(), 'emery-tls-')), 'tls')
  made = await workshopTls(folder, ['bench.lan'])
})
afterAll(() => rmSync(join(folder, '..'), { recursive: true, force: true }))

/** What a client says of a server with these certificates that it reaches by `name`; null where it is content. */
function complaint({ cert, key, authority }, name) {
  return new Promise((resolve) => {
    const server = createServer({ cert: readFileSync(cert), key: readFileSync(key) }, (_, response) => response.end())
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      const ends = (said) => {
        server.close()
        server.closeAllConnections()
        resolve(said)
      }
      get(
        { host: '127.0.0.1', port, servername: name, ca: readFileSync(authority), headers: { Host: name } },
        (answer) => {
          answer.resume()
          ends(null)
        },
      ).on('error', ({ code }) => ends(code))
    })
  })
}

test('whoever trusts the authority reaches the server by its names and by no other', async () => {
  expect(await complaint(made, 'localhost')).toBeNull()
  expect(await complaint(made, 'bench.lan')).toBeNull()
  expect(await complaint(made, 'elsewhere.example')).toBe('ERR_TLS_CERT_ALTNAME_INVALID')
})

test('what is kept is for its owner alone', () => {
  expect(statSync(folder).mode & 0o077).toBe(0)
  for (const name of readdirSync(folder)) expect([name, statSync(join(folder, name)).mode & 0o077]).toEqual([name, 0])
})

test('a second start makes nothing again; another name gets a new certificate by the same authority', async () => {
  const fingerprint = (path) => new X509Certificate(readFileSync(path)).fingerprint256
  const before = [fingerprint(made.authority), fingerprint(made.cert)]
  await workshopTls(folder, ['bench.lan'])
  expect([fingerprint(made.authority), fingerprint(made.cert)]).toEqual(before)
  await workshopTls(folder, ['bench.lan', 'tablet.lan'])
  expect(fingerprint(made.authority)).toBe(before[0])
  expect(await complaint(made, 'tablet.lan')).toBeNull()
})

test('a name beyond what the authority may vouch for is told in a sentence', async () => {
  await expect(workshopTls(folder, ['emery.example'])).rejects.toThrow(/without emery\.example/)
})
