import { readFileSync } from 'node:fs'
import { expect, test } from './support/emery.ts'

test('speeds at any engine speed; what cannot be is refused, a sum on cardboard is put right', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'speeds')
  const speeds = page.getByRole('complementary', { name: 'Speeds' })
  const most = page.getByRole('spinbutton', { name: 'Most, rpm' })
  const was = await most.inputValue()
  await most.fill('900')
  await most.press('Enter')
  await expect(speeds.getByRole('alert')).toContainText('The highest speed must not be below cruise')
  const idle = page.getByRole('spinbutton', { name: 'Idle, rpm' })
  await idle.fill('0')
  await idle.press('Enter')
  await expect(speeds.getByRole('alert')).toContainText('an engine that stands still turns no belt')
  // What was refused is still there to be mended; the drive has what it had.
  await most.fill('7000')
  await most.press('Enter')
  await expect(page.getByText(/Alternator reaches \d+ rpm at 7000 rpm of the engine/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/Alternator reaches/)).toHaveCount(0)
  await expect(most).toHaveValue(was)

  const slider = page.getByRole('slider', { name: 'Engine speed looked at, rpm' })
  await slider.focus()
  await page.keyboard.press('Home')
  for (let i = 0; i < 100; i++) await page.keyboard.press('ArrowRight')
  await expect(speeds).toContainText('At 1000 rpm of the engine')
  const row = page.getByRole('row').filter({ hasText: 'Alternator' })
  await expect(row).toContainText('overdriven; crank 0.37 for one')
  await expect(row).toContainText('2684')
  await expect(speeds.getByRole('img', { name: /at 1000 rpm: Alternator 2684/ })).toBeVisible()

  const typed = page.getByRole('spinbutton', { name: 'The ratio worked out' })
  await emery.choose('Which shaft', 'Alternator')
  await typed.fill('0.37')
  await expect(page.getByText('Divide the crank pulley by the other one: 2.68.')).toBeVisible()
  await typed.fill('3.68')
  await expect(page.getByText('nothing is added: 2.68.')).toBeVisible()
  await typed.fill('2.68')
  await expect(page.getByText('Right: it turns 2.68 times')).toBeVisible()

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a table (CSV)' }).click(),
  ])
  expect(readFileSync(await download.path(), 'utf8')).toMatch(/^engine_rpm,Crank,/)
})
