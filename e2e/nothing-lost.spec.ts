import type { Page } from '@playwright/test'
import { address, expect, test } from './support/emery.ts'

test.describe('with the server away', () => {
  test.use({ mayComplain: /ERR_FAILED|Failed to load resource/ })

  test('changes are kept in the browser and saved when it is back, the page closed in between', async ({
    emery,
    page,
    context,
  }) => {
    await emery.openCopy('linnet-toothed')
    const own = new URL(page.url()).pathname
    await context.route('**/api/drives/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    )
    await emery.pulley('Alternator').click()
    await page.getByRole('spinbutton', { name: 'Teeth' }).fill('27')
    await expect(page.getByText('server not responding; saved in this browser')).toBeVisible()

    // Closed while the server was away; opened again after it came back.
    await page.goto('about:blank')
    await context.unroute('**/api/drives/*')
    await emery.open(own)
    await expect(page.getByText('27 teeth')).toBeVisible()
    await emery.saved()
    await page.reload()
    await expect(page.getByText('27 teeth')).toBeVisible()
  })

  test('a drive’s changes are sent from any screen', async ({ emery, page, context }) => {
    await emery.openCopy('linnet-toothed')
    const own = new URL(page.url()).pathname
    await context.route('**/api/drives/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    )
    await emery.pulley('Alternator').click()
    await page.getByRole('spinbutton', { name: 'Teeth' }).fill('27')
    await expect(page.getByText('server not responding; saved in this browser')).toBeVisible()

    await page.goto('about:blank')
    await emery.open('/shelf')
    await page.getByText(/waiting for the server/).click({ timeout: 30_000 })
    await expect(page.getByText('Drive changed')).toBeVisible()
    await context.unroute('**/api/drives/*')
    await expect(page.getByText(/waiting for the server/)).toBeHidden({ timeout: 30_000 })
    await emery.open(own)
    await expect(page.getByText('27 teeth')).toBeVisible()
  })

  test('a job’s ticks outlive the page, are sent once, and from any screen', async ({ emery, page, context }) => {
    await emery.openCopy('linnet-toothed', 'belt-change')
    const own = new URL(page.url()).pathname
    const sent: (string | undefined)[] = []
    // The server makes the change, and its answer is lost: a page that asked again would open a second job.
    await context.route('**/api/jobs', async (route) => {
      if (route.request().method() !== 'POST') return route.continue()
      sent.push(route.request().headers()['emery-edit'])
      await route.fetch()
      return route.abort()
    })
    await page.getByRole('checkbox', { name: 'Have the service data ready' }).check()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')

    // Closed meanwhile, and opened again somewhere else.
    await page.goto('about:blank')
    await context.unroute('**/api/jobs')
    const [again] = await Promise.all([
      page.waitForRequest((request) => request.method() === 'POST' && request.url().endsWith('/api/jobs'), {
        timeout: 60_000,
      }),
      emery.open('/shelf'),
    ])
    expect(sent).toContain(again.headers()['emery-edit'])
    await expect(page.getByText(/waiting for the server/)).toBeHidden()
    await emery.open(own)
    await expect(page.getByRole('checkbox', { name: 'Have the service data ready' })).toBeChecked()
    const driveId = own.split('/')[2] ?? ''
    const { jobs } = (await (await page.request.get(`${address()}/api/jobs?driveId=${driveId}`)).json()) as {
      jobs: unknown[]
    }
    expect(jobs).toHaveLength(1)
  })
})

test.describe('with the server away', () => {
  test.use({ mayComplain: /ERR_FAILED|Failed to load resource|Failed to fetch/ })

  test('writes of every screen outlive the page, are listed, and are sent once, in their order', async ({
    emery,
    page,
    context,
  }) => {
    const plate = `KW ${test.info().workerIndex}${Date.now() % 10_000}`
    const { id } = (await (
      await page.request.post(`${address()}/api/vehicles`, {
        data: { name: 'Kittiwake wagon', plate, engine: '', distance: null, notes: '' },
      })
    ).json()) as { id: string }
    await emery.open(`/vehicles/${id}`)
    // What is sent arrives, and no answer comes back.
    await context.route('**/api/vehicles/*', async (route) => {
      if (route.request().method() === 'GET') return route.continue()
      await route.fetch()
      return route.abort()
    })
    await page.getByLabel('Engine').fill('1.9')
    await page.getByLabel('Notes').click()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')
    await page.getByLabel('Notes').fill('knocks when cold')
    await page.getByLabel('Engine').click()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')

    await page.goto('about:blank')
    await emery.open('/shelf')
    await expect(page.getByText(/waiting for the server/)).toBeVisible({ timeout: 30_000 })
    await page.getByText(/waiting for the server/).click()
    await expect(page.getByText('Vehicle changed').first()).toBeVisible()
    await context.unroute('**/api/vehicles/*')
    await expect(page.getByText(/waiting for the server/)).toBeHidden({ timeout: 30_000 })
    const vehicle = (await (await page.request.get(`${address()}/api/vehicles/${id}`)).json()) as object
    expect(vehicle).toMatchObject({ engine: '1.9', notes: 'knocks when cold', version: 3 })
  })

  test('a picture outlives the page and is kept once, though its answer was lost', async ({ emery, page, context }) => {
    const pictures = async () =>
      ((await (await page.request.get(`${address()}/api/photos?from=0`)).json()) as { photos: unknown[] }).photos.length
    await emery.openCopy('ketch-main', 'measure')
    const before = await pictures()
    await context.route('**/api/photos', async (route) => {
      await route.fetch()
      return route.abort()
    })
    await emery.measure('Photo')
    await page.getByRole('button', { name: 'Practice photo' }).click()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')

    await page.goto('about:blank')
    await emery.open('/pictures')
    await page.getByText(/waiting for the server/).click({ timeout: 30_000 })
    await expect(page.getByText('Picture added')).toBeVisible()
    await context.unroute('**/api/photos')
    await expect(page.getByText(/waiting for the server/)).toBeHidden({ timeout: 30_000 })
    expect(await pictures()).toBe(before + 1)
  })

  test('a screen that was never loaded says so in its own place; the rest of the page lives on', async ({
    emery,
    page,
    context,
  }) => {
    await emery.open('/shelf')
    await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
    await context.route('**/*', (route) => route.abort())
    await page.getByRole('link', { name: 'Rules' }).click()
    await expect(page.getByText('This screen is not loaded yet')).toBeVisible()
    await page.getByRole('button', { name: 'Try again' }).click()
    await expect(page.getByRole('alert')).toContainText('still not responding')
    await context.unroute('**/*')
    await page.getByRole('button', { name: 'Try again' }).click()
    await expect(page.getByRole('heading', { name: 'Rules' })).toBeVisible()
  })
})

test('what one tab saves the other shows, and nobody is in conflict with themselves', async ({
  emery,
  page,
  context,
}) => {
  await emery.openCopy('linnet-toothed')
  const other = await context.newPage()
  await other.goto(page.url())
  const teethIn = (of: Page) => of.getByRole('spinbutton', { name: 'Teeth' })
  await emery.pulley('Alternator').click()
  await teethIn(page).fill('27')
  await emery.saved()
  await expect(other.getByText('27 teeth')).toBeVisible()
  // Changed there, it stands on top of what this tab has saved.
  await other.getByRole('button', { name: /^Alternator,/ }).click()
  await teethIn(other).fill('28')
  await expect(page.getByText('28 teeth')).toBeVisible()
  await expect(other.getByText('saved', { exact: false }).first()).toBeVisible()
  await other.close()
})

test.describe('with someone else at the same drive', () => {
  test.use({ mayComplain: /409/ })

  test('both versions are shown and the chosen one is kept', async ({ emery, page, context, browser }) => {
    await emery.openCopy('skerry-rod')
    const address = page.url()
    // Another machine: tabs of one browser follow each other.
    const elsewhere = await browser.newContext({ storageState: await context.storageState() })
    const other = await elsewhere.newPage()
    await other.goto(address)
    const otherField = other.getByRole('textbox', { name: /^Belt 6PK/ })
    await otherField.fill('1500')
    await otherField.press('Enter')
    await expect(other.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible()
    await expect(other.getByText('Belt 6PK1500')).toBeVisible()

    await emery.field('Belt 6PK1490').fill('1485')
    await page.keyboard.press('Enter')
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('Someone else has saved this drive')
    await expect(dialog.getByRole('row', { name: /Main belt, length/ })).toContainText('1485.0 mm')
    await expect(dialog.getByRole('row', { name: /Main belt, length/ })).toContainText('1500.0 mm')
    await dialog.getByRole('button', { name: 'Use theirs' }).click()
    await expect(page.getByText('Belt 6PK1500')).toBeVisible()
    // Mine is not lost: it can be taken back, and then stands on top of theirs.
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('Belt 6PK1485')).toBeVisible()
    await emery.saved()
    await page.reload()
    await expect(page.getByText('Belt 6PK1485')).toBeVisible()
    await elsewhere.close()
  })
})
