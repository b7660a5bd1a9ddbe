import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import type { DriveForBelt, ErrorBody, ShelfBelt, ShelfFields } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const belt = (fields: Partial<ShelfFields> = {}): ShelfFields => ({
  mark: '6PK1675',
  section: 'PK',
  ribs: 6,
  length: 1675,
  material: 'epdm',
  count: 2,
  place: 'Hook 4',
  note: '',
  ...fields,
})
const put = async (...belts: ShelfFields[]): Promise<ShelfBelt[]> => {
  const answer = await request(at.app).post('/api/shelf').send({ belts }).expect(201)
  return (answer.body as { belts: ShelfBelt[] }).belts
}
const shelf = async (): Promise<ShelfBelt[]> =>
  ((await request(at.app).get('/api/shelf').expect(200)).body as { belts: ShelfBelt[] }).belts
const codeOf = (body: unknown) => (body as ErrorBody).error.code

describe('the shelf', () => {
  test('keeps belts as they were put, sorted by section, ribs and length', async () => {
    await put(belt({ length: 1700.5, mark: '' }), belt(), belt({ section: 'V13', ribs: 1, length: 1015 }))
    const found = await shelf()
    expect(found.map(({ section, length }) => [section, length])).toEqual([
      ['PK', 1675],
      ['PK', 1700.5],
      ['V13', 1015],
    ])
    expect(found[0]).toMatchObject({ ...belt(), version: 1 })
  })

  test('changes on top of the version that was seen, and refuses any other', async () => {
    const [one] = await put(belt({ place: 'Box' }))
    const url = `/api/shelf/${one?.id ?? ''}`
    const saved = await request(at.app)
      .put(url)
      .send({ basedOn: 1, ...belt({ count: 5 }) })
      .expect(200)
    expect(saved.body).toMatchObject({ count: 5, version: 2 })
    const late = await request(at.app)
      .put(url)
      .send({ basedOn: 1, ...belt({ count: 9 }) })
      .expect(409)
    expect((late.body as ErrorBody).error.conflict).toMatchObject({
      yours: { basedOn: 1, fields: { count: 9 } },
      current: { count: 5, version: 2 },
    })
  })

  test('a belt is taken off and brought back', async () => {
    const [one] = await put(belt({ mark: 'to go' }))
    const url = `/api/shelf/${one?.id ?? ''}`
    await request(at.app).delete(`${url}?basedOn=1`).expect(204)
    expect((await shelf()).some(({ mark }) => mark === 'to go')).toBe(false)
    expect(codeOf((await request(at.app).delete(`${url}?basedOn=1`).expect(404)).body)).toBe('SHELF_BELT_NOT_FOUND')
    await request(at.app).post(`${url}/restore`).expect(200)
    expect((await shelf()).some(({ mark }) => mark === 'to go')).toBe(true)
  })

  test.each([
    ['no list', {}, '$.belts'],
    ['nothing in it', { belts: [] }, '$.belts'],
    ['a length of nothing', { belts: [belt({ length: 0 })] }, '$.belts[0].length'],
    ['a section nobody makes', { belts: [belt({ section: 'PX' as 'PK' })] }, '$.belts[0].section'],
    ['a key nobody knows', { belts: [{ ...belt(), colour: 'black' }] }, '$.belts[0].colour'],
  ])('%s is refused by its place', async (_name, body, path) => {
    const answer = await request(at.app).post('/api/shelf').send(body).expect(400)
    expect((answer.body as ErrorBody).error.problems?.[0]?.path).toBe(path)
  })

  test('takes twenty thousand belts and not one more', async () => {
    const before = (await shelf()).length
    const many = Array.from({ length: 20_000 - before }, (_, i) => belt({ length: 600 + (i % 4000) / 2 }))
    await put(...many)
    expect(await shelf()).toHaveLength(20_000)
    expect(
      codeOf(
        (
          await request(at.app)
            .post('/api/shelf')
            .send({ belts: [belt()] })
            .expect(409)
        ).body,
      ),
    ).toBe('SHELF_FULL')
    expect(await shelf()).toHaveLength(20_000)
    // Twenty thousand rows are checked, written and read back over http, on a machine that others use too.
  }, 60_000)
})

describe('which drives a belt fits', () => {
  const drivesFor = async (query: string) =>
    ((await request(at.app).get(`/api/shelf/drives?${query}`).expect(200)).body as { drives: DriveForBelt[] }).drives

  test('those it goes on, best first, with where and how', async () => {
    await request(at.app)
      .post('/api/drives')
      .send({ document: ketch({ name: 'Fits' }), vehicleId: null })
      .expect(201)
    const [drive] = await drivesFor('section=PK&ribs=6&length=1670')
    expect(drive).toMatchObject({ name: 'Fits', vehicle: null })
    expect(drive?.places[0]).toMatchObject({ belt: 'main', ribsMore: 0, fit: { verdict: 'good' } })
    expect(await drivesFor('section=PK&ribs=6&length=2300')).toEqual([])
    expect(await drivesFor('section=V13&ribs=1&length=1670')).toEqual([])
    expect((await drivesFor('section=PK&ribs=5&length=1670'))[0]?.places[0]).toMatchObject({ ribsMore: -1 })
  })

  test('what is no belt is refused', async () => {
    await request(at.app).get('/api/shelf/drives?section=PK&ribs=6&length=-4').expect(400)
    await request(at.app).get('/api/shelf/drives').expect(400)
  })
})
