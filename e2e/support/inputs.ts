import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, type Locator } from '@playwright/test'
import type { Emery } from './emery.ts'

/** How a person works: with a finger on the screen, or with the keyboard alone. */
export type Way = 'touch' | 'keyboard'

/** Options looked at by arrow key before one is given up. */
const MAX_OPTIONS = 40

/** A person at Emery whose inputs are counted: one value that is kept, or one necessary tap. */
export class Counted {
  inputs = 0

  constructor(
    readonly emery: Emery,
    readonly way: Way,
  ) {}

  /** Presses something; what it takes to get there is not counted. */
  async tap(what: Locator): Promise<void> {
    this.inputs++
    await this.press(what)
  }

  private async press(what: Locator): Promise<void> {
    if (this.way === 'touch') await what.tap()
    else await what.press('Enter')
  }

  /** A value written into a field and kept by Enter. */
  async read(label: string, text: string, within: Locator | Emery['page'] = this.emery.page): Promise<void> {
    this.inputs++
    const field = within.getByLabel(label, { exact: true })
    await field.fill(text)
    await field.press('Enter')
  }

  /** Fills the fields of a panel one after the other, each kept by Enter. */
  async readEach(panel: Locator, readings: readonly string[]): Promise<void> {
    for (const [i, reading] of readings.entries()) {
      this.inputs++
      const field = panel.getByRole('textbox').nth(i)
      await field.fill(reading)
      await field.press('Enter')
    }
  }

  /** One option out of a list. */
  async choose(label: string, option: string): Promise<void> {
    this.inputs++
    if (this.way === 'touch') {
      await this.emery.choose(label, option)
      return
    }
    const { page } = this.emery
    const box = page.getByRole('combobox', { name: label, exact: true })
    await box.press('ArrowDown')
    const active = page
      .locator('.ant-select-dropdown')
      .filter({ visible: true })
      .locator('.ant-select-item-option-active')
    for (let i = 0; (await active.innerText()) !== option; i++) {
      if (i > MAX_OPTIONS) throw new Error(`${label} has no ${option}`)
      await box.press('ArrowDown')
    }
    await box.press('Enter')
    await expect(page.locator('.ant-select-dropdown').filter({ visible: true })).toHaveCount(0)
  }

  async step(name: string): Promise<void> {
    const steps = this.emery.page.getByRole('navigation', { name: 'Steps' })
    await this.tap(steps.getByRole('button', { name: new RegExp(name) }))
  }

  async measure(part: 'Pulleys' | 'Positions' | 'Photo' | 'Adjusters'): Promise<void> {
    const { page } = this.emery
    await this.tap(page.getByRole('group', { name: 'What to measure' }).getByRole('button', { name: part }))
  }

  /** One of the views of a step. */
  async view(name: string): Promise<void> {
    const { page } = this.emery
    this.inputs++
    if (this.way === 'touch') await page.getByText(name, { exact: true }).tap()
    else await page.getByRole('radio', { name, exact: true }).press('Space')
  }

  /** Takes another belt in hand. */
  async belt(name: string): Promise<void> {
    await this.tap(
      this.emery.page.getByRole('group', { name: 'Selected belt' }).getByRole('button', { name, exact: true }),
    )
  }

  /** Begins a drive: its name, then what is tapped; every tap counts. */
  async begin(name: string, taps: readonly (() => Promise<void>)[]): Promise<void> {
    const { page } = this.emery
    await this.emery.open('/drives/new')
    this.inputs++
    await page.getByLabel('Name of the drive').fill(name)
    for (const tap of taps) await tap()
    await this.tap(page.getByRole('button', { name: 'Start measuring' }))
    await this.emery.drawing.waitFor()
  }

  /** A part of New drive that is there, or a button by its name. */
  async part(name: string): Promise<void> {
    await this.tap(this.emery.page.getByRole('button', { name, exact: true }))
  }

  /** Says on New drive which part tightens the belt, and how, where that is not the usual way. */
  async tightens(part: string, how?: string): Promise<void> {
    await this.tap(this.emery.page.getByRole('button', { name: `${part} tightens the belt` }))
    if (how !== undefined) await this.choose(`How ${part} is moved`, how)
  }

  /** Goes round the pulleys with the reading pad. */
  async sizes(sizes: readonly (readonly [name: string, written: string])[]): Promise<void> {
    const { page } = this.emery
    await this.tap(page.getByRole('button', { name: `Read ${sizes[0]?.[0] ?? ''}` }))
    for (const [name, written] of sizes) {
      await expect(page.getByRole('heading', { name, exact: true })).toBeVisible()
      this.inputs++
      if (this.way === 'keyboard') {
        await page.keyboard.type(written)
        await page.keyboard.press('Enter')
      } else {
        const pad = page.getByRole('group', { name: /^Reading pad/ })
        for (const key of written) await pad.getByRole('button', { name: key, exact: true }).tap()
        await pad.getByRole('button', { name: /^Take/ }).tap()
      }
    }
  }

  /** Reads the dimensions of an adjuster, field by field. */
  async adjuster(name: string, readings: Readonly<Record<string, number>>): Promise<void> {
    const panel = this.emery.page.getByRole('region', { name: `Adjuster of ${name}` })
    for (const [label, value] of Object.entries(readings)) {
      await this.read(label, String(value), panel)
      await expect(panel.getByLabel(label, { exact: true })).toHaveValue(String(value))
    }
  }

  /** Puts a part where it was measured, right and up of the crank. */
  async place(name: string, right: number, up: number): Promise<void> {
    const { page } = this.emery
    await this.tap(this.emery.pulley(name).first())
    const card = page.getByRole('region', { name: `Selected: ${name}` })
    await this.read('Right', String(right), card)
    await this.read('Up', String(up), card)
  }

  async places(places: readonly (readonly [name: string, right: number, up: number])[]): Promise<void> {
    for (const [name, right, up] of places) await this.place(name, right, up)
  }
}

const RESULT = fileURLToPath(new URL('../../test-results/inputs', import.meta.url))

/** Writes a journey's count beside the others; docs/performance.md has them. */
export function writeInputs(journey: string, inputs: number): void {
  mkdirSync(RESULT, { recursive: true })
  writeFileSync(`${RESULT}/${journey}.json`, `${JSON.stringify({ journey, inputs })}\n`)
}
