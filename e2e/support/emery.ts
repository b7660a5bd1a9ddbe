import { readFileSync } from 'node:fs'
import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { startEmery } from './start-emery.ts'

/** A person at Emery: what they do and what they see, in the words of the bench. */
export class Emery {
  constructor(readonly page: Page) {}

  /** Signs in with one tap as one of the made-up people: Wren leads, Isla is a mechanic, Tobias an apprentice. */
  async signIn(name: string): Promise<void> {
    const session = (await (await this.page.request.get(`${address()}/api/session`)).json()) as {
      oneTap: readonly { readonly id: string; readonly name: string }[]
    }
    const id = session.oneTap.find((person) => person.name === name)?.id
    await this.page.request.post(`${address()}/api/session/one-tap`, { data: { id } })
  }

  async open(path = '/'): Promise<void> {
    await this.page.goto(`${address()}${path}`)
  }

  /** Opens a copy of one of the garage's drives, for a test that changes it: no other test ever meets it. */
  async openCopy(name: string, step = 'length'): Promise<void> {
    const file = readFileSync(new URL(`../../demo/drives/${name}.drive.json`, import.meta.url), 'utf8')
    const response = await this.page.request.post(`${address()}/api/drives/import`, {
      headers: { 'Content-Type': 'application/json' },
      data: file,
    })
    const { id } = (await response.json()) as { id: string }
    await this.open(`/drives/${id}/${step}`)
    await expect(this.drawing).toBeVisible()
  }

  /** Opens a drive of the test's own making. */
  async openDocument(document: unknown, step = 'measure'): Promise<void> {
    const response = await this.page.request.post(`${address()}/api/drives`, { data: { document, vehicleId: null } })
    const { id } = (await response.json()) as { id: string }
    await this.open(`/drives/${id}/${step}`)
    await expect(this.drawing).toBeVisible()
  }

  /** Starts a drive from what is on the engine; every part as it comes, a face said where it is another. */
  async startDrive(name: string, parts: readonly string[], smooth: readonly string[] = []): Promise<void> {
    await this.open()
    await this.page.getByRole('button', { name: 'New drive' }).click()
    await this.page.getByLabel('Name of the drive').fill(name)
    for (const part of parts) await this.page.getByRole('button', { name: part, exact: true }).click()
    for (const part of smooth) {
      await this.page.getByRole('button', { name: `Change ${part}` }).click()
      await this.choose('Face', 'smooth')
    }
    await this.page.getByRole('button', { name: 'Start measuring' }).click()
    await expect(this.drawing).toBeVisible()
  }

  /** Goes round the pulleys with the reading pad, Enter after each. */
  async readSizes(sizes: readonly (readonly [name: string, written: string])[]): Promise<void> {
    await this.page.getByRole('button', { name: `Read ${sizes[0]?.[0] ?? ''}` }).click()
    for (const [name, written] of sizes) {
      await expect(this.page.getByRole('heading', { name, exact: true })).toBeVisible()
      await this.page.keyboard.type(written)
      await this.page.keyboard.press('Enter')
    }
  }

  async choose(label: string, option: string): Promise<void> {
    await this.page.getByRole('combobox', { name: label, exact: true }).click()
    const list = this.page.locator('.ant-select-dropdown').filter({ visible: true }).last()
    await list.getByText(option, { exact: true }).click()
    await expect(this.page.locator('.ant-select-dropdown').filter({ visible: true })).toHaveCount(0)
  }

  /** Takes one distance between two pulleys. */
  async takeDistance(from: string, to: string, written: string): Promise<void> {
    await this.choose('From', from)
    await this.choose('To', to)
    await this.read('Distance', written)
    await expect(this.field('Distance')).toHaveValue('')
  }

  /** Runs a command out of the palette, found by some of its words. */
  async command(words: string): Promise<void> {
    await this.page.keyboard.press('Control+k')
    await this.page.getByRole('combobox', { name: /^Search or run/ }).fill(words)
    await this.page.keyboard.press('Enter')
  }

