import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, test } from './support/emery.ts'

const picture = (name: string) => ({
  name,
  mimeType: 'image/jpeg',
  buffer: readFileSync(new URL('../demo/photos/engine-front.jpg', import.meta.url)),
})

const check = (page: Page, name: string) => page.getByRole('list', { name: 'Checks' }).getByRole('button', { name })
const part = (page: Page, name: string) => page.getByRole('list', { name: 'Parts' }).getByRole('button', { name })
const result = (page: Page) => page.getByRole('complementary', { name: 'Summary' })

/** Types on the pad, as it lies open. */
async function read(page: Page, written: string): Promise<void> {
  await page
    .getByRole('group', { name: /^Reading pad/ })
    .getByRole('textbox')
    .fill(written)
  await page.keyboard.press('Enter')
}

test('a walk round the truck with two photos, and a second one that makes a trend of the first', async ({
  emery,
  page,
}) => {
  await emery.openCopy('haulm-main', 'measure')
  await emery.command('this drive for wear')
  await expect(page.getByRole('region', { name: 'Main belt: Rib depth lost' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Odometer, km' }).fill('100000')
  await read(page, '0.2 mm')
  await expect(page.getByRole('region', { name: 'Main belt: Cracks' })).toBeVisible()
  // What is seen goes by number; what cannot be told is 0.
  await page.getByRole('heading', { name: 'Cracks' }).click()
  await page.keyboard.press('0')
  await expect(page.getByRole('region', { name: 'Main belt: Damage' })).toBeVisible()
  await page.keyboard.press('1')
  await page.keyboard.press('1')
  await expect(page.getByRole('region', { name: /^Crank damper/ })).toBeVisible()
  await page.keyboard.press('2')
  await expect(result(page).getByRole('region', { name: 'Watch' })).toContainText(
    'Crank damper check again after 10,000 km or 12 months',
  )

  // Two photos, one of them marked; one of 40 MB is refused.
  await part(page, 'Crank damper').click()
  const file = page.getByLabel(/^Photo of Crank damper/)
  await file.setInputFiles({ name: 'huge.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(40_000_000) })
  await expect(page.getByRole('alert')).toContainText('huge.jpg: This photo is larger than 15 MB')
  await file.setInputFiles(picture('ring.jpg'))
  const marking = page.getByRole('dialog')
  await marking.getByRole('img', { name: /tap to mark/ }).click({ position: { x: 120, y: 90 } })
  await marking.getByRole('textbox', { name: 'Mark 1' }).fill('hairline')
  await marking.getByRole('button', { name: 'Done' }).click()
  await file.setInputFiles(picture('rim.jpg'))
  await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click()
  await expect(page.getByRole('button', { name: /^Photo \d of Crank damper/ })).toHaveCount(2)

  // With the belt on nobody spins a bearing.
  await part(page, 'Upper idler').click()
  await check(page, 'Bearing').click()
  await expect(page.getByText('For this the belt must be off.')).toBeVisible()
  await page.getByText('Belt off', { exact: true }).click()
  await page.getByRole('button', { name: /^It grinds/ }).click()
  await expect(result(page).getByRole('region', { name: 'Replace now' })).toContainText('Upper idler It grinds')

  // A page that is closed in between loses nothing.
  await page.reload()
  await expect(result(page).getByRole('region', { name: 'Replace now' })).toContainText('Upper idler')
  await page.keyboard.press('Control+z')
  await result(page).getByRole('button', { name: 'Save the inspection' }).click()
  const earlier = page.getByRole('region', { name: 'Earlier inspections' })
  await expect(earlier.getByRole('listitem')).toHaveCount(1)
  await expect(result(page).getByRole('region', { name: 'Due on this drive' })).toContainText('Replace Upper idler now')

  // The second walk: 30 000 km on, the ribs twice as deep.
  await page.getByRole('textbox', { name: 'Odometer, km' }).fill('130000')
  await part(page, 'Main belt').click()
  await read(page, '0.4')
  await expect(result(page).getByRole('region', { name: 'Watch' })).toContainText(
    'Main belt until about 160,000 km, 30,000 km from here',
  )
  await check(page, 'Rib depth lost').click()
  await expect(page.getByRole('img', { name: /^Wear over distance/ })).toBeVisible()
  await expect(page.getByText(/^Last time, /)).toContainText('100,000 km: 0.20 mm of rib depth lost')
  await result(page).getByRole('button', { name: 'Save the inspection' }).click()
  await expect(earlier.getByRole('listitem')).toHaveCount(2)

  // Side by side, as a table, on paper.
  await earlier.getByRole('button', { name: 'Side by side' }).click()
  await expect(page.getByRole('row', { name: /^Main belt Rib depth lost/ })).toContainText('0.40 mm')
  await page.keyboard.press('Escape')
  const csv = page.waitForEvent('download')
  await earlier.getByRole('button', { name: 'CSV' }).click()
  expect(readFileSync(await (await csv).path(), 'utf8')).toContain('hairline')
  await earlier.getByRole('link', { name: /100,000 km/ }).click()
  const sheet = page.getByRole('article')
  await expect(sheet).toContainText('Replace now: Upper idler')
  await expect(sheet.getByRole('figure')).toHaveCount(2)
  const pdf = await page.pdf({ preferCSSPageSize: true })
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)).toHaveLength(1)
})

test('the knowledge is edited, saved as a version, used, and put back', async ({ emery, page }) => {
  await emery.open('/rules/noise')
  const name = page.getByRole('textbox', { name: 'Name', exact: true })
  await expect(name).toHaveValue('Misaligned pulley')
  await name.fill('A pulley that stands askew')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('as we call it')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/^Version 1, as we call it/)).toBeVisible()
  await emery.open('/noise')
  await page.getByRole('button', { name: /^Chirp/ }).click()
  await expect(page.getByRole('complementary', { name: 'Possible causes' })).toContainText('A pulley that stands askew')
  // Shared by all tests: put back as it ships.
  await emery.open('/rules/noise')
  await page.getByRole('button', { name: 'Restore version 0' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('back')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/^Version 2, back/)).toBeVisible()
  await expect(name).toHaveValue('Misaligned pulley')
})
