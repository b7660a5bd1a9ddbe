import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import request from 'supertest'
import type { ErrorBody, BeltLinePart } from '@emery/core/api'
import { NOTHING_MORE_KNOWN, type BeltLinePartFields } from '@emery/core/belt-line-parts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const PATH = '/api/belt-line-parts'
const part = (fields: Partial<BeltLinePartFields> = {}): BeltLinePartFields => ({
  role: 'mount',
  family: 'Plover',
  name: 'Upper bracket',
  fits: 'alternator',
  length: 62,
  rear: 58,
  bolt: null,
  ...NOTHING_MORE_KNOWN,
  ...fields,
})
const put = async (...parts: BeltLinePartFields[]) =>
  ((await request(at.app).post(PATH).send({ parts }).expect(201)).body as { parts: BeltLinePart[] }).parts
const list = async () => ((await request(at.app).get(PATH).expect(200)).body as { parts: BeltLinePart[] }).parts

describe('the table of belt-line parts', () => {
  test('keeps parts as they were put, with what is not known of them', async () => {
    await put(
      part(),
      part({ role: 'spacer', name: 'Washer', fits: 'any', length: 2, rear: null, onHand: true }),
      part({ role: 'pulley', name: 'Zigzag', face: 'grooved', section: 'PK', grooves: 6, width: 24.5 }),
    )
    // In the order of their roles.
    expect(await list()).toEqual([
      { ...part(), id: expect.any(String), version: 1 },
      {
        ...part({ role: 'pulley', name: 'Zigzag', face: 'grooved', section: 'PK', grooves: 6, width: 24.5 }),
        id: expect.any(String),
        version: 1,
      },
      {
        ...part({ role: 'spacer', name: 'Washer', fits: 'any', length: 2, rear: null, onHand: true }),
        id: expect.any(String),
        version: 1,
      },
    ])
  })

  test('changes on top of the version that was seen; deleted, a part can be brought back', async () => {
    const [one] = await put(part({ name: 'To change' }))
    const url = `${PATH}/${one?.id ?? ''}`
    const change = (basedOn: number, length: number) =>
      request(at.app)
        .put(url)
        .send({ basedOn, ...part({ length }) })
    expect((await change(1, 63).expect(200)).body).toMatchObject({ length: 63, version: 2 })
    const late = await change(1, 64).expect(409)
    expect((late.body as ErrorBody).error).toMatchObject({
      code: 'VERSION_CONFLICT',
      conflict: { yours: { basedOn: 1, fields: { length: 64 } }, current: { length: 63, version: 2 } },
    })
    await request(at.app).delete(`${url}?basedOn=2`).expect(204)
    expect((await list()).some(({ id }) => id === one?.id)).toBe(false)
    const gone = await change(2, 65).expect(404)
    expect((gone.body as ErrorBody).error.code).toBe('BELT_LINE_PART_NOT_FOUND')
    expect((await request(at.app).post(`${url}/restore`).expect(200)).body).toMatchObject({ length: 63 })
  })

  test.each([
    ['no name', part({ name: ' ' }), '$.parts[0].name'],
    ['a role nobody knows', part({ role: 'wheel' as 'mount' }), '$.parts[0].role'],
    ['a length out of this world', part({ length: 9000 }), '$.parts[0].length'],
    ['a kind nobody drives', part({ fits: 'boat' as 'any' }), '$.parts[0].fits'],
  ])('%s is refused by its place', async (_, fields, path) => {
    const answer = await request(at.app)
      .post(PATH)
      .send({ parts: [fields] })
      .expect(400)
    expect((answer.body as ErrorBody).error.problems?.[0]?.path).toBe(path)
  })

  test('takes two thousand parts and not one more', async () => {
    const room = 2000 - (await list()).length
    await put(...Array.from({ length: room }, (_, i) => part({ name: `Part ${i}` })))
    const full = await request(at.app)
      .post(PATH)
      .send({ parts: [part()] })
      .expect(409)
    expect((full.body as ErrorBody).error.code).toBe('BELT_LINE_PARTS_FULL')
    expect(await list()).toHaveLength(2000)
  })
})
