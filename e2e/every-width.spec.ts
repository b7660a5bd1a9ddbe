import type { Browser, Page } from '@playwright/test'
import { address, expect, test } from './support/emery.ts'
import { cutOff, serious, settled, small } from './support/looks.ts'

const PHONES = [
  { width: 360, height: 740 },
  { width: 390, height: 844 },
] as const
const TABLET = { width: 768, height: 1024 }
const DESK = { width: 1280, height: 800 }
/** A phone held on its side; besides the four. */
const ON_ITS_SIDE = { width: 844, height: 390 }

/** A look at a page takes axe a second and more: at every size only where one has the time (`npm run endure`), else on a phone. */
const EVERY_AXE = process.env['EMERY_ENDURE'] !== undefined
const AXE_AT = EVERY_AXE ? [...PHONES, TABLET, ON_ITS_SIDE] : [PHONES[1]]

interface Garage {
  readonly drive: string
  readonly vehicle: string
  readonly job: string
}

/** Every address of the house, by what it is called there. */
const ROUTES: Readonly<Record<string, (garage: Garage) => string>> = {
  Board: () => '/board',
  'Board, the week': () => '/board?view=week',
  'Parts of the week': () => '/board/parts',
  'the week on paper': () => '/board/week/sheet',
  Vehicles: () => '/vehicles',
  'a vehicle': ({ vehicle }) => `/vehicles/${vehicle}`,
  'a vehicle on paper': ({ vehicle }) => `/vehicles/${vehicle}/sheet`,
  Drives: () => '/drives',
  'a new drive': () => '/drives/new',
  Measure: ({ drive }) => `/drives/${drive}/measure`,
  Route: ({ drive }) => `/drives/${drive}/route`,
  Length: ({ drive }) => `/drives/${drive}/length`,
  Speeds: ({ drive }) => `/drives/${drive}/speeds`,
  Tension: ({ drive }) => `/drives/${drive}/tension`,
  Alignment: ({ drive }) => `/drives/${drive}/alignment`,
  'Belt change': ({ drive }) => `/drives/${drive}/belt-change`,
  'a job on paper': ({ drive, job }) => `/drives/${drive}/job/${job}/sheet`,
  Versions: ({ drive }) => `/drives/${drive}/history`,
  'a belt card': ({ drive }) => `/drives/${drive}/card/main`,
  Shelf: () => '/shelf',
  Noise: () => '/noise',
  'Noise of a drive': ({ drive }) => `/noise/${drive}`,
  'Running drive': ({ drive }) => `/run/${drive}`,
  Practice: () => '/practice',
  'Practice car': () => '/practice/1-1',
  'Practice round': () => '/practice/route-3',
  Inspection: () => '/inspection',
  'Inspection of a drive': ({ drive }) => `/inspection/${drive}`,
  Sums: () => '/sums',
  Rules: () => '/rules',
  'Noise: causes and tests': () => '/rules/noise',
  People: () => '/people',
  'Audit log': () => '/audit',
  'Deleted lately': () => '/deleted',
  Pictures: () => '/pictures',
  Help: () => '/help',
}

/** A page in someone's hand; `larger` as if the browser were set to type twice as large. */
async function inHand(browser: Browser, from: Page, touch: boolean, larger: boolean): Promise<Page> {
  const context = await browser.newContext({
    storageState: await from.context().storageState(),
    viewport: touch ? PHONES[1] : DESK,
    hasTouch: touch,
    isMobile: touch,
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  await page.addInitScript(() => {
    localStorage.setItem('emery.preferences', JSON.stringify({ state: { units: 'mm', light: 'light' }, version: 0 }))
  })
  if (larger) {
    const session = await context.newCDPSession(page)
    await session.send('Page.setFontSizes', { fontSizes: { standard: 32, fixed: 26 } })
  }
  return page
}

async function shown(page: Page, path: string): Promise<void> {
  await page.goto(`${address()}${path}`)
  // Rows that are not in view are laid out too: what is skipped keeps the places of another width.
  await page.addStyleTag({ content: '* { content-visibility: visible !important }' })
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached()
  await expect(page.getByText(/^(Loading|Laying out)/)).toHaveCount(0)
  await settled(page)
}

for (const [name, pathOf] of Object.entries(ROUTES))
  test(`${name} fits every width, light and dark, and type twice as large`, async ({ browser, emery }) => {
    const { request } = emery.page
    const read = async <Answer>(path: string) => (await (await request.get(`${address()}${path}`)).json()) as Answer
    const { drives } = await read<{ drives: readonly { id: string; vehicle: { id: string; name: string } | null }[] }>(
      '/api/drives',
    )
    const drive = drives.find(({ vehicle }) => vehicle?.name.startsWith('Ketch') === true)
    const { jobs } = await read<{ jobs: readonly { id: string }[] }>(`/api/jobs?driveId=${drive?.id ?? ''}`)
    const path = pathOf({
      drive: drive?.id ?? '',
      vehicle: drive?.vehicle?.id ?? '',
      job: jobs[0]?.id ?? '',
    })
    const wrong: Record<string, unknown> = {}
    const note = (where: string, found: readonly unknown[]) => {
      if (found.length > 0) wrong[where] = found
    }
    // Drawings follow a change of size a moment after it: what counts is what it comes to rest at.
    const noteAtRest = async (where: string, look: () => Promise<readonly unknown[]>) => {
      let found: readonly unknown[] = []
      await expect
        .poll(async () => (found = await look()).length, { timeout: 3000 })
        .toBe(0)
        .catch(() => note(where, found))
    }
    for (const larger of [false, true]) {
      const page = await inHand(browser, emery.page, true, larger)
      await shown(page, path)
      for (const size of [...PHONES, TABLET, ...(larger ? [] : [ON_ITS_SIDE])]) {
        await page.setViewportSize(size)
        await settled(page)
        const where = `${size.width} × ${size.height}${larger ? ', type twice as large' : ''}`
        await noteAtRest(`${where}: cut off`, () => cutOff(page))
        await noteAtRest(`${where}: small`, () => small(page))
        // The way about, and what is in hand, are there at every size.
        await expect(page.getByRole('navigation', { name: 'Main' })).toBeInViewport({ ratio: 0.9 })
        await expect(page.getByRole('banner')).toBeInViewport({ ratio: 0.9 })
      }
      for (const size of AXE_AT) {
        await page.setViewportSize(size)
        await settled(page)
        note(`${size.width} × ${size.height}${larger ? ', type twice as large' : ''}: axe`, await serious(page))
      }
      await page.context().close()
    }
    const desk = await inHand(browser, emery.page, false, true)
    await shown(desk, path)
    await noteAtRest('desk, type twice as large: cut off', () => cutOff(desk))
    if (EVERY_AXE) note('desk, type twice as large: axe', await serious(desk))
    await desk.context().close()
    expect(wrong).toEqual({})
  })
