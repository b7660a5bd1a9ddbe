import { crc32, deflateSync } from 'node:zlib'
import { expect, test } from './support/emery.ts'
import { withAirPump } from './support/fronts.ts'

/** A black PNG, or one that only says it is so large. */
function png(width: number, height: number, rows = height): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data])
    const ends = Buffer.alloc(8)
    ends.writeUInt32BE(data.length, 0)
    ends.writeUInt32BE(crc32(body), 4)
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)])
  }
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  // Eight bits of grey.
  header[8] = 8
  const pixels = deflateSync(Buffer.alloc(rows * (1 + Math.min(width, 4000))))
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  return Buffer.concat([signature, chunk('IHDR', header), chunk('IDAT', pixels), chunk('IEND', Buffer.alloc(0))])
}

test.describe('pictures', () => {
  test.use({ mayComplain: /4(13|22)/ })

  test('what is no picture, or far too large a one, is refused in a sentence; the one there stays', async ({
    emery,
    page,
  }) => {
    await emery.openDocument(withAirPump())
    await emery.measure('Photo')
    const choose = (name: string, mimeType: string, buffer: Buffer) =>
      page.getByLabel('Photo of the engine’s front').setInputFiles({ name, mimeType, buffer })
    await choose('front.png', 'image/png', png(400, 300))
    const picture = page.getByRole('group', { name: 'Photo to mark' })
    await expect(picture).toBeVisible()
    await choose('notes.jpg', 'image/jpeg', Buffer.from('not a picture at all'))
    await expect(page.getByRole('alert')).toHaveText('notes.jpg: This is not a JPEG or PNG photo.')
    await choose('huge.png', 'image/png', png(20_000, 20_000, 4))
    await expect(page.getByRole('alert')).toContainText('more than 60 million pixels')
    await expect(picture).toBeVisible()
  })
})

test('marks in a line say that they lie in a line', async ({ emery, page }) => {
  await emery.openDocument(withAirPump())
  await emery.measure('Photo')
  await page.getByRole('button', { name: 'Practice photo' }).click()
  const picture = page.getByRole('group', { name: 'Photo to mark' }).locator('image')
  await expect(picture).toBeVisible()
  await page.getByText('Set marks', { exact: true }).click()
  await page.getByRole('list', { name: 'Marks' }).getByRole('button', { name: 'Crank', exact: true }).click()
  const box = await picture.boundingBox()
  if (box === null) throw new Error('no picture')
  for (const share of [0.3, 0.4, 0.5]) await page.mouse.click(box.x + share * box.width, box.y + 0.5 * box.height)
  await expect(page.getByText('Crank: These marks lie in a line; spread them round the rim.')).toBeVisible()
})

test('a reading that cannot be read is refused with what was understood, and kept to be mended', async ({
  emery,
  page,
}) => {
  await emery.startDrive('Misread', ['Alternator'])
  await page.getByRole('button', { name: 'Read Crank' }).click()
  const pad = page.getByRole('group', { name: /^Reading pad: Crank/ })
  for (const [text, sentence] of [
    ['2,135', /could be 2.135 or 2135/],
    ['6 17/16', /whole inch or more/],
    ['wide', /is not a length/],
    ['4 m', /“m” is not a known unit/],
    ['3', /must be a number from 5 to 2000 mm/],
  ] as const) {
    await pad.getByRole('textbox').fill(text)
    await pad.getByRole('textbox').press('Enter')
    await expect(pad.getByRole('alert')).toContainText(sentence)
    await expect(pad.getByRole('textbox')).toHaveValue(text)
  }
  // The pad's own keys, one hand: 6, 11/16 by its fraction key, in inches.
  await pad.getByRole('textbox').fill('')
  for (const key of ['6', 'space', '1', '1', '1/16']) await pad.getByRole('button', { name: key, exact: true }).click()
  await expect(pad).toContainText('6 11/16 in = 169.86 mm')
  await pad.getByRole('button', { name: /^Take it; next: Alternator/ }).click()
  await expect(page.getByRole('heading', { name: 'Alternator' })).toBeVisible()
})
