import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, PersonRecord, SessionRecord } from '@emery/core/api'
import { startTestApp, type TestApp } from '../testing/test-app.ts'
import { runs } from '../testing/runs.ts'
import { SessionService } from './session-service.ts'

const PASSPHRASE = 'three wet ferries'
/** People who do the same at the same moment. */
const AT_ONCE = runs(8, 40)
let clock = new Date('2026-11-28T08:00:00Z')
const later = (hours: number) => (clock = new Date(clock.getTime() + hours * 3600_000))

let at: TestApp
beforeAll(async () => {
  at = await startTestApp({ now: () => clock })
})
afterAll(() => at.close())

const codeOf = (response: request.Response) => (response.body as ErrorBody).error.code
const cookieIn = (response: request.Response): string => {
  const [cookie = ''] = (response.headers['set-cookie'] ?? []) as unknown as string[]
  return cookie.replace(/;.*$/, '')
}
const put = async (name: string, role = 'mechanic'): Promise<PersonRecord> =>
  (await request(at.app).post('/api/people').send({ name, role, passphrase: PASSPHRASE }).expect(201))
    .body as PersonRecord
const signIn = (name: string, passphrase = PASSPHRASE) =>
  request(at.strange).post('/api/session').send({ name, passphrase })
const whoIs = async (cookie: string) =>
  ((await request(at.strange).get('/api/session').set('Cookie', cookie)).body as SessionRecord).person

describe('signing in', () => {
  test('with name and passphrase, whatever the capitals of the name; out again ends the session', async () => {
    await put('Isla')
    const response = await signIn('isla').expect(201)
    const [said = ''] = response.headers['set-cookie'] as unknown as string[]
    expect(said).toMatch(/HttpOnly/)
    expect(said).toMatch(/SameSite=Strict/)
    const cookie = cookieIn(response)
    expect(await whoIs(cookie)).toMatchObject({ name: 'Isla', role: 'mechanic' })
    await request(at.strange).delete('/api/session').set('Cookie', cookie).expect(204)
    expect(await whoIs(cookie)).toBeNull()
  })

  test('a session that was known before the sign-in is worth nothing after it', async () => {
    await put('Finn')
    const before = cookieIn(await signIn('Finn').expect(201))
    const after = cookieIn(await signIn('Finn').set('Cookie', before).expect(201))
    expect(after).not.toBe(before)
    expect(await whoIs(before)).toBeNull()
    expect(await whoIs(after)).toMatchObject({ name: 'Finn' })
    // A token that someone else thought up is never taken over.
    const made = cookieIn(await signIn('Finn').set('Cookie', 'emery-session=chosen-by-someone-else').expect(201))
    expect(made).not.toContain('chosen-by-someone-else')
    expect(await whoIs('emery-session=chosen-by-someone-else')).toBeNull()
  })

  test('a session ends when it was not used for a working day, and is kept by being used', async () => {
    const before = clock
    const cookie = await at.cookieOf('Marn', 'mechanic')
    later(11)
    expect(await whoIs(cookie)).toMatchObject({ name: 'Marn' })
    later(11)
    expect(await whoIs(cookie)).toMatchObject({ name: 'Marn' })
    later(13)
    expect(await whoIs(cookie)).toBeNull()
    clock = before
  })

  test('neither the passphrase nor the token stands in the database', async () => {
    await put('Oona')
    const token = cookieIn(await signIn('Oona').expect(201)).split('=')[1] ?? ''
    const stored = JSON.stringify([
      await at.source.query('SELECT * FROM people'),
      await at.source.query('SELECT * FROM sessions'),
    ])
    expect(token.length).toBeGreaterThan(40)
    expect(stored).toContain('$argon2id$')
    expect(stored).not.toContain(token)
    expect(stored).not.toContain(PASSPHRASE)
  })

  test('after three wrong tries the next has to wait, longer each time, and then goes through', async () => {
    await put('Rue')
    for (let i = 0; i < 4; i++)
      expect(codeOf(await signIn('Rue', 'wrong words here').expect(401))).toBe('WRONG_PASSPHRASE')
    // However the name is written.
    for (const name of ['RUE', 'rue', 'Rué']) expect(codeOf(await signIn(name).expect(429))).toBe('TOO_MANY_ATTEMPTS')
    // Others are not kept out by it.
    await put('Sten')
    await signIn('Sten').expect(201)
    later(2 / 3600)
    expect(codeOf(await signIn('Rue', 'wrong words here').expect(401))).toBe('WRONG_PASSPHRASE')
    later(1.5 / 3600)
    await signIn('Rue').expect(429)
    later(1 / 3600)
    await signIn('Rue').expect(201)
  })

  test('a hundred guesses at once are a hundred: after the free ones none is looked at', async () => {
    await put('Moll')
    const answers = await Promise.all(Array.from({ length: 100 }, (_, i) => signIn('Moll', `guess number ${i}`)))
    const looked = answers.filter(({ status }) => status === 401).length
    expect(looked).toBeGreaterThan(0)
    expect(looked).toBeLessThanOrEqual(4)
    expect(answers.filter(({ status }) => status === 429)).toHaveLength(100 - looked)
    later(1)
    await signIn('Moll').expect(201)
  })

  test('whoever guesses at a colleague from elsewhere does not lock them out', async () => {
    await put('Brand')
    const sessions = new SessionService(at.source, () => clock)
    for (let i = 0; i < 40; i++)
      await sessions.signIn('Brand', 'wrong words here', { device: '', address: `10.0.0.${i}` }).catch(() => undefined)
    later(6 / 3600)
    await signIn('Brand').expect(201)
  })

  test('a name nobody has is told nothing else than a wrong passphrase', async () => {
    const nobody = await signIn('Nobody at all').expect(401)
    const wrong = await signIn('Sten', 'not the words').expect(401)
    expect(nobody.body).toEqual(wrong.body)
  })
})

