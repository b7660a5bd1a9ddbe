import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import request from 'supertest'
import type { ExampleDrive } from '@emery/core/api'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
let bare: TestApp
beforeAll(async () => {
  at = await startTestApp({ examplesDir: fileURLToPath(new URL('../../../demo', import.meta.url)) })
  bare = await startTestApp()
})
afterAll(() => Promise.all([at.close(), bare.close()]))

test('made-up drives to start from, with the vehicles they are on', async () => {
  const response = await request(at.app).get('/api/examples').expect(200)
  const { examples } = response.body as { examples: ExampleDrive[] }
  expect(examples).toHaveLength(10)
  expect(examples.map(({ name }) => name)).toContain('Ketch 2.2 van, Main drive')
  expect(examples.every(({ document }) => document.pulleys.length > 2)).toBe(true)
})

test('a picture for those who have no camera', async () => {
  const response = await request(at.app).get('/api/examples/photo').responseType('blob').expect(200)
  expect(await sharp(response.body as Buffer).metadata()).toMatchObject({ format: 'jpeg', width: 1800, height: 1400 })
})

test('without a folder there are none', async () => {
  expect((await request(bare.app).get('/api/examples').expect(200)).body).toEqual({ examples: [] })
  await request(bare.app).get('/api/examples/photo').expect(404)
})
