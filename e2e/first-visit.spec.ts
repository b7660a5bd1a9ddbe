import { readFileSync } from 'node:fs'
import { expect, test } from './support/emery.ts'

// With everything that slides and fades.
test.use({ contextOptions: { reducedMotion: 'no-preference' } })

test('a newcomer changes a reading, sees what follows, takes it back, and finds it all again', async ({
  emery,
  page,
}) => {
  await emery.open()
  await emery.pickDrive('Ketch 2.2 van')
  const wantedBefore = await emery.beltWanted()
  const takenUpBefore = await emery.takenUp()
  const tensionerBefore = await emery.placeOf('Tensioner')
  expect(wantedBefore).toBe('1670')

  await emery.pulley('Crank').click()
  await emery.read('Diameter', '6 1/8"')
  await expect(page.getByText(/^Ø 155\.6$/)).toBeVisible()
  // A smaller crank wants a shorter belt, and the arm takes up more of the one that is on.
  await expect.poll(async () => Number(await emery.beltWanted())).toBeLessThan(Number(wantedBefore))
  expect(await emery.takenUp()).toBeGreaterThan(takenUpBefore)
  expect(Math.abs((await emery.placeOf('Tensioner')).x - tensionerBefore.x)).toBeGreaterThan(2)
  await emery.saved()

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => emery.beltWanted()).toBe(wantedBefore)
  await page.getByRole('button', { name: 'Redo' }).click()
  await emery.saved()

  await page.reload()
  await expect(emery.drawing).toBeVisible()
  await expect(page.getByText(/^Ø 155\.6$/)).toBeVisible()
  expect(await emery.takenUp()).toBeGreaterThan(takenUpBefore)
})

test('a drive goes out as a file, comes in as a new one, and is deleted and brought back', async ({ emery, page }) => {
  await emery.open()
  const rows = page.getByRole('listitem').filter({ has: page.getByRole('link') })
  await expect(rows.first()).toBeVisible()
  const count = await rows.count()

  const downloading = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export Ketch 2.2 van, Main drive' }).click()
  const download = await downloading
  expect(download.suggestedFilename()).toBe('Main-drive.drive.json')
  const document = readFileSync(await download.path(), 'utf8').replace('"Main drive"', '"Borrowed drive"')

  await page
    .getByLabel('Drive document to import')
    .setInputFiles({ name: 'borrowed.drive.json', mimeType: 'application/json', buffer: Buffer.from(document) })
  await expect(page.getByRole('dialog')).toContainText('Everything in the file was read.')
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(emery.drawing).toBeVisible()
  await expect(page.getByRole('banner').getByText('Borrowed drive')).toBeVisible()

  await page.getByRole('link', { name: 'Drives', exact: true }).click()
  await expect(rows).toHaveCount(count + 1)
  await page.getByRole('button', { name: 'Delete Borrowed drive' }).click()
  await expect(rows).toHaveCount(count)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(rows).toHaveCount(count + 1)
  await page.getByRole('button', { name: 'Delete Borrowed drive' }).click()
  await expect(rows).toHaveCount(count)
})

test('a drive is renamed, deleted from the bench, and brought back', async ({ emery, page }) => {
  await emery.openCopy('linnet-toothed')
  await page.getByRole('button', { name: 'Rename Toothed drive' }).click()
  await page
    .getByRole('textbox', { name: 'Name of the drive' })
    .fill('Sprint drive, as measured by two people on a wet Sunday in the yard behind the sheds')
  await page.keyboard.press('Enter')
  // A long name is cut short on the screen, not the screen by the name.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1280)

  await emery.doCommand('Delete this drive')
  await expect(page.getByRole('heading', { name: 'Drives' })).toBeVisible()
  await expect(emery.driveRow('Sprint drive')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(emery.driveRow('Sprint drive')).toContainText('Sprint drive')
})

test.describe('a file that is no drive', () => {
  test('is refused in words, with its place, and nothing is lost', async ({ emery, page }) => {
    await emery.open()
    const bad = {
      name: 'scribble.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"emery-drive","version":1,"engine":{"idleRpm":NaN}}'),
    }
    await page.getByLabel('Drive document to import').setInputFiles(bad)
    const refusal = page.getByRole('alert')
    await expect(refusal).toContainText('scribble.json was not imported')
    await expect(refusal).toContainText('$.engine.idleRpm is NaN at line 1')
    await refusal.getByRole('button', { name: 'Close' }).click()
    await expect(emery.driveRow('Ketch 2.2 van')).toBeVisible()
  })
})