describe('names and passphrases', () => {
  test.each([
    ['capitals', 'THORA'],
    ['an accent', 'Thóra'],
    ['spaces', ' Thora '],
    ['a dot', 'Thora.'],
  ])('a name that differs by %s alone is taken', async (_what, name) => {
    if (!(await request(at.app).get('/api/people')).text.includes('"Thora"')) await put('Thora')
    const refused = await request(at.app)
      .post('/api/people')
      .send({ name: name.trim(), role: 'mechanic', passphrase: PASSPHRASE })
    expect([refused.status, codeOf(refused)]).toEqual([409, 'NAME_TAKEN'])
  })

  test.each([
    ['letters of two alphabets', 'Тhora'],
    ['a letter nobody sees', 'Tho\u200bra'],
    ['no letter at all', '...'],
  ])('a name with %s is refused', async (_what, name) => {
    const refused = await request(at.app)
      .post('/api/people')
      .send({ name, role: 'mechanic', passphrase: PASSPHRASE })
      .expect(400)
    expect((refused.body as ErrorBody).error.problems?.[0]?.path).toBe('$.name')
  })

  test.each(['password123', '1234567890', 'qwertyuiop', 'Ravenhild1', 'aaaaaaaaaaaa'])(
    'the passphrase %s is refused for Ravenhild',
    async (passphrase) => {
      const refused = await request(at.app)
        .post('/api/people')
        .send({ name: 'Ravenhild', role: 'mechanic', passphrase })
        .expect(400)
      expect((refused.body as ErrorBody).error.problems?.[0]?.path).toBe('$.passphrase')
    },
  )

  test('of many who take one name at once, one gets it', async () => {
    const answers = await Promise.all(
      Array.from({ length: AT_ONCE }, () =>
        request(at.app).post('/api/people').send({ name: 'Solveig', role: 'mechanic', passphrase: PASSPHRASE }),
      ),
    )
    expect(answers.map(({ status }) => status).toSorted((a, b) => a - b)).toEqual([
      201,
      ...Array.from({ length: AT_ONCE - 1 }, () => 409),
    ])
  })
})

