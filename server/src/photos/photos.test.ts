import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { crc32 } from 'node:zlib'
import sharp from 'sharp'
import request from 'supertest'
import { v4 as newId } from 'uuid'
import type { DriveRecord, ErrorBody, PhotoPage, PhotoRecord, PhotoUse } from '@emery/core/api'
import { ketch } from '../testing/documents.ts'
import { startTestApp, type TestApp } from '../testing/test-app.ts'

let at: TestApp
beforeAll(async () => {
  at = await startTestApp()
})
afterAll(() => at.close())

const send = (bytes: Buffer, type = 'image/jpeg') =>
  request(at.app).post('/api/photos').set('Content-Type', type).send(bytes)
const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#884422' } })

describe('a picture', () => {
  test('is kept in full, and shown upright and no larger than a screen needs', async () => {
    // Orientation 6: the camera was held on its side, so what is 3000 wide in the file is 3000 high on the screen.
    const original = await plain(3000, 2000).withMetadata({ orientation: 6 }).jpeg().toBuffer()
    const body = (await send(original).expect(201)).body as PhotoRecord
    const { id, ...rest } = body
    expect(rest).toMatchObject({ width: 1365, height: 2048, by: 'Wren' })
    const screen = await request(at.app).get(`/api/photos/${id}/screen`).responseType('blob').expect(200)
    expect(screen.headers['content-type']).toBe('image/jpeg')
    expect(screen.headers['x-content-type-options']).toBe('nosniff')
    expect(await sharp(screen.body as Buffer).metadata()).toMatchObject({ width: 1365, height: 2048, format: 'jpeg' })
    const kept = await request(at.app).get(`/api/photos/${id}/original`).responseType('blob').expect(200)
    expect(await sharp(kept.body as Buffer).metadata()).toMatchObject({ width: 2000, height: 3000, format: 'jpeg' })
    expect(kept.headers['content-disposition']).toContain('attachment')
  })

  test('a small PNG stays the size it is', async () => {
    const body = (await send(await plain(300, 200).png().toBuffer(), 'image/png').expect(201)).body as PhotoRecord
    expect(body).toMatchObject({ width: 300, height: 200 })
  })

  test('a file that tells nothing beside its pixels is kept as it came', async () => {
    const original = await plain(300, 200).jpeg().toBuffer()
    const { id } = (await send(original).expect(201)).body as PhotoRecord
    const kept = await request(at.app).get(`/api/photos/${id}/original`).responseType('blob').expect(200)
    expect(original.equals(kept.body as Buffer)).toBe(true)
  })

  test.each(['jpeg', 'png'] as const)('where and with what it was taken is not kept of a %s', async (format) => {
    const told = { IFD0: { Model: 'Made-up camera 7' }, IFD3: { GPSLatitude: '54/1 30/1 0/1', GPSLatitudeRef: 'N' } }
    const original = await plain(300, 200).withExif(told)[format]().toBuffer()
    expect(original.includes('Made-up camera 7')).toBe(true)
    const { id } = (await send(original).expect(201)).body as PhotoRecord
    const kept = (await request(at.app).get(`/api/photos/${id}/original`).responseType('blob').expect(200))
      .body as Buffer
    expect(kept.includes('Made-up camera 7')).toBe(false)
    expect(await sharp(kept).metadata()).toMatchObject({ format, width: 300 })
    expect((await sharp(kept).metadata()).exif).toBeUndefined()
  })

  test('what is shown holds nothing of the file but its pixels', async () => {
    const hidden = await plain(200, 200)
      .withExif({ IFD0: { ImageDescription: '<script>alert(1)</script>' } })
      .jpeg()
      .toBuffer()
    expect(hidden.includes('<script>')).toBe(true)
    const body = (await send(hidden).expect(201)).body as PhotoRecord
    const screen = await request(at.app).get(`/api/photos/${body.id}/screen`).responseType('blob')
    expect((screen.body as Buffer).includes('<script>')).toBe(false)
  })
})

/** A PNG that says it is 20 000 × 20 000 pixels; unpacked it would take more memory than the machine has. */
async function enormous(): Promise<Buffer> {
  const png = await plain(8, 8).png().toBuffer()
  // Signature 8, length 4, then "IHDR" and its 13 bytes, then their checksum.
  png.writeUInt32BE(20_000, 16)
  png.writeUInt32BE(20_000, 20)
  png.writeUInt32BE(crc32(png.subarray(12, 29)), 29)
  return png
}