  /** Which part of the Measure step is looked at. */
  async measure(part: 'Pulleys' | 'Positions' | 'Photo' | 'Adjusters'): Promise<void> {
    await this.page.getByRole('group', { name: 'What to measure' }).getByRole('button', { name: part }).click()
  }

  async step(name: string): Promise<void> {
    await this.page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name: new RegExp(name) })
      .click()
  }

  async pickDrive(vehicle: string): Promise<void> {
    await this.driveRow(vehicle).click()
    await expect(this.drawing).toBeVisible()
  }

  driveRow(vehicle: string): Locator {
    return this.page.getByRole('link', { name: new RegExp(`^${vehicle}`) })
  }

  get drawing(): Locator {
    return this.page.getByRole('group', { name: 'The drive, seen from the front' })
  }

  pulley(name: string): Locator {
    return this.drawing.getByRole('button', { name: new RegExp(`^${name},`) })
  }

  field(label: string): Locator {
    return this.page.getByRole('textbox', { name: label, exact: true })
  }

  async read(label: string, text: string): Promise<void> {
    await this.field(label).fill(text)
    await this.field(label).press('Enter')
  }

  /** The large answer of the Length step, a number in the units shown. */
  async beltWanted(): Promise<string> {
    const large = this.page.getByRole('region', { name: 'Belt needed' }).getByTitle('Show the working (W)')
    return (await large.locator('span').innerText()).trim()
  }

  /** Where the adjuster sits, in percent. */
  async takenUp(): Promise<number> {
    const text = await this.page.getByRole('region', { name: 'Fitted belt' }).locator('strong').innerText()
    return Number.parseInt(text, 10)
  }

  /** Where the tensioner's arm ends on the screen: its pulley. */
  async placeOf(pulley: string): Promise<{ readonly x: number; readonly y: number }> {
    const box = await this.pulley(pulley).boundingBox()
    if (box === null) throw new Error(`${pulley} is not on the drawing`)
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }

  async saved(): Promise<void> {
    await expect(this.page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible()
  }

  async doCommand(name: string): Promise<void> {
    await this.page.keyboard.press('Control+k')
    await this.page.getByRole('combobox', { name: 'Search or run a command' }).fill(name)
    await this.page.keyboard.press('Enter')
    await expect(this.page.getByRole('dialog')).toBeHidden()
  }
}

let running: string | undefined

/** Where this worker's Emery answers. */
export function address(): string {
  if (running === undefined) throw new Error('Emery was not started for this worker.')
  return running
}

/** A test with a person at Emery; any error on the console, and any request that leaves the machine, fails it. */
export const test = base.extend<
  { emery: Emery; mayComplain: RegExp | null; person: string | null },
  { startedEmery: string }
>({
  startedEmery: [
    // Playwright reads from the pattern what a fixture rests on.
    async ({}, use, { workerIndex }) => {
      const server = await startEmery(String(workerIndex))
      running = `http://127.0.0.1:${server.port}`
      await use(running)
      await server.stop()
    },
    { scope: 'worker', auto: true, timeout: 120_000 },
  ],
  // What a test expects the console to say, when it switches the server off for instance.
  mayComplain: [null, { option: true }],
  // Who is signed in when the test begins; null for nobody.
  person: ['Wren', { option: true }],
  emery: async ({ page, mayComplain, person }, use) => {
    const complaints: string[] = []
    page.on('console', (message) => {
      // What Playwright says of itself is no complaint of the page.
      if (/Service Worker registration blocked by Playwright/.test(message.text())) return
      if (message.type() === 'error' || message.type() === 'warning') complaints.push(message.text())
    })
    page.on('pageerror', (error) => complaints.push(error.message))
    page.on('request', (request) => {
      const url = new URL(request.url())
      if (/^https?:$/.test(url.protocol) && url.hostname !== '127.0.0.1')
        complaints.push(`request left the machine: ${request.url()}`)
    })
    const emery = new Emery(page)
    if (person !== null) await emery.signIn(person)
    await use(emery)
    expect(complaints.filter((text) => mayComplain?.test(text) !== true)).toEqual([])
  },
})

export { expect } from '@playwright/test'
