import type { Page } from '@playwright/test'
import { address, expect, test } from './support/emery.ts'
import { changesKept } from './support/outbox.ts'

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
})

test.describe('with the server away', () => {
  test.use({ mayComplain: /ERR_FAILED|Failed to load resource|Failed to fetch/ })

  test('edits of every kind outlive the page, are listed, and are sent once, from any screen', async ({
    emery,
    page,
    context,
  }) => {
    test.slow()
    const plate = `KW ${test.info().workerIndex}${Date.now() % 10_000}`
    const vehicle = (await (
      await page.request.post(`${address()}/api/vehicles`, {
        data: { name: 'Kittiwake wagon', plate, engine: '', distance: null, notes: '' },
      })
    ).json()) as { id: string }
    const asked = async <Answer>(path: string) =>
      (await (await page.request.get(`${address()}/api${path}`)).json()) as Answer
    const pictures = async () => (await asked<{ photos: unknown[] }>('/photos?from=0')).photos.length
    const before = await pictures()
    await emery.openCopy('linnet-toothed', 'belt-change')
    const own = new URL(page.url()).pathname
    const driveId = own.split('/')[2] ?? ''
    // A drive's save never arrives; everything else arrives, and no answer comes back: whoever asks again would do it twice.
    const edits: (string | undefined)[] = []
    await context.route(/\/api\/(drives|jobs|vehicles|photos)(\/|\?|$)/, async (route) => {
      const request = route.request()
      if (request.method() === 'GET') return route.continue()
      edits.push(request.headers()['emery-edit'])
      if (!request.url().includes('/api/drives/')) await route.fetch()
      return route.abort()
    })
    await page.getByRole('checkbox', { name: 'Have the service data ready' }).check()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')
    await emery.step('Measure')
    await emery.pulley('Alternator').click()
    await emery.step('Speeds')
    await page.getByRole('spinbutton', { name: 'Teeth' }).fill('27')
    await expect(page.getByText('server not responding; saved in this browser')).toBeVisible()
    await emery.step('Measure')
    await page.keyboard.press('Escape')
    await emery.measure('Photo')
    await page.getByRole('button', { name: 'Practice photo' }).click()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')
    await emery.open(`/vehicles/${vehicle.id}`)
    await page.getByLabel('Engine').fill('1.9')
    await page.getByLabel('Notes').click()
    await expect(page.getByRole('alert')).toContainText('kept in this browser')
    await page.getByLabel('Notes').fill('knocks when cold')
    await page.getByLabel('Engine').click()
    await expect.poll(() => changesKept(page)).toBe(4)

    // Closed meanwhile, and opened again somewhere else.
    await page.goto('about:blank')
    await emery.open('/shelf')
    await page.getByText(/waiting for the server/).click({ timeout: 30_000 })
    for (const words of ['Drive changed', 'Job changed', 'Picture added', 'Vehicle changed'])
      await expect(page.getByText(words).first()).toBeVisible({ timeout: 30_000 })
    // One that is being answered is lost still.
    await context.unrouteAll({ behavior: 'wait' })
    await expect(page.getByText(/waiting for the server/)).toBeHidden({ timeout: 60_000 })

    expect(await asked(`/vehicles/${vehicle.id}`)).toMatchObject({
      engine: '1.9',
      notes: 'knocks when cold',
      version: 3,
    })
    expect(await pictures()).toBe(before + 1)
    expect((await asked<{ jobs: unknown[] }>(`/jobs?driveId=${driveId}`)).jobs).toHaveLength(1)
    await emery.open(own)
    await expect(page.getByRole('checkbox', { name: 'Have the service data ready' })).toBeChecked()
    await expect(page.getByText('27 teeth')).toBeVisible()
    // Every change but the drive's, which has a save id in its body, went under one id of its own, however often.
    expect(new Set(edits.filter((id) => id !== undefined)).size).toBeGreaterThanOrEqual(4)
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
  test.use({ mayComplain: /409|ERR_FAILED/ })

  test('both versions are shown and the chosen one is kept', async ({ emery, page, context, browser }) => {
    // Without news: what the other saves would be here before anything is typed, and there would be nothing to choose.
    await context.route('**/api/live', (route) => route.abort())
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
