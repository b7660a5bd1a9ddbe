import { address, expect, test } from './support/emery.ts'
import type { Page } from '@playwright/test'

test.use({ serviceWorkers: 'allow', mayComplain: /ERR_INTERNET_DISCONNECTED|Failed to load resource|net::/ })

/** Waits until this page is answered by what the browser keeps of the application. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  await page.reload()
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
}

test('on a phone without a network: what was opened is read, what is ticked and read off is sent later, each once', async ({
  browser,
  emery,
}) => {
  const phone = await browser.newContext({
    storageState: await emery.page.context().storageState(),
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    reducedMotion: 'reduce',
    serviceWorkers: 'allow',
  })
  const page = await phone.newPage()
  const { request } = emery.page
  const { drives } = (await (await request.get(`${address()}/api/drives`)).json()) as {
    drives: { id: string; vehicle: { name: string } | null }[]
  }
  const drive = drives.find(({ vehicle }) => vehicle?.name.startsWith('Ketch') === true)?.id ?? ''
  await page.goto(`${address()}/board`)
  await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible()
  await kept(page)
  // Opened while there is a network: the job, the measuring.
  await page.goto(`${address()}/drives/${drive}/belt-change`)
  await expect(page.getByRole('heading', { name: /^Job / })).toBeVisible()
  await page.goto(`${address()}/board`)
  await expect(page.getByRole('link', { name: /^Ketch/ }).first()).toBeVisible()

  await phone.setOffline(true)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible()
  await expect(page.getByText(/^No network/)).toBeVisible()
  await page.goto(`${address()}/drives/${drive}/belt-change`)
  const step = page.getByRole('checkbox', { name: /Photograph the routing/ })
  await step.tap()
  await expect(step).toBeChecked()
  // A screen that this phone has never shown is there, too: the whole application is kept.
  await page.goto(`${address()}/sums`)
  await expect(page.getByRole('heading', { name: 'Sums' })).toBeVisible()
  await page.goto(`${address()}/drives/${drive}/measure`)
  const notes = page.getByRole('region', { name: 'Notes' }).getByRole('textbox')
  await notes.fill('read off in the yard')
  await notes.blur()
  await expect(page.getByText(/server not responding; saved in this browser/)).toBeVisible()
  // The phone restarts.
  await page.close()
  const again = await phone.newPage()
  await again.goto(`${address()}/drives/${drive}/belt-change`)
  await expect(again.getByRole('checkbox', { name: /Photograph the routing/ })).toBeChecked()

  await phone.setOffline(false)
  await expect
    .poll(
      async () => {
        const { document, version } = (await (await request.get(`${address()}/api/drives/${drive}`)).json()) as {
          document: { notes: string }
          version: number
        }
        const { jobs } = (await (await request.get(`${address()}/api/jobs?driveId=${drive}`)).json()) as {
          jobs: { ticks: { step: string }[] }[]
        }
        return [document.notes, version, jobs[0]?.ticks.filter(({ step: id }) => id === 'before.picture').length]
      },
      { timeout: 60_000 },
    )
    .toEqual(['read off in the yard', 2, 1])
  await phone.close()
})

test('signing out takes what was read out of this browser; the application stays', async ({ browser, emery }) => {
  const context = await browser.newContext({
    storageState: await emery.page.context().storageState(),
    serviceWorkers: 'allow',
  })
  const page = await context.newPage()
  await page.goto(`${address()}/board`)
  await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible()
  await kept(page)
  await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible()
  const stores = () => page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith('emery-')))
  await expect.poll(stores).toContain('emery-read-lately')
  await page.getByRole('button', { name: /^Signed in/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByText(/Tap a name to sign in/)).toBeVisible()
  const read = await page.evaluate(async () => {
    const store = await caches.open('emery-read-lately')
    return (await store.keys()).map(({ url }) => new URL(url).pathname).filter((path) => path !== '/api/session')
  })
  expect(read).toEqual([])
  await context.close()
})
