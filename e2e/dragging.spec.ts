import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, test } from './support/emery.ts'

const RESULT = fileURLToPath(new URL('../test-results/dragging.json', import.meta.url))

test('a pulley is dragged with the solution live; the frames are written down', async ({ emery, page }) => {
  await emery.open()
  await emery.pickDrive('Haulm 3.4 recovery truck')
  const from = await emery.placeOf('Steering')
  const wanted = await emery.beltWanted()
  await page.evaluate(() => {
    const frames: number[] = []
    Object.assign(window, { frames })
    const next = (at: number) => {
      frames.push(at)
      requestAnimationFrame(next)
    }
    requestAnimationFrame(next)
  })
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  for (let i = 1; i <= 120; i++) {
    await page.mouse.move(from.x + 30 * Math.sin(i / 12), from.y - i / 6)
  }
  // Still held: the answer has followed already.
  await expect.poll(() => emery.beltWanted()).not.toBe(wanted)
  await page.mouse.up()
  const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames)
  const gaps = frames.slice(1).map((at, i) => at - (frames[i] ?? at))
  const sorted = gaps.toSorted((a, b) => a - b)
  const quantile = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? 0
  const result = {
    drive: 'Haulm 3.4 recovery truck, 8 pulleys',
    frames: frames.length,
    framesPerSecond: Math.round((1000 * gaps.length) / gaps.reduce((sum, gap) => sum + gap, 0)),
    gapMs: { median: quantile(0.5), p95: quantile(0.95), most: quantile(1) },
  }
  mkdirSync(dirname(RESULT), { recursive: true })
  writeFileSync(RESULT, `${JSON.stringify(result, null, 2)}\n`)
  expect(frames.length).toBeGreaterThan(10)

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => emery.beltWanted()).toBe(wanted)
})

test('Escape calls a drag off', async ({ emery, page }) => {
  await emery.open()
  await emery.pickDrive('Haulm 3.4 recovery truck')
  const wanted = await emery.beltWanted()
  const from = await emery.placeOf('Steering')
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
  await emery.open()
  await emery.pickDrive('Ketch 2.2 van')
  const before = await emery.placeOf('Crank')
  await page.mouse.move(200, 560)
  await page.mouse.down()
  await page.mouse.move(260, 530, { steps: 4 })
  await page.mouse.up()
  expect((await emery.placeOf('Crank')).x).toBeCloseTo(before.x + 60, 0)
  await page.mouse.wheel(0, -400)
  await page.getByRole('button', { name: 'Whole drive' }).click()
  await expect.poll(async () => Math.round((await emery.placeOf('Crank')).x)).toBe(Math.round(before.x))
})
