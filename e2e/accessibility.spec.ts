import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Emery } from './support/emery.ts'
import type { Page } from '@playwright/test'

interface Parts {
  readonly emery: Emery
  readonly page: Page
}

/** What axe finds serious or critical on the page, by rule and place. */
async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(({ target }) => `${id}: ${target.join(' ')}`))
}

/** Views that axe looks at, each in a test of its own: a look at a whole page takes a slow machine many seconds. */
const VIEWS: Readonly<Record<string, (parts: Parts) => Promise<void>>> = {
  'the drives': async ({ emery, page }) => {
    await emery.open()
    await expect(emery.driveRow('Ketch 2.2 van')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  ...Object.fromEntries(
    ['1', '2', '3', '4', '5', '6', '7'].map((step) => [
      `step ${step} of the bench`,
      async ({ emery, page }: Parts) => {
        await emery.open()
        await emery.pickDrive('Fenland 1.7 pickup')
        await emery.pulley('Generator').click()
        await page.keyboard.press(step)
        const steps = page.getByRole('navigation', { name: 'Steps' }).getByRole('button')
        await expect(steps.nth(Number(step) - 1)).toHaveAttribute('aria-current', 'step')
        expect(await serious(page)).toEqual([])
      },
    ]),
  ),
  'a belt set and checked': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Fenland 1.7 pickup')
    await page.keyboard.press('5')
    await page.getByText('Set and check', { exact: true }).click()
    await page.getByText('Pluck', { exact: true }).click()
    await page.getByRole('button', { name: 'Made-up belt' }).click()
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
    await page.getByRole('button', { name: 'Put Generator right' }).click()
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
    await page.getByRole('button', { name: 'That is all' }).click()
    await expect(page.getByRole('region', { name: 'Next test' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'a walk round a drive': async ({ emery, page }) => {
    await emery.open()
    await emery.pickDrive('Haulm 3.4 recovery truck')
    await emery.command('worn on this drive')
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
    await expect(page.getByRole('table')).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'the Board and a job begun from it': async ({ emery, page }) => {
    await emery.open('/board')
    await expect(page.getByRole('list', { name: 'Jobs by what they wait for' })).toBeVisible()
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
    await expect(page.getByText(/one tap signs you in/)).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
  'the rules': async ({ emery, page }) => {
    await emery.open('/rules')
    await expect(page.getByRole('heading', { name: 'Wraps and clearance' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  },
}

for (const light of ['light', 'dark'] as const)
  for (const [name, look] of Object.entries(VIEWS))
    test(`axe finds nothing serious on ${name}, ${light}`, async ({ emery, page }) => {
      await page.addInitScript(
        (value) =>
          localStorage.setItem(
            'emery.preferences',
            JSON.stringify({ state: { units: 'mm', light: value }, version: 0 }),
          ),
        light,
      )
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
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/drives`)
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
  await expect(page.getByRole('heading', { name: 'Over the engine’s speed' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.getByText('Put it right', { exact: true }).tap()
  await expect(page.getByRole('heading', { name: 'The speed wanted' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Tension/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'What slips first' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeHidden()
  expect(await small(page)).toEqual([])
  await page.getByText('Set and check', { exact: true }).tap()
  await expect(page.getByRole('heading', { name: 'Where it points' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Line-up/ })
    .tap()
  await expect(page.getByRole('heading', { name: 'Read it' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.getByText('Mixed parts', { exact: true }).tap()
  await expect(page.getByRole('list', { name: 'Best sets' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/noise`)
  await page.getByRole('button', { name: /^Chirp/ }).tap()
  expect(await small(page)).toEqual([])
  await page.getByRole('button', { name: 'That is all' }).tap()
  await expect(page.getByRole('region', { name: 'Next test' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/drives`)
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
    await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/${path}`)
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible()
    await page.waitForLoadState('networkidle')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
    expect(await small(page)).toEqual([])
  }
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/board`)
  await page.getByRole('link', { name: /^Fenland 1.7 pickup.*battery lamp/ }).tap()
  await expect(page.getByRole('region', { name: 'The job' })).toContainText('battery lamp glows at idle')
  expect(await small(page)).toEqual([])
  await page.getByRole('button', { name: 'Versions' }).tap()
  await expect(page.getByRole('heading', { name: 'History' })).toBeVisible()
  expect(await small(page)).toEqual([])
  await context.close()
  await emery.open()
})

/** Targets lower than a thumb needs, by name. */
function small(page: Page) {
  return page.evaluate(() =>
    [...document.querySelectorAll('button, a[href], input')]
      .map((control) => control.closest('.ant-input-affix-wrapper, .ant-input-number, .ant-select, label') ?? control)
      .map((target) => ({
        what: target.getAttribute('aria-label') ?? target.textContent,
        height: target.getBoundingClientRect().height,
      }))
      .filter(({ height }) => height > 0 && height < 43.5),
  )
}
