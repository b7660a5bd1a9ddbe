import { address, expect, test, type Emery } from './support/emery.ts'
import type { Locator, Page } from '@playwright/test'

/** A day so many days from today, as the Board writes it down. */
function dayIn(days: number): string {
  const now = new Date()
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() + days)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}

/** Ticks whatever is left of some parts of the work, as they come. */
async function tickAll(page: Page): Promise<void> {
  const left = page.locator('li[data-ticked="false"] > .ant-checkbox-wrapper')
  const ofToday = (await page.getByRole('region', { name: 'Check again' }).locator('li').count()) || 0
  while ((await left.count()) > ofToday) await left.first().click()
}

test('from a complaint to the record: what is found is done, proved as it showed, and nothing is due but the second look', async ({
  emery,
  page,
}) => {
  test.slow()
  await emery.openCopy('ketch-main', 'measure')
  const driveId = /drives\/([^/]+)/.exec(page.url())?.[1] ?? ''

  // A squeak that comes when it is warm; the arm leans.
  await emery.command('makes the noise on this drive')
  await page.getByRole('button', { name: /^Squeal/ }).click()
  await page.getByRole('button', { name: 'Worst when warm: yes' }).click()
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByText(/^Enter another test/).click()
  await page.getByRole('button', { name: /^Turn the tensioner through/ }).click()
  await page.getByRole('button', { name: /^Rocks or leans/ }).click()
  await page.getByRole('button', { name: 'Save the diagnosis' }).click()
  await page.getByRole('button', { name: 'Save, and add to a new job' }).click()

  // It is a job: a step in its place, a part that is wanted, the proof in the condition in which it showed.
  const work = page.getByRole('list', { name: 'Work planned' })
  await expect(work).toContainText('Replace Tensioner arm')
  const waits = page.getByRole('region', { name: 'The job' })
  await expect(waits).toContainText('Waiting for: Parts')
  await expect(waits).toContainText('it shows warm')
  await expect(page.getByRole('region', { name: 'While the belts are off' })).toContainText('Replace Tensioner arm')
  const proof = page.getByRole('region', { name: 'Prove the repair' })
  await expect(proof).toContainText('Listen when it is fully warm')
  await expect(proof).not.toContainText('Water test')
  await page.getByRole('button', { name: 'Add to this job: Replace Main belt' }).click()
  await expect(work).toContainText('Replace Main belt')

  // Parts come in; a step that is too early asks why.
  for (const part of ['Tensioner arm', 'Main belt']) await emery.choose(`Status of ${part}`, 'here')
  await page.getByRole('checkbox', { name: 'First start, and look before you leave it running' }).click()
  await expect(page.getByText(/comes first and is neither done nor skipped/)).toBeVisible()
  await page.keyboard.press('Escape')
  await tickAll(page)
  await page.getByRole('textbox', { name: /^Reading at “Read the pointer”/ }).fill('between the marks')
  await page.keyboard.press('Enter')

  // The signature puts it on record.
  await page.getByRole('button', { name: 'Sign off' }).click()
  const missing = page.getByRole('dialog', { name: 'Before it is signed off' })
  await missing.getByLabel('Odometer, km').fill('84000')
  await missing.getByLabel('Number on the new Main belt').fill('OWN-6PK')
  await missing.getByRole('button', { name: 'Sign off' }).click()
  await expect(waits).toContainText('Second check')
  await expect(waits).toContainText('84,500 km')
  await expect(page.getByText(/^Signed off .*Wren$/)).toBeVisible()
  await page.waitForLoadState('networkidle')
  await emery.open(`/inspection/${driveId}`)
  const due = page.getByRole('region', { name: 'Due on this drive' })
  await expect(due.getByText(/The end of its life/)).toBeVisible()
  await expect(due.getByText(/now\./)).toHaveCount(0)
  await emery.open(`/drives/${driveId}/card/main`)
  await expect(page.getByRole('article')).toContainText('OWN-6PK')
  await expect(page.getByRole('article')).toContainText('84,000 km')
  await emery.open(`/drives/${driveId}/history`)
  await expect(page.getByText(/OWN-6PK/).first()).toBeVisible()

  // The same comes back: the last job stands beside the new one.
  const answer = await page.request.get(`${address()}/api/jobs?driveId=${driveId}`)
  const { jobs } = (await answer.json()) as { jobs: { number: number }[] }
  await emery.open('/board')
  await page.getByRole('button', { name: 'New job' }).click()
  expect(jobs).toHaveLength(1)
})

