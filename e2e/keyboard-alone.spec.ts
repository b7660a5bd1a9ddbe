import { expect, test } from './support/emery.ts'

test('the keyboard alone: find a drive, move a pulley, change a reading, use it back', async ({ emery, page }) => {
  await emery.open()
  await expect(emery.driveRow('Skerry 3.0 hill-climb coupe')).toBeVisible()
  await emery.doCommand('Skerry')
  await expect(emery.drawing).toBeVisible()

  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'Crank' })).toBeVisible()
  await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'Alternator' })).toBeVisible()

  const before = await emery.field('Right').inputValue()
  await emery.pulley('Alternator').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(async () => Number(await emery.field('Right').inputValue())).toBeCloseTo(Number(before) + 11, 6)

  await emery.field('Diameter').focus()
  await page.keyboard.type('2 1/2')
  await page.keyboard.press('Enter')
  await expect(emery.field('Diameter')).toHaveValue('63.5')
  await emery.pulley('Alternator').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await expect(emery.field('Right')).toHaveValue(before)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()

  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'Alternator' })).toBeHidden()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Next pulley')
})

test('inches and the dark theme are kept between visits', async ({ emery, page }) => {
  await emery.open()
  await page.getByText('inch', { exact: true }).click()
  await page.getByRole('button', { name: 'Dark theme' }).click()
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-light', 'dark')
  await emery.pickDrive('Linnet sprint car')
  await expect(page.getByRole('region', { name: 'Belt needed' })).toContainText(/\d+ \d+\/\d+ in/)
  // The number keys work straight after the units were switched, with the focus still there.
  await page.getByText('mm', { exact: true }).first().click()
  await page.keyboard.press('4')
  await expect(page.getByRole('heading', { name: 'Speeds', exact: true })).toBeVisible()
})