test('back leads through the steps, and a step that there is not is said', async ({ emery, page }) => {
  await emery.open()
  await emery.pickDrive('Ketch 2.2 van')
  const steps = page.getByRole('navigation', { name: 'Steps' }).getByRole('button')
  for (const key of ['2', '4', '4']) await page.keyboard.press(key)
  await expect(steps.nth(3)).toHaveAttribute('aria-current', 'step')
  await page.goBack()
  await expect(steps.nth(1)).toHaveAttribute('aria-current', 'step')
  await emery.open(new URL(page.url()).pathname.replace(/[^/]+$/, 'polish'))
  await expect(page.getByText('There is no step “polish”.')).toBeVisible()
  await expect(emery.drawing).toBeVisible()
})

test('a belt is held up to the drive, then put on', async ({ emery, page }) => {
  await emery.openCopy('haulm-main')
  const before = await emery.placeOf('Tensioner')
  const percent = await emery.takenUp()
  await page.getByRole('button', { name: /^8PK2200, adjuster [56]\d percent of travel; fit it/ }).hover()
  await expect.poll(async () => Math.abs((await emery.placeOf('Tensioner')).x - before.x)).toBeGreaterThan(1)
  // Only held up: the panel still speaks of the belt that is on.
  expect(await emery.takenUp()).toBe(percent)
  await page.getByRole('button', { name: 'Fit this belt: 8PK2180' }).click()
  await expect(page.getByText('Belt 8PK2180')).toBeVisible()
  await expect.poll(() => emery.takenUp()).toBeLessThan(percent)
  await emery.saved()
})

test('the working of a length and of a ratio is laid open', async ({ emery, page }) => {
  await emery.open()
  await emery.pickDrive('Kiln tractor')
  await page.keyboard.press('w')
  const drawer = page.getByRole('dialog')
  await expect(drawer).toContainText('L = Σ s + Σ a + 2π·t')
  await drawer.getByRole('button', { name: 'Copy' }).click()
  await expect(drawer.getByRole('button', { name: 'Copied' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(drawer).toBeHidden()
  await page.keyboard.press('4')
  await page.getByRole('button', { name: 'Working of the ratio of Blower' }).click()
  await expect(page.getByRole('dialog')).toContainText('(r1 driving / r1 driven) · (r2 driving / r2 driven)')
})

test('a problem in words points at the drawing', async ({ emery, page }) => {
  await emery.openCopy('ketch-main')
  await emery.field('Belt 6PK1675').fill('1600')
  await page.keyboard.press('Enter')
  const problem = page.getByRole('region', { name: 'Needs attention' }).getByRole('button')
  await expect(problem).toContainText('too short: it does not go on even with the adjuster at its slack end')
  await problem.hover()
  await expect(page.locator('[data-belt="main"]')).toHaveAttribute('data-wrong', 'true')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(problem).toBeHidden()
})

test('the pages stay light: a first load well under 300 kB of compressed script, bench and controls in chunks of their own', async ({
  emery,
  page,
}) => {
  const scripts: { readonly name: string; readonly bytes: number }[] = []
  page.on('requestfinished', (request) => {
    if (request.resourceType() !== 'script') return
    void request
      .sizes()
      .then(({ responseBodySize }) => scripts.push({ name: new URL(request.url()).pathname, bytes: responseBodySize }))
  })
  const total = () => scripts.reduce((sum, { bytes }) => sum + bytes, 0)
  await emery.open()
  await expect(emery.driveRow('Ketch')).toBeVisible()
  const ofBench = () => scripts.filter(({ name }) => name.includes('open-drive-screen'))
  expect(ofBench()).toEqual([])
  // Far from nothing, too: otherwise nothing was counted.
  await expect.poll(total).toBeGreaterThan(100_000)
  const firstLoad = total()
  expect(firstLoad).toBeLessThan(240_000)
  await emery.pickDrive('Ketch')
  await expect.poll(() => ofBench().length).toBe(1)
  // With all that opening a drive fetches, the panel of its step and the control library included.
  await expect(page.getByRole('region', { name: 'Belt needed' })).toBeVisible()
  expect(total() - firstLoad).toBeLessThan(225_000)
})
