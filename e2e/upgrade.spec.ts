import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { freePort } from '../tools/lib/free-port.mjs'
import { WEB_DIST } from '../tools/lib/places.mjs'
import { expect, test } from './support/emery.ts'
import { changesKept } from './support/outbox.ts'
import { startEmery } from './support/start-emery.ts'

test.use({ serviceWorkers: 'allow' })

const DAY_MS = 86_400_000

/** As a later build would be: the page and what is kept of it are others. */
function buildLater(pages: string): void {
  const changed = { 'index.html': /<html /, 'sw.js': /(?<=index\.html",revision:")/ }
  for (const [name, at] of Object.entries(changed)) {
    const file = join(pages, name)
    const before = readFileSync(file, 'utf8')
    writeFileSync(
      file,
      before.replace(at, (found) => (name === 'sw.js' ? 'later' : `${found}data-build="later" `)),
    )
    expect(readFileSync(file, 'utf8')).not.toBe(before)
  }
  for (const name of readdirSync(pages)) if (/^(index\.html|sw\.js)\.(gz|br)$/.test(name)) rmSync(join(pages, name))
}

const build = (page: Page) => page.evaluate(() => document.documentElement.dataset['build'])

test('a phone that was away for a day, over an upgrade of the server: its work is sent, and the new version is offered', async ({
  browser,
}, { workerIndex }) => {
  const pages = mkdtempSync(join(tmpdir(), 'emery-pages-'))
  cpSync(WEB_DIST, pages, { recursive: true })
  const port = await freePort()
  const start = () => startEmery(`upgrade_${workerIndex}`, { webDir: pages, port })
  let server = await start()
  const address = `http://127.0.0.1:${port}`
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    reducedMotion: 'reduce',
    serviceWorkers: 'allow',
  })
  try {
    const page = await context.newPage()
    await page.goto(address)
    await page.getByRole('button', { name: /Isla/ }).tap()
    await page.goto(`${address}/board`)
    // What stands between is fetched beside the page; where the machine is busy it is there at one of the next visits.
    await expect(async () => {
      await page.reload()
      await page.evaluate((patience) => {
        const late = new Promise((_, give) => setTimeout(() => give(new Error('not ready')), patience))
        return Promise.race([navigator.serviceWorker.ready.then(() => true), late])
      }, 20_000)
    }).toPass({ timeout: 100_000 })
    await page.reload()
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
    await page
      .getByRole('link', { name: /^Ketch/ })
      .first()
      .tap()
    const step = page.getByRole('checkbox', { name: /Photograph the routing/ })
    await expect(step).toBeVisible()
    const job = page.url()

    // Away: the server is being upgraded, and the phone lies in a van till the next day.
    await context.setOffline(true)
    await server.stop()
    buildLater(pages)
    await page.clock.install({ time: Date.now() + DAY_MS })
    await page.goto(job)
    await step.tap()
    await expect(step).toBeChecked()
    await expect.poll(() => changesKept(page)).toBe(1)

    server = await start()
    await context.setOffline(false)
    await expect.poll(() => changesKept(page), { timeout: 60_000 }).toBe(0)

    // Offered, not forced: the page in hand is the one that was there.
    await page.evaluate(async () => {
      const kept = await navigator.serviceWorker.ready
      // As each hour; what comes of it is seen on the page.
      void kept.update()
    })
    const load = page.getByRole('button', { name: 'Load it' })
    await expect(load).toBeVisible()
    expect(await build(page)).toBeUndefined()
    await load.tap()
    // Where the browser is busy with what the former version was asked for, the new one comes with the next page that is opened.
    const next = await context.newPage()
    await page.close()
    await expect
      .poll(
        () =>
          next.goto(job, { timeout: 20_000 }).then(
            () => build(next),
            () => undefined,
          ),
        { timeout: 90_000 },
      )
      .toBe('later')
    await expect(next.getByRole('checkbox', { name: /Photograph the routing/ })).toBeChecked()
  } finally {
    await context.close()
    await server.stop()
    rmSync(pages, { recursive: true, force: true })
  }
})
