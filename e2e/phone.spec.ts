import { fileURLToPath } from 'node:url'
import jsQR from 'jsqr'
import { PNG } from 'pngjs'
import { devices, type Browser, type Locator, type Page } from '@playwright/test'
import { address, expect, test, type Emery } from './support/emery.ts'

/** The made-up picture to practise on, as if the phone had taken it. */
const PICTURE = fileURLToPath(new URL('../demo/photos/engine-front.jpg', import.meta.url))

/** Four times slower than this machine, as a phone of a few years is. */
const SLOWER = 4

test.use({ mayComplain: /ERR_INTERNET_DISCONNECTED|Failed to load resource/ })

/** A phone that nobody has signed in on. */
async function freshPhone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({
    ...devices['Pixel 7'],
    viewport: { width: 390, height: 844 },
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  return page
}

/** What a phone's camera makes of the code on the desk. */
async function decoded(code: Locator): Promise<string> {
  const { data, width, height } = PNG.sync.read(await code.screenshot())
  return jsQR(new Uint8ClampedArray(data), width, height)?.data ?? ''
}

/** The desk shows the code, the phone takes it with a press. */
async function paired(emery: Emery, browser: Browser, by = 'Open on a phone'): Promise<Page> {
  await emery.page.getByRole('button', { name: by }).click()
  const code = emery.page.getByRole('img', { name: 'Code for a phone’s camera' })
  await expect(code).toBeVisible()
  const link = await decoded(code)
  expect(link).toContain(`${address()}/on-phone#`)
  const phone = await freshPhone(browser)
  await phone.goto(link)
  await phone.getByRole('button', { name: 'Sign in on this phone' }).tap()
  await expect(emery.page.getByText(/^The phone is there/)).toBeVisible()
  await emery.page.getByRole('button', { name: 'Close' }).click()
  return phone
}

/** Where a place of the picture lies on the desk's screen. */
async function inPicture(page: Page, [u, v]: readonly [number, number]): Promise<readonly [number, number]> {
  const box = await page.getByRole('group', { name: 'Photo to mark' }).locator('image').boundingBox()
  if (box === null) throw new Error('There is no picture.')
  return [box.x + u * box.width, box.y + v * box.height]
}

test('a drive begun on the desk is photographed and read on a phone, and ticked there without a network', async ({
  browser,
  emery,
  page,
}) => {
  await emery.startDrive('Yard drive', ['Alternator', 'Water pump'])
  const { pathname } = new URL(page.url())
  const driveId = pathname.split('/')[2] ?? ''
  const phone = await paired(emery, browser)
  await expect(phone).toHaveURL(new RegExp(`/drives/${driveId}`))

  // The phone's camera; the picture is on the desk without anybody asking for it.
  await phone.getByRole('group', { name: 'What to measure' }).getByRole('button', { name: 'Photo' }).tap()
  await phone.getByLabel('Camera for the engine’s front').setInputFiles(PICTURE)
  await expect(phone.getByRole('group', { name: 'Photo to mark' })).toBeVisible()
  await emery.measure('Photo')
  await expect(page.getByRole('group', { name: 'Photo to mark' })).toBeVisible()

  // Two rims, a press and a name each.
  for (const [at, name] of [
    [[0.496, 0.715], 'Crank'],
    [[0.231, 0.29], 'Alternator'],
  ] as const) {
    await page.mouse.click(...(await inPicture(page, at)))
    await page.getByRole('group', { name: 'Which pulley is this?' }).getByRole('button', { name, exact: true }).click()
    await expect(
      page.getByRole('list', { name: 'Marks' }).getByRole('listitem').filter({ hasText: name }),
    ).toContainText('12 marks')
  }
  await emery.saved()

  // Three sizes, read at the engine.
  await phone.getByRole('group', { name: 'What to measure' }).getByRole('button', { name: 'Pulleys' }).tap()
  await phone.getByRole('group', { name: 'Shown' }).getByRole('button', { name: 'Measure' }).tap()
  await phone.getByRole('button', { name: 'Read Crank' }).tap()
  for (const digits of ['160', '57', '130']) {
    const pad = phone.getByRole('group', { name: /^Reading pad/ })
    for (const digit of digits) await pad.getByRole('button', { name: digit, exact: true }).tap()
    await pad.getByRole('button', { name: /^Take/ }).tap()
  }
  await expect
    .poll(async () => {
      const { document } = (await (await page.request.get(`${address()}/api/drives/${driveId}`)).json()) as {
        document: { pulleys: { diameter: number | null }[] }
      }
      return document.pulleys.map(({ diameter }) => diameter)
    })
    .toEqual([160, 57, 130])
  // On the desk without a reload.
  await emery.measure('Pulleys')
  await expect(page.getByRole('group', { name: /^Reading pad/ }).getByPlaceholder(/57\.0/)).toBeVisible()

  // The job is ticked where there is no network, and is on the desk when there is one again.
  await phone.goto(`${address()}/drives/${driveId}/belt-change`)
  const step = phone.getByRole('checkbox').first()
  await expect(step).toBeVisible()
  await phone.context().setOffline(true)
  await step.tap()
  await expect(step).toBeChecked()
  await phone.context().setOffline(false)
  await page.keyboard.press('7')
  await expect(page.getByRole('checkbox').first()).toBeChecked({ timeout: 60_000 })

  // Signed out from the desk, the phone is out at once.
  await page.getByRole('button', { name: /^Signed in/ }).click()
  await page.getByRole('button', { name: 'Where I am signed in' }).click()
  await page
    .getByRole('list', { name: 'Where I am signed in' })
    .getByRole('listitem')
    .filter({ hasText: 'Phone' })
    .getByRole('button', { name: 'Sign out there' })
    .click()
  await expect(phone.getByText('You are signed out')).toBeVisible({ timeout: 10_000 })
  await phone.context().close()
})

test('a code that was used opens nothing again', async ({ browser, emery, page }) => {
  await emery.open('/board')
  await page.getByRole('button', { name: 'Open on a phone' }).click()
  const link = await decoded(page.getByRole('img', { name: 'Code for a phone’s camera' }))
  const [first, second] = [await freshPhone(browser), await freshPhone(browser)]
  // Both look at the page; that uses up nothing.
  await first.goto(link)
  await second.goto(link)
  await first.getByRole('button', { name: 'Sign in on this phone' }).tap()
  await expect(first.getByRole('heading', { name: 'Board' })).toBeVisible()
  await second.getByRole('button', { name: 'Sign in on this phone' }).tap()
  await expect(second.getByRole('alert')).toContainText('used already or is too old')
  await first.context().close()
  await second.context().close()
})

test('on a phone the drawing is one tap from the panel, and fills the width', async ({ browser, emery }) => {
  const context = await browser.newContext({
    ...devices['Pixel 7'],
    viewport: { width: 390, height: 844 },
    storageState: await emery.page.context().storageState(),
    reducedMotion: 'reduce',
  })
  const phone = await context.newPage()
  await phone.goto(`${address()}/drives`)
  await phone.getByRole('link', { name: /^Ketch/ }).tap()
  await expect(phone.getByRole('region', { name: 'Belt needed' })).toBeInViewport()
  const shown = phone.getByRole('group', { name: 'Shown' })
  await shown.getByRole('button', { name: 'Drawing' }).tap()
  const drawing = phone.getByRole('group', { name: 'The drive, seen from the front' })
  await expect(drawing).toBeInViewport()
  expect((await drawing.boundingBox())?.width).toBe(390)
  await phone.getByRole('button', { name: /^Alternator,/ }).tap()
  await phone.getByRole('button', { name: 'Alternator: open' }).tap()
  await expect(phone.getByRole('heading', { name: 'Alternator' })).toBeInViewport()
  // Steps: the neighbours in the strip, all of them in a list.
  await phone.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: 'Speeds' }).tap()
  await expect(phone).toHaveURL(/speeds$/)
  await phone.getByRole('button', { name: 'All steps' }).tap()
  await phone
    .getByRole('dialog')
    .getByRole('button', { name: /Belt change/ })
    .tap()
  await expect(phone).toHaveURL(/belt-change$/)
  await phone.getByRole('button', { name: 'More', exact: true }).tap()
  await phone.getByRole('navigation', { name: 'More places' }).getByRole('button', { name: 'Sums' }).tap()
  await expect(phone.getByRole('heading', { name: 'Sums' })).toBeVisible()
  await context.close()
})