describe('the list', () => {
  test('keeps names apart, and always one lead', async () => {
    const list = ((await request(at.app).get('/api/people').expect(200)).body as { people: PersonRecord[] }).people
    const wren = list.find(({ role }) => role === 'lead')
    if (wren === undefined) throw new Error('there is no lead')
    expect(JSON.stringify(list)).not.toContain('argon2')
    const taken = { name: 'WREN', role: 'mechanic', passphrase: PASSPHRASE }
    expect(codeOf(await request(at.app).post('/api/people').send(taken).expect(409))).toBe('NAME_TAKEN')
    const lower = { basedOn: wren.version, name: wren.name, role: 'mechanic' }
    expect(codeOf(await request(at.app).put(`/api/people/${wren.id}`).send(lower).expect(409))).toBe('LAST_LEAD')
    const gone = await request(at.app).delete(`/api/people/${wren.id}?basedOn=${wren.version}`).expect(409)
    expect(codeOf(gone)).toBe('LAST_LEAD')
  })

  test('who is taken off it, or gets a new passphrase, is signed out everywhere', async () => {
    const person = await put('Tam')
    const first = cookieIn(await signIn('Tam').expect(201))
    const passphrase = 'two dry ferries'
    await request(at.app).put(`/api/people/${person.id}/passphrase`).send({ passphrase }).expect(204)
    expect(await whoIs(first)).toBeNull()
    await signIn('Tam').expect(401)
    const second = cookieIn(await signIn('Tam', passphrase).expect(201))
    await request(at.app).delete(`/api/people/${person.id}?basedOn=${person.version}`).expect(204)
    expect(await whoIs(second)).toBeNull()
  })

  test('one’s own passphrase is changed with the old one only', async () => {
    await put('Una')
    const cookie = cookieIn(await signIn('Una').expect(201))
    const change = (old: string) =>
      request(at.strange)
        .put('/api/people/me/passphrase')
        .set('Cookie', cookie)
        .send({ old, passphrase: 'words of my own' })
    await change('not it').expect(401)
    const next = cookieIn(await change(PASSPHRASE).expect(200))
    expect(await whoIs(cookie)).toBeNull()
    expect(await whoIs(next)).toMatchObject({ name: 'Una' })
  })

  test.each([
    ['a short passphrase', { name: 'Ada', role: 'lead', passphrase: 'short' }, '$.passphrase'],
    ['no name', { name: ' ', role: 'lead', passphrase: PASSPHRASE }, '$.name'],
    ['a role there is not', { name: 'Ada', role: 'owner', passphrase: PASSPHRASE }, '$.role'],
    ['a hash of their own', { name: 'Ada', role: 'lead', passphrase: PASSPHRASE, hash: 'x' }, '$.hash'],
  ])('%s is refused by its place', async (_, body, path) => {
    const refused = await request(at.app).post('/api/people').send(body).expect(400)
    expect((refused.body as ErrorBody).error.problems?.[0]?.path).toBe(path)
  })
})

test('of many first leads at once there is one', async () => {
  const own = await startTestApp()
  try {
    await own.source.query('DELETE FROM sessions')
    await own.source.query('DELETE FROM people')
    const answers = await Promise.all(
      Array.from({ length: AT_ONCE }, (_, i) =>
        request(own.strange)
          .post('/api/people/first')
          .send({ name: `Lead ${i}`, passphrase: PASSPHRASE }),
      ),
    )
    expect(answers.filter(({ status }) => status === 201)).toHaveLength(1)
    expect(answers.filter(({ status }) => status === 403)).toHaveLength(AT_ONCE - 1)
  } finally {
    await own.close()
  }
})

describe('the first of all', () => {
  test('puts themselves on an empty list, once', async () => {
    const own = await startTestApp()
    try {
      // The tests' own lead makes room.
      await own.source.query('DELETE FROM people')
      const first = () => request(own.strange).post('/api/people/first').send({ name: 'Ebba', passphrase: PASSPHRASE })
      const asked = (await request(own.strange).get('/api/session').expect(200)).body as SessionRecord
      expect(asked).toEqual({ person: null, first: true, oneTap: [] })
      const answer = await first().expect(201)
      expect((answer.body as { person: PersonRecord }).person).toMatchObject({ name: 'Ebba', role: 'lead' })
      await request(own.strange).get('/api/people').set('Cookie', cookieIn(answer)).expect(200)
      expect(codeOf(await first().expect(403))).toBe('NOT_ALLOWED')
    } finally {
      await own.close()
    }
  })
})

describe('one tap', () => {
  test('signs in where the server was told it is a demo, and nowhere else', async () => {
    const demo = await startTestApp({ oneTap: true })
    try {
      const { oneTap } = (await request(demo.strange).get('/api/session')).body as SessionRecord
      const [wren] = oneTap
      const answer = await request(demo.strange).post('/api/session/one-tap').send({ id: wren?.id }).expect(201)
      await request(demo.strange).get('/api/people').set('Cookie', cookieIn(answer)).expect(200)
      const id = wren?.id
      expect(codeOf(await request(at.strange).post('/api/session/one-tap').send({ id }).expect(403))).toBe(
        'NOT_ALLOWED',
      )
    } finally {
      await demo.close()
    }
  })
})
