import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { newJob } from '@emery/core/api'
import { address, expect, test } from './support/emery.ts'
import { changesKept } from './support/outbox.ts'

test.use({ serviceWorkers: 'allow', mayComplain: /ERR_INTERNET_DISCONNECTED|Failed to load resource|net::/ })

/** The made-up picture to practise on, as if the phone had taken it. */
const PICTURE = fileURLToPath(new URL('../demo/photos/engine-front.jpg', import.meta.url))

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
  // A picture that is taken now is seen now, and sent later.
  await page.getByRole('group', { name: 'What to measure' }).getByRole('button', { name: 'Photo' }).tap()
  await page.getByLabel('Camera for the engine’s front').setInputFiles(PICTURE)
  const picture = page.getByRole('group', { name: 'Photo to mark' }).locator('image')
  await expect(picture).toBeVisible({ timeout: 60_000 })
  const shown = await picture.evaluate(async (image) => {
    const answer = await fetch(image.getAttribute('href') ?? '')
    return (await createImageBitmap(await answer.blob())).width
  })
  expect(shown).toBeGreaterThan(1000)
  // The phone restarts.
  await page.close()
  const again = await phone.newPage()
  await again.goto(`${address()}/drives/${drive}/belt-change`)
  await expect(again.getByRole('checkbox', { name: /Photograph the routing/ })).toBeChecked()

  await phone.setOffline(false)
  await expect
    .poll(
      async () => {
        const { document } = (await (await request.get(`${address()}/api/drives/${drive}`)).json()) as {
          document: { notes: string; photo?: { id: string } }
        }
        const sent = await request.get(`${address()}/api/photos/${document.photo?.id ?? 'none'}/screen`)
        const { jobs } = (await (await request.get(`${address()}/api/jobs?driveId=${drive}`)).json()) as {
          jobs: { ticks: { step: string }[] }[]
        }
        return [document.notes, sent.status(), jobs[0]?.ticks.filter(({ step: id }) => id === 'before.picture').length]
      },
      { timeout: 60_000 },
    )
    .toEqual(['read off in the yard', 200, 1])
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
  const read = () =>
    page.evaluate(async () => {
      const store = await caches.open('emery-read-lately')
      return (await store.keys()).map(({ url }) => new URL(url).pathname).filter((path) => path !== '/api/session')
    })
  expect((await read()).length).toBeGreaterThan(0)
  // From elsewhere, as a phone that was lost is.
  const { sessions } = (await (await emery.page.request.get(`${address()}/api/people/me/sessions`)).json()) as {
    sessions: { id: string; own: boolean }[]
  }
  const { id = '' } = sessions.find(({ own }) => own) ?? {}
  await emery.page.request.delete(`${address()}/api/people/me/sessions/${id}`)
  await expect(page.getByText('You are signed out')).toBeVisible()
  await expect.poll(read).toEqual([])
  await page.getByRole('button', { name: /^Wren/ }).click()
  await expect(page.getByText('You are signed out')).toBeHidden()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Board' })).toBeVisible()
  // And by one's own hand.
  await page.getByRole('button', { name: /^Signed in/ }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByText(/Tap a name to sign in/)).toBeVisible()
  await expect.poll(read).toEqual([])
  await context.close()
})

/** Changes made without a network, 500 where one has the time (`npm run endure`), and how often the browser is killed meanwhile. */
const CHANGES = process.env['EMERY_ENDURE'] === undefined ? 60 : 500
const KILLS = 3

/** What becomes of a write on its way: lost, made but not answered, made twice; most arrive. By turns, so that each is met. */
async function losing(context: BrowserContext): Promise<void> {
  let count = 0
  await context.route('**/api/jobs/**', async (route) => {
    if (route.request().method() === 'GET') return route.fallback()
    const turn = count++ % 12
    if (turn === 3) return route.abort()
    if (turn === 7) {
      await route.fetch()
      return route.abort()
    }
    if (turn === 10) await route.fetch()
    return route.continue()
  })
}

test('many changes without a network, the browser killed three times: each is made, and once', async ({ emery }) => {
  test.slow()
  await emery.openCopy('linnet-toothed', 'belt-change')
  const driveId = new URL(emery.page.url()).pathname.split('/')[2] ?? ''
  const { request } = emery.page
  const job = (await (await request.post(`${address()}/api/jobs`, { data: newJob(driveId) })).json()) as {
    id: string
    version: number
  }
  const profile = mkdtempSync(join(tmpdir(), 'emery-phone-'))
  const open = async (offline: boolean) => {
    const context = await chromium.launchPersistentContext(profile, {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking'],
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      reducedMotion: 'reduce',
      serviceWorkers: 'allow',
    })
    await context.addCookies((await emery.page.context().cookies()).map((cookie) => ({ ...cookie })))
    await context.setOffline(offline)
    const page = context.pages()[0] ?? (await context.newPage())
    await page.goto(`${address()}/drives/${driveId}/belt-change?job=${job.id}`)
    await expect(page.getByRole('checkbox').first()).toBeVisible()
    return { context, page }
  }
  /** Ticks and unticks; each is kept before the next is made, as a thumb is slower than a disk. */
  const change = async (page: Page, count: number) => {
    const step = page.getByRole('checkbox').first()
    // What waits is read back a moment after the job is shown.
    await expect(step).toBeChecked({ checked: made % 2 === 1 })
    for (let i = 0; i < count; i++) {
      const was = await step.isChecked()
      await step.dispatchEvent('click')
      await expect(step).toBeChecked({ checked: !was })
    }
    await expect.poll(() => changesKept(page)).toBe(made + count)
    made += count
  }
  let made = 0
  try {
    let { context, page } = await open(false)
    await kept(page)
    await expect(page.getByRole('checkbox').first()).toBeVisible()
    await context.setOffline(true)
    const share = Math.floor(CHANGES / (KILLS + 1))
    for (let kill = 0; kill < KILLS; kill++) {
      await change(page, share)
      const gone = new Promise((resolve) => context.once('close', resolve))
      const session = await context.newCDPSession(page)
      // Not closed: killed, as when the battery is out.
      void session.send('Browser.crash').catch(() => undefined)
      await gone
      ;({ context, page } = await open(true))
    }
    await change(page, CHANGES - made)
    await losing(context)
    await context.setOffline(false)
    const server = async () => {
      const { jobs } = (await (await request.get(`${address()}/api/jobs?driveId=${driveId}`)).json()) as {
        jobs: { id: string; version: number; ticks: unknown[] }[]
      }
      const found = jobs.find(({ id }) => id === job.id)
      return [jobs.length, found?.version, found?.ticks.length]
    }
    // Ticked and unticked as often: nothing is left but the count of versions.
    await expect.poll(server, { timeout: 240_000, intervals: [2000] }).toEqual([1, job.version + CHANGES, 0])
    await context.close()
  } finally {
    rmSync(profile, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 })
  }
})
