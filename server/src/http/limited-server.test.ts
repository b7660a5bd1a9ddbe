import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { once } from 'node:events'
import type { Server } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { limitedServer } from './limited-server.ts'

let server: Server
beforeAll(async () => {
  server = limitedServer(
    (request, response) => {
      request.resume()
      request.on('end', () => response.end('whole'))
    },
    { headers: 50, whole: 100, every: 10 },
  )
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
})
afterAll(() => {
  server.close()
})

/** All that the server says to what is sent, until it closes the connection. */
async function said(sent: string): Promise<string> {
  const socket = connect((server.address() as AddressInfo).port, '127.0.0.1')
  let heard = ''
  socket.on('data', (bytes) => (heard += String(bytes)))
  socket.on('error', () => undefined)
  socket.write(sent)
  await once(socket, 'close')
  return heard
}

test.each([
  ['half a header', 'POST / HTTP/1.1\r\nHost: x\r\nConte'],
  ['a body that never ends', 'POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 1000\r\n\r\nhalf'],
  ['a chunk that never comes', 'POST / HTTP/1.1\r\nHost: x\r\nTransfer-Encoding: chunked\r\n\r\n5\r\nhe'],
])('%s is closed', async (_name, sent) => {
  expect(await said(sent)).not.toContain('whole')
})

test('a whole request is answered', async () => {
  expect(await said('POST / HTTP/1.1\r\nHost: x\r\nConnection: close\r\nContent-Length: 4\r\n\r\nhalf')).toContain(
    'whole',
  )
})