test('from the desk a phone is led from pulley to pulley, and its drawing comes with the one that is asked for', async ({
  browser,
  emery,
}) => {
  await emery.startDrive('Lean-to drive', ['Alternator', 'Water pump', 'Idler'])
  const phone = await paired(emery, browser, 'Read the next pulley from a phone')
  const pad = phone.getByRole('group', { name: /^Reading pad/ })
  await expect(phone.getByRole('heading', { name: 'Crank', exact: true })).toBeVisible()
  for (const digit of '160') await pad.getByRole('button', { name: digit, exact: true }).tap()
  await pad.getByRole('button', { name: /^Take/ }).tap()
  await expect(phone.getByRole('heading', { name: 'Alternator', exact: true })).toBeVisible()
  await phone.getByRole('group', { name: 'Shown' }).getByRole('button', { name: 'Drawing' }).tap()
  const drawing = await phone.getByRole('group', { name: 'The drive, seen from the front' }).boundingBox()
  const asked = await phone.getByRole('button', { name: /^Alternator,/ }).boundingBox()
  if (drawing === null || asked === null) throw new Error('There is no drawing.')
  // In the middle of it, but for the margin below.
  expect(Math.abs(asked.x + asked.width / 2 - (drawing.x + drawing.width / 2))).toBeLessThan(0.1 * drawing.width)
  await phone.context().close()
})

