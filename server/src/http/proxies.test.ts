import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import type { SessionRecord } from '@emery/core/api'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

// A proxy on the same machine: every request comes from 127.0.0.1, and says with X-Forwarded-For where it came from before.
const FROM_ELSEWHERE = { 'X-Forwarded-For': '203.0.113.9', 'X-Forwarded-Proto': 'https' }
const signIn = (at: TestApp, headers: object) =>
  request(at.strange)
    .get('/api/session')
    .set(headers as Record<string, string>)

let direct: TestApp
let behind: TestApp
beforeAll(async () => {
  direct = await startTestApp({ oneTap: true })
  behind = await startTestApp({ oneTap: true, proxies: ['loopback'] })
})
afterAll(async () => {
  await direct.close()
  await behind.close()
})

describe('one tap is for whoever sits at the machine', () => {
  const taps = async (at: TestApp, headers: object) =>
    ((await signIn(at, headers).expect(200)).body as SessionRecord).oneTap.length

  test.each([
    ['asked directly', () => direct, {}, 1],
    ['through a proxy that was not named', () => direct, FROM_ELSEWHERE, 0],
    ['through a named proxy, from elsewhere', () => behind, FROM_ELSEWHERE, 0],
    [
      'through a named proxy, with a made-up beginning of the chain',
      () => behind,
      { 'X-Forwarded-For': '127.0.0.1, 203.0.113.9' },
      0,
    ],
    ['through a named proxy, from the machine itself', () => behind, { 'X-Forwarded-For': '127.0.0.1' }, 0],
    ['through a proxy that says so otherwise', () => direct, { Via: '1.1 a' }, 0],
  ])('%s', async (_name, at, headers, people) => {
    expect(await taps(at(), headers)).toBe(people)
  })
})

describe('the cookie', () => {
  const cookieOf = async (at: TestApp, headers: object) => {
    const asked = await request(at.strange)
      .delete('/api/session')
      .set(headers as Record<string, string>)
      .expect(204)
    return String(asked.headers['set-cookie'])
  }

  test('is kept to TLS where a named proxy says that it came over TLS, and only there', async () => {
    expect(await cookieOf(behind, FROM_ELSEWHERE)).toContain('Secure')
    expect(await cookieOf(direct, FROM_ELSEWHERE)).not.toContain('Secure')
    expect(await cookieOf(behind, { 'X-Forwarded-For': '203.0.113.9' })).not.toContain('Secure')
  })
})
