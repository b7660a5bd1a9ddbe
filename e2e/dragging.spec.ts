import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { expect, test } from './support/emery.ts'

const RESULT = fileURLToPath(new URL('../test-results/dragging.json', import.meta.url))

interface Frames {
  readonly framesPerSecond: number
  readonly medianGapMs: number
  readonly p95GapMs: number
  readonly longestGapMs: number
}

/** Frames the page drew while `work` went on. */
async function framesDuring(page: Page, work: () => Promise<void>): Promise<Frames> {
  await page.evaluate(() => {
    const frames: number[] = []
    const next = (at: number) => {
      frames.push(at)
      Object.assign(window, { frames, frameRequest: requestAnimationFrame(next) })
    }
    requestAnimationFrame(next)
  })
  await work()
  const frames = await page.evaluate(() => {
    const { frames: seen, frameRequest } = window as unknown as { frames: number[]; frameRequest: number }
    cancelAnimationFrame(frameRequest)
    return seen
  })
  const gaps = frames.slice(1).map((at, i) => at - (frames[i] ?? at))
  const sorted = gaps.toSorted((a, b) => a - b)
  const quantile = (share: number) => Math.round(10 * (sorted[Math.floor(share * (sorted.length - 1))] ?? 0)) / 10
  const sum = gaps.reduce((all, gap) => all + gap, 0)
  return {
    framesPerSecond: Math.round((1000 * gaps.length) / sum),
    medianGapMs: quantile(0.5),
    p95GapMs: quantile(0.95),
    longestGapMs: quantile(1),
  }
}

test('a pulley is dragged with the solution live; the frames are written down', async ({ emery, page }) => {
  await emery.openCopy('haulm-main')
  const from = await emery.placeOf('Power steering pump')
  const wanted = await emery.beltWanted()
  const sway = async () => {
    for (let i = 1; i <= 70; i++) await page.mouse.move(from.x + 30 * Math.sin(i / 12), from.y - i / 6)
  }
  await page.mouse.move(from.x, from.y)
  // What this machine's browser can draw at most, with the pointer moving over a page that does nothing.
  const atRest = await framesDuring(page, sway)
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  const dragging = await framesDuring(page, sway)
  // Still held: the answer has followed already.
  await expect.poll(() => emery.beltWanted()).not.toBe(wanted)
  await page.mouse.up()

  const result = {
    drive: 'Haulm 3.4 recovery truck, 8 pulleys',
    atRest,
    dragging,
    ratio: dragging.framesPerSecond / atRest.framesPerSecond,
  }
  mkdirSync(dirname(RESULT), { recursive: true })
  writeFileSync(RESULT, `${JSON.stringify(result, null, 2)}\n`)
  expect(dragging.framesPerSecond).toBeGreaterThan(0)

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => emery.beltWanted()).toBe(wanted)
})

test('Escape calls a drag off', async ({ emery, page }) => {
  await emery.openCopy('haulm-main')
  const wanted = await emery.beltWanted()
  const from = await emery.placeOf('Power steering pump')
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 60, from.y - 20, { steps: 5 })
  await expect.poll(() => emery.beltWanted()).not.toBe(wanted)
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect.poll(() => emery.beltWanted()).toBe(wanted)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('the ground pans, the wheel zooms, and the whole drive comes back', async ({ emery, page }) => {
  await emery.openCopy('ketch-main')
  const before = await emery.placeOf('Crank')
  await page.mouse.move(200, 560)
  await page.mouse.down()
  await page.mouse.move(260, 530, { steps: 4 })
  await page.mouse.up()
  expect((await emery.placeOf('Crank')).x).toBeCloseTo(before.x + 60, 0)
  await page.mouse.wheel(0, -400)
  await page.getByRole('button', { name: 'Fit to view' }).click()
  await expect.poll(async () => Math.round((await emery.placeOf('Crank')).x)).toBe(Math.round(before.x))
})