test('a card on paper carries its drive: photographed elsewhere it is read out of the code', async ({
  emery,
  page,
}) => {
  await emery.open()
  await emery.pickDrive('Haulm 3.4 recovery truck')
  const driveId = new URL(page.url()).pathname.split('/')[2] ?? ''
  const name = async (id: string) =>
    ((await (await page.request.get(`${address()}/api/drives/${id}`)).json()) as { document: { name: string } })
      .document.name
  await emery.open(`/drives/${driveId}/card/main`)
  const card = page.getByRole('article', { name: 'Belt card' })
  const code = card.getByRole('img', { name: 'Code of this drive' })
  await expect(code).toBeVisible()
  const link = await decoded(code)
  expect(link).toMatch(new RegExp(`/card/${driveId}#1[WS]`))
  // A photograph of the whole card, taken into Emery.
  const photograph = await card.screenshot({ type: 'jpeg', quality: 80, scale: 'css' })

  // Here the link opens the drive it is of.
  await page.goto(link)
  await expect(page).toHaveURL(new RegExp(`/drives/${driveId}`))

  // In another workshop that drive is not kept: it comes out of the link, or out of the picture.
  await page.goto(link.replace(driveId, '3f1c2b1e-98f0-4f3a-9d0e-6a1d7b9c0e11'))
  await page.getByRole('button', { name: 'Bring it in' }).click()
  await expect(emery.drawing).toBeVisible()
  expect(await name(new URL(page.url()).pathname.split('/')[2] ?? '')).toBe(await name(driveId))

  await emery.open()
  await page.getByLabel('Drive document to import').setInputFiles({
    name: 'card.jpg',
    mimeType: 'image/jpeg',
    buffer: photograph,
  })
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Import/ })
    .click()
  await expect(emery.drawing).toBeVisible()

  // What is no card is told in a sentence.
  await emery.open()
  await page.getByLabel('Drive document to import').setInputFiles(PICTURE)
  await expect(page.getByRole('alert')).toContainText('No code was found')
})