test('a vehicle that nobody has drawn keeps its complaint; the same again opens with the last job beside it', async ({
  emery,
  page,
}) => {
  await emery.open('/board')
  await begin(page, 'Heron of the day', 'howls at speed')
  const waits = page.getByRole('region', { name: 'The job' })
  await expect(waits).toContainText('howls at speed')
  await expect(waits).toContainText('Waiting for: Measure')
  await tickAll(page)
  await page.getByRole('button', { name: 'Sign off' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText(/^Signed off/)).toBeVisible()
  await page.waitForLoadState('networkidle')

  await emery.open('/board')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByRole('combobox', { name: 'Vehicle' }).fill('heron of the day')
  await page.locator('.ant-select-dropdown').getByText('Heron of the day').click()
  await dialog.getByRole('checkbox', { name: /^The same again as job \d+: howls at speed/ }).check()
  await dialog.getByRole('button', { name: 'Create job' }).click()
  const before = page.getByRole('region', { name: 'Came back' })
  await expect(before).toContainText('howls at speed')
  await expect(before.getByRole('link', { name: /^Job \d+/ })).toBeVisible()
})

test('a week for three people: a job that is late stands out, one is dragged to another day, one is given a day by hand', async ({
  emery,
  page,
}) => {
  test.slow()
  const made = await Promise.all(
    [
      ['Late one', 'Isla', `${dayIn(-1)}T09:00`],
      ['Today one', 'Tobias', `${dayIn(0)}T23:59`],
      ['Open one', 'Wren', ''],
    ].map(([name = '', hand = '', promisedFor = '']) => jobOf(emery, name, { hands: [hand], promisedFor })),
  )
  expect(made).toHaveLength(3)
  // All rows in sight.
  await page.setViewportSize({ width: 1280, height: 1600 })
  await emery.open('/board?view=week')
  const card = (name: string): Locator => page.locator('[data-late]').filter({ hasText: name })
  await expect(card('Late one')).toHaveAttribute('data-late', 'true')
  await expect(card('Today one')).toHaveAttribute('data-late', 'false')
  const row = (hand: string) => page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: hand }) })
  await expect(row('Isla')).toContainText('Late one')

  // By hand: the choice on the card.
  await card('Open one').getByRole('combobox').selectOption(dayIn(2))
  await expect(row('Wren').getByRole('cell').nth(2)).toContainText('Open one')
  // By dragging: to tomorrow, and to somebody else.
  const grip = card('Today one').getByRole('button', { name: /^Move job/ })
  const from = await grip.boundingBox()
  const to = await row('Wren').getByRole('cell').nth(1).boundingBox()
  if (from === null || to === null) throw new Error('nothing to drag')
  await page.mouse.move(from.x + 20, from.y + 10)
  await page.mouse.down()
  await page.mouse.move(from.x + 60, from.y + 20, { steps: 4 })
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 10 })
  await page.mouse.up()
  await expect(row('Wren').getByRole('cell').nth(1)).toContainText('Today one')
  await page.waitForLoadState('networkidle')
  await page.reload()
  await expect(row('Wren').getByRole('cell').nth(1)).toContainText('Today one')
  await expect(row('Wren').getByRole('cell').nth(1)).toContainText('23:59')
})

