import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './support/emery.ts'
import type { Page } from '@playwright/test'

/** What axe finds serious or critical on the page, by rule and place. */
async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(({ target }) => `${id}: ${target.join(' ')}`))
}

for (const light of ['light', 'dark'] as const) {
  test(`axe finds nothing serious on any view, ${light}`, async ({ emery, page }) => {
    await page.addInitScript(
      (value) =>
        localStorage.setItem('emery.preferences', JSON.stringify({ state: { units: 'mm', light: value }, version: 0 })),
      light,
    )
    await emery.open()
    await expect(emery.driveRow('Ketch 2.2 van')).toBeVisible()
    expect(await serious(page)).toEqual([])
    await emery.pickDrive('Fenland 1.7 pickup')
    await emery.pulley('Generator').click()
    for (const step of ['1', '2', '3', '5', '4']) {
      await page.keyboard.press(step)
      expect(await serious(page)).toEqual([])
    }
    await page.getByRole('button', { name: 'Put Generator right' }).click()
    await page.getByRole('button', { name: /its limit with 5 % to spare/ }).click()
    await expect(page.getByRole('group', { name: 'Another pulley on Generator' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.keyboard.press('w')
    await expect(page.getByRole('dialog')).toBeVisible()
    // The drawer slides in; colours are measured once it stands still.
    await page.waitForTimeout(400)
    expect(await serious(page)).toEqual([])
    await page.keyboard.press('Escape')
    for (const key of ['Control+k', '?']) {
      await expect(page.getByRole('dialog')).toBeHidden()
      await page.keyboard.press(key)
      await expect(page.getByRole('dialog')).toBeVisible()
      await page.waitForTimeout(400)
      expect(await serious(page)).toEqual([])
      await page.keyboard.press('Escape')
    }
    await emery.open('/rules')
    await expect(page.getByRole('heading', { name: 'Wraps and clearance' })).toBeVisible()
    expect(await serious(page)).toEqual([])
  })
}

test('nothing is cut off on a tablet, and targets are large enough for a thumb', async ({ browser, emery }) => {
  const context = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true, isMobile: true })
  const page = await context.newPage()
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/drives`)
  await page.getByRole('link', { name: /^Ketch/ }).tap()
  await page.getByRole('button', { name: /^Crank,/ }).tap()
  await expect(page.getByRole('heading', { name: 'Crank' })).toBeVisible()
  const wide = await page.evaluate(() => document.documentElement.scrollWidth)
  expect(wide).toBeLessThanOrEqual(1024)
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
  await page.goto(`${process.env['EMERY_E2E_URL'] ?? ''}/rules`)
  await expect(page.getByRole('heading', { name: 'Wraps and clearance' })).toBeVisible()
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