describe('what is no picture is refused in one sentence', () => {
  test.each<[string, () => Buffer | Promise<Buffer>, number, string]>([
    ['a text file named .jpg', () => Buffer.from('hello'), 422, 'PHOTO_NOT_READ'],
    [
      'an SVG, which could run',
      () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'),
      422,
      'PHOTO_NOT_READ',
    ],
    [
      'the beginning of a JPEG',
      async () => (await plain(500, 500).jpeg().toBuffer()).subarray(0, 400),
      422,
      'PHOTO_NOT_READ',
    ],
    ['nothing', () => Buffer.alloc(0), 422, 'PHOTO_NOT_READ'],
    ['20 000 × 20 000 pixels', () => enormous(), 413, 'PHOTO_TOO_MANY_PIXELS'],
    [
      'more than 15 MB',
      () => Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.alloc(15_000_001)]),
      413,
      'PHOTO_TOO_LARGE',
    ],
  ])('%s', async (_, make, status, code) => {
    const response = await send(await make()).expect(status)
    const { error } = response.body as ErrorBody
    expect(error.code).toBe(code)
    expect(error.message).toMatch(/^This photo|^This is not a JPEG or PNG photo/)
  })

  test('a picture that is not present', async () => {
    for (const what of ['screen', 'original']) {
      const response = await request(at.app).get(`/api/photos/${newId()}/${what}`).expect(404)
      expect((response.body as ErrorBody).error.code).toBe('PHOTO_NOT_FOUND')
    }
  })
})

describe('the room that pictures take', () => {
  let clock = new Date('2026-11-29T09:00:00.000Z')
  let small: TestApp
  beforeAll(async () => {
    small = await startTestApp({ now: () => clock, pictureBytes: 8000 })
  })
  afterAll(() => small.close())
  const add = async () =>
    request(small.app)
      .post('/api/photos')
      .send(await plain(400, 300).jpeg().toBuffer())
  const page = async () => (await request(small.app).get('/api/photos').expect(200)).body as PhotoPage

  test('is limited, listed, and freed by deleting; a deleted one comes back for thirty days', async () => {
    const { id } = (await add()).body as PhotoRecord
    const { taken, limit, photos } = await page()
    expect([photos.map((photo) => photo.id), limit, taken]).toEqual([[id], 8000, photos[0]?.bytes])
    let full: request.Response
    do full = await add()
    while (full.status === 201)
    expect((full.body as ErrorBody).error.code).toBe('PHOTOS_FULL')
    const before = (await page()).photos.length
    await request(small.app).delete(`/api/photos/${id}`).expect(204)
    await request(small.app).get(`/api/photos/${id}/screen`).expect(404)
    expect((await page()).photos).toHaveLength(before - 1)
    await request(small.app).post(`/api/photos/${id}/restore`).expect(200)
    await request(small.app).delete(`/api/photos/${id}`).expect(204)
    clock = new Date(clock.getTime() + 31 * 24 * 3600_000)
    const cookie = await small.cookieOf('Later', 'lead')
    await request(small.app)
      .post('/api/photos')
      .set('Cookie', cookie)
      .send(await plain(40, 30).jpeg().toBuffer())
      .expect(201)
    await request(small.app).post(`/api/photos/${id}/restore`).set('Cookie', cookie).expect(404)
  })

  test('a picture that a drive uses says on which', async () => {
    const { id } = (await send(await plain(300, 200).jpeg().toBuffer()).expect(201)).body as PhotoRecord
    const uses = async () =>
      ((await request(at.app).get(`/api/photos/${id}/uses`).expect(200)).body as { drives: PhotoUse[] }).drives
    expect(await uses()).toEqual([])
    const document = { ...ketch(), notes: `see ${id}` }
    const drive = (await request(at.app).post('/api/drives').send({ document, vehicleId: null }).expect(201))
      .body as DriveRecord
    expect(await uses()).toEqual([{ id: drive.id, name: document.name }])
    await request(at.app).get('/api/photos/%25/uses').expect(404)
  })
})
