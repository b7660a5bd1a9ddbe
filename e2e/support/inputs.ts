import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Locator } from '@playwright/test'
import type { Emery } from './emery.ts'

/** A person at Emery whose inputs are counted: one value that is kept, or one necessary tap. */
export class Counted {
  inputs = 0

  constructor(readonly emery: Emery) {}

  async tap(what: Locator): Promise<void> {
    this.inputs++
    await what.click()
  }

  /** A value written into a field and kept by Enter. */
  async read(label: string, text: string, within: Locator | Emery['page'] = this.emery.page): Promise<void> {
    this.inputs++
    const field = within.getByLabel(label, { exact: true })
    await field.fill(text)
    await field.press('Enter')
  }

  /** One option out of a list. */
  async choose(label: string, option: string): Promise<void> {
    this.inputs++
    await this.emery.choose(label, option)
  }

  async step(name: string): Promise<void> {
    this.inputs++
    await this.emery.step(name)
  }

  async measure(part: Parameters<Emery['measure']>[0]): Promise<void> {
    this.inputs++
    await this.emery.measure(part)
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

  async part(name: string): Promise<void> {
    await this.tap(this.emery.page.getByRole('button', { name, exact: true }))
  }

  /** Goes round the pulleys with the reading pad. */
  async sizes(sizes: readonly (readonly [name: string, written: string])[]): Promise<void> {
    this.inputs += 1 + sizes.length
    await this.emery.readSizes(sizes)
  }

  /** Puts a part where it was measured, right and up of the crank. */
  async place(name: string, right: number, up: number): Promise<void> {
    const { page } = this.emery
    await this.tap(this.emery.pulley(name))
    const card = page.getByRole('region', { name: `Selected: ${name}` })
    await this.read('Right', String(right), card)
    await this.read('Up', String(up), card)
  }
}

const RESULT = fileURLToPath(new URL('../../test-results/inputs', import.meta.url))

/** Writes a journey's count beside the others; docs/performance.md has them. */
export function writeInputs(journey: string, inputs: number): void {
  mkdirSync(RESULT, { recursive: true })
  writeFileSync(`${RESULT}/${journey}.json`, `${JSON.stringify({ journey, inputs })}\n`)
}