test('ten vehicles of a fleet come in from a table; those that nobody has looked at are due, and one press makes a job', async ({
  emery,
  page,
}) => {
  await emery.open('/vehicles')
  const rows = Array.from({ length: 10 }, (_, i) => `WG ${i},Wigeon ${i},${i < 5 ? 900_000 + i : 100},Wigeon Lines`)
  const table = ['plate,name,distance_km,owner', ...rows, 'WG 3,Twice,1,Nobody', ''].join('\n')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Fleet from CSV' }).click()
  await (await chooser).setFiles({ name: 'fleet.csv', mimeType: 'text/csv', buffer: Buffer.from(table) })
  await expect(page.getByText(/the plate WG 3 comes more than once/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Take in 9 vehicles' }).click()
  const done = page.getByRole('dialog', { name: '9 vehicles added, 0 changed.' })
  await done.getByRole('button', { name: 'OK' }).click()
  await expect(done).toBeHidden()
  await page.getByRole('searchbox', { name: 'Search vehicles' }).fill('wigeon lines')
  await expect(page.getByRole('link', { name: /Wigeon \d/ })).toHaveCount(9)
  await page.getByRole('link', { name: 'Board' }).click()
  const due = page.getByRole('region', { name: 'Due' })
  await expect(due.getByText(/^Wigeon \d/)).toHaveCount(4)
})

test('a tick is seen in another browser within a second', async ({ emery, page, browser }) => {
  await emery.openCopy('fenland-vee', 'belt-change')
  await page.getByRole('checkbox', { name: 'Have the service data ready' }).check()
  await page.waitForLoadState('networkidle')
  const context = await browser.newContext()
  const other = await context.newPage()
  const there = new (emery.constructor as new (of: Page) => Emery)(other)
  await there.signIn('Isla')
  await other.goto(page.url())
  await expect(other.getByRole('checkbox', { name: 'Have the service data ready' })).toBeChecked()
  await expect(other.getByRole('checkbox', { name: 'Make it safe' })).not.toBeChecked()
  await page.getByRole('checkbox', { name: 'Make it safe' }).check()
  await expect(other.getByRole('checkbox', { name: 'Make it safe' })).toBeChecked()
  await context.close()
})

test('every page has a title of its own and one heading', async ({ emery, page }) => {
  test.slow()
  await emery.openCopy('ketch-main', 'measure')
  const driveId = /drives\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const paths = ['/board', '/board?view=week', '/board/parts', '/vehicles', '/drives', '/drives/new', '/shelf', '/sums']
  const more = [
    '/rules',
    '/rules/noise',
    '/people',
    '/deleted',
    '/pictures',
    '/audit',
    '/help',
    '/noise',
    '/practice',
    '/practice/1-1',
    '/practice/size-4',
    '/run',
    '/inspection',
  ]
  const of = ['measure', 'length', 'belt-change', 'history', 'card/main'].map((step) => `/drives/${driveId}/${step}`)
  for (const path of [...paths, ...more, ...of, `/noise/${driveId}`, `/inspection/${driveId}`]) {
    await emery.open(path)
    await expect(page.getByRole('heading', { level: 1 }), path).toHaveCount(1)
    await expect(page, path).toHaveTitle(/^.+ · Emery$/)
  }
})

/** A job begun on the Board for a vehicle of a new name. */
async function begin(page: Page, vehicle: string, complaint: string): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByRole('combobox', { name: 'Vehicle' }).fill(vehicle)
  await page.getByRole('button', { name: `Add “${vehicle}” as a new vehicle` }).click()
  await dialog.getByLabel('Complaint').fill(complaint)
  await dialog.getByRole('button', { name: 'Create job' }).click()
}

/** A job of a vehicle of its own, with some fields set: what the Board itself is about is done by hand. */
async function jobOf({ page }: Emery, name: string, fields: object): Promise<string> {
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(`${address()}/api${path}`, { data })
    expect(answer.status(), await answer.text()).toBe(201)
    return (await answer.json()) as { id: string; document: object }
  }
  const vehicle = await post('/vehicles', { name, plate: '', engine: '', distance: null, notes: '' })
  const example = (await (await page.request.get(`${address()}/api/drives?limit=1`)).json()) as {
    drives: { document: object }[]
  }
  const drive = await post('/drives', { document: example.drives[0]?.document, vehicleId: vehicle.id })
  const { newJob } = await import('@emery/core/api')
  return (await post('/jobs', { ...newJob(drive.id), ...fields })).id
}
