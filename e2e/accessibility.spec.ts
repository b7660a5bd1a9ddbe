import { address, expect, test, type Emery } from './support/emery.ts'
import { serious, small } from './support/looks.ts'
import type { Page } from '@playwright/test'

interface Parts {
  readonly emery: Emery
  readonly page: Page
}

/** Views that axe looks at, each in a test of its own: a look at a whole page takes a slow machine many seconds. */
const VIEWS: Readonly<Record<string, (parts: Parts) => Promise<void>>> = {
  'the drives': async ({ emery, page }) => {
    await emery.open()
    await expect(emery.driveRow('Ketch 2.2 van')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'every step of the bench': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Fenland 1.7 pickup')
    await emery.pulley('Generator').click()
    const steps = page.getByRole('navigation', { name: 'Steps' }).getByRole('button')
    const found: Record<string, string[]> = {}
    for (const step of ['1', '2', '3', '4', '5', '6', '7']) {
      await page.keyboard.press(step)
      await expect(steps.nth(Number(step) - 1)).toHaveAttribute('aria-current', 'step')
      found[step] = await serious(page)
    }
    expect(found).toEqual({ 1: [], 2: [], 3: [], 4: [], 5: [], 6: [], 7: [] })
  },
  'a belt set and checked': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Fenland 1.7 pickup')
    await page.keyboard.press('5')
    await page.getByText('Set tension', { exact: true }).click()
    await page.getByText('Pluck', { exact: true }).click()
    await page.getByRole('button', { name: 'Simulated belt' }).click()
    await expect(page.getByText(/^Heard/)).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'parts that would be in line': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Ketch 2.2 van')
    await page.keyboard.press('6')
    await page.getByText('Mixed parts', { exact: true }).click()
    await expect(page.getByRole('list', { name: 'Best sets' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.getByRole('button', { name: /^Parts table/ }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await page.waitForTimeout(400)
    expect(await serious(page)).toEqual([])
  },
  'a speed put right': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Fenland 1.7 pickup')
    await page.keyboard.press('4')
    await page.getByRole('button', { name: 'Change the size for Generator' }).click()
    await page.getByRole('button', { name: /its limit with 5 % to spare/ }).click()
    await expect(page.getByRole('group', { name: 'Another pulley on Generator' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  ...Object.fromEntries(
    [
      ['w', 'the working'],
      ['Control+k', 'the commands'],
      ['?', 'the keys'],
    ].map(([key = '', name = '']) => [
      name,
      async ({ emery, page }: Parts) => {
        await emery.open()
        await emery.pickDrive('Fenland 1.7 pickup')
        await emery.pulley('Generator').click()
        await page.keyboard.press(key)
        await expect(page.getByRole('dialog')).toBeVisible()
        // A drawer slides in; colours are measured once it stands still.
        await page.waitForTimeout(400)
        expect(await serious(page)).toEqual([])
      },
    ]),
  ),
  'a noise searched for': async ({ emery, page }) => {
    await emery.open('/noise')
    expect(await serious(page)).toEqual([])
    await page.getByRole('button', { name: /^Squeal/ }).click()
    await page.getByRole('button', { name: 'Continue' }).click()
    await expect(page.getByRole('region', { name: 'Next test' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'a walk round a drive': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Haulm 3.4 recovery truck')
    await emery.command('this drive for wear')
    await expect(page.getByRole('list', { name: 'Parts' })).toBeVisible()
    await page
      .getByRole('button', { name: /^.*Lower idler/ })
      .first()
      .click()
    expect(await serious(page)).toEqual([])
    await page
      .getByRole('link', { name: /^Open and print/ })
      .first()
      .click()
    await expect(page.getByRole('article')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'the knowledge of noises': async ({ emery, page }) => {
    await emery.open('/rules/noise')
    await page.getByRole('button', { name: 'Wet the ribs with a little water' }).click()
    await expect(page.getByRole('table')).toHaveCount(2)
    expect(await serious(page)).toEqual([])
  },
  'the Board and a job begun from it': async ({ emery, page }) => {
    await emery.open('/board')
    await expect(page.getByRole('list', { name: 'Jobs by stage' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.getByRole('button', { name: 'New job' }).click()
    await expect(page.getByRole('dialog', { name: 'New job' })).toBeVisible()
    await page.waitForTimeout(400)
    expect(await serious(page)).toEqual([])
  },
  'the vehicles and one of them': async ({ emery, page }) => {
    await emery.open('/vehicles')
    await expect(page.getByRole('link', { name: /^Ketch 2.2 van/ })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.getByRole('link', { name: /^Ketch 2.2 van/ }).click()
    await expect(page.getByRole('region', { name: 'Drives' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'a drive’s history and a job on paper': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Ketch 2.2 van')
    await page.getByRole('button', { name: 'Versions' }).click()
    await expect(page.getByRole('heading', { name: 'History' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.goBack()
    await expect(emery.drawing).toBeVisible()
    await page.keyboard.press('7')
    await page.getByRole('link', { name: 'Job sheet' }).click()
    await expect(page.getByRole('article')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'the list of people, and the door': async ({ emery, page }) => {
    await emery.open('/people')
    await expect(page.getByRole('table')).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.context().clearCookies()
    await page.reload()
    await expect(page.getByText(/Tap a name to sign in/)).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'the sums': async ({ emery, page }) => {
    await emery.open('/sums')
    await page.getByLabel('Driving, diameter').fill('160')
    await page.getByLabel('Driven, diameter').fill('60')
    await page.getByLabel('Driven, diameter').press('Enter')
    await expect(page.getByText('2.582 ×')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'what was done and deleted, and the pictures': async ({ emery, page }) => {
    for (const [path, heading] of [
      ['/audit', 'Audit log'],
      ['/deleted', 'Deleted lately'],
      ['/pictures', 'Pictures'],
    ]) {
      await emery.open(path)
      await expect(page.getByRole('heading', { name: heading ?? '', exact: true }).first()).toBeVisible()
      expect(await serious(page)).toEqual([])
    }
  },
  'the rules': async ({ emery, page }) => {
    await emery.open('/rules')
    await expect(page.getByRole('heading', { name: 'Wraps and clearance' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
}

for (const [name, look] of Object.entries(VIEWS))
  test(`axe finds nothing serious on ${name}`, async ({ emery, page }) => {
    await page.addInitScript(() => {
      const choices = { state: { units: 'mm', light: 'light' }, version: 0 }
      localStorage.setItem('emery.preferences', JSON.stringify(choices))
    })
    await look({ emery, page })
  })

test('nothing is cut off on a tablet, and targets are large enough for a thumb', async ({ browser, emery }) => {
  const context = await browser.newContext({
    storageState: await emery.page.context().storageState(),
    viewport: { width: 1024, height: 768 },
    hasTouch: true,
    isMobile: true,
  })
  const page = await context.newPage()
  await page.goto(`${address()}/drives`)
  await page.getByRole('link', { name: /^Ketch/ }).tap()
  await page.getByRole('button', { name: /^Crank,/ }).tap()
  await expect(page.getByRole('heading', { name: 'Crank' })).toBeVisible()
  const wide = await page.evaluate(() => document.documentElement.scrollWidth)
  expect(wide).toBeLessThanOrEqual(1024)
  // The last of the strip’s buttons ends inside the page.
  const working = await page.getByRole('button', { name: /^Working/ }).boundingBox()
  expect((working?.x ?? NaN) + (working?.width ?? NaN)).toBeLessThanOrEqual(1024)
  expect(await small(page)).toEqual([])
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Speeds/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'Against engine speed' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.getByText('Change sizes', { exact: true }).tap()
  await expect(page.getByRole('heading', { name: 'Speed needed' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Tension/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'What slips first' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden()
  expect(await small(page)).toEqual([])
  await page.getByText('Set tension', { exact: true }).tap()
  await expect(page.getByRole('heading', { name: 'Pointer' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Alignment/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'Measure' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.getByText('Mixed parts', { exact: true }).tap()
  await expect(page.getByRole('list', { name: 'Best sets' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.goto(`${address()}/noise`)
  await page.getByRole('button', { name: /^Chirp/ }).tap()
  expect(await small(page)).toEqual([])
  await page.getByRole('button', { name: 'Continue' }).tap()
  await expect(page.getByRole('region', { name: 'Next test' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.goto(`${address()}/drives`)
  await page.getByRole('link', { name: /^Fenland/ }).tap()
  await page.getByRole('button', { name: /^Due: / }).tap()
  await expect(page.getByRole('list', { name: 'Parts' })).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
  expect(await small(page)).toEqual([])
  for (const [path, heading] of [
    ['rules', 'Wraps and clearance'],
    ['board', 'Board'],
    ['vehicles', 'Vehicles'],
    ['people', 'People'],
  ] as const) {
    await page.goto(`${address()}/${path}`)
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible()
    await page.waitForLoadState('networkidle')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
    expect(await small(page)).toEqual([])
  }
  await page.goto(`${address()}/board`)
  await page.getByRole('link', { name: /^Fenland 1.7 pickup.*battery lamp/ }).tap()
  await expect(page.getByRole('region', { name: 'The job' })).toContainText('battery lamp glows at idle')
  expect(await small(page)).toEqual([])
  await page.getByRole('button', { name: 'Versions' }).tap()
  await expect(page.getByRole('heading', { name: 'History' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await context.close()
  await emery.open()
})
