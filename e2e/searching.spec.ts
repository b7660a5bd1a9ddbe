import { mkdirSync, writeFileSync } from 'node:fs'
import { expect, test } from './support/emery.ts'
import { twelvePulleys } from './support/fronts.ts'

test('a search over twelve pulleys leaves the page at hand; its longest task is written down', async ({
  emery,
  page,
}) => {
  await emery.openDocument(twelvePulleys(), 'route')
  await page.evaluate(() => {
    const seen = { longest: 0, frames: 0 }
    Object.assign(globalThis, { seen })
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) seen.longest = Math.max(seen.longest, duration)
    }).observe({ type: 'longtask' })
    const count = () => {
      seen.frames++
      requestAnimationFrame(count)
    }
    requestAnimationFrame(count)
  })
  await page.getByRole('button', { name: 'Find routes', exact: true }).click()
  await expect(page.getByRole('list', { name: /Routes found|Why no route was found/ })).toBeVisible({ timeout: 30_000 })
  const seen = await page.evaluate(() => (globalThis as unknown as { seen: { longest: number; frames: number } }).seen)
  // Speed is looked at in docs/performance.md; here only that the page went on drawing.
  expect(seen.frames).toBeGreaterThan(0)
  mkdirSync(new URL('../test-results/', import.meta.url), { recursive: true })
  writeFileSync(new URL('../test-results/searching.json', import.meta.url), JSON.stringify(seen))
})
