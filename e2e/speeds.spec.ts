import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { expect, test, type Emery } from './support/emery.ts'

test('speeds at any engine speed; what cannot be is refused, a sum on cardboard is put right', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'speeds')
  const speeds = page.getByRole('complementary', { name: 'Speeds' })
  const most = page
    .getByRole('region', { name: 'Engine', exact: true })
    .getByRole('spinbutton', { name: 'Maximum, rpm' })
  const was = await most.inputValue()
  await most.fill('900')
  await most.press('Enter')
  await expect(speeds.getByRole('alert')).toContainText('The maximum speed must not be below cruise')
  const idle = page.getByRole('spinbutton', { name: 'Idle, rpm' })
  await idle.fill('0')
  await idle.press('Enter')
  await expect(speeds.getByRole('alert')).toContainText('must be above zero')
  // What was refused is still there to be mended; the drive has what it had.
  await most.fill('7000')
  await most.press('Enter')
  await expect(page.getByText(/Too fast: \d+ rpm at 7000 engine rpm; its limit is 16000/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/Too fast/)).toHaveCount(0)
  await expect(most).toHaveValue(was)

  const slider = page.getByRole('slider', { name: 'Engine speed shown, rpm' })
  await slider.focus()
  await page.keyboard.press('Home')
  // No faster than a key repeats: a frame is drawn between two presses.
  for (let i = 0; i < 100; i++) {
    await page.keyboard.press('ArrowRight')
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(drawn)))
  }
  await expect(speeds).toContainText('At 1000 engine rpm')
  const row = page.getByRole('row').filter({ hasText: 'Alternator' })
  await expect(row).toContainText(/overdriven\s*crank 0.37 for one/)
  await expect(row).toContainText('2684')
  await expect(speeds.getByRole('img', { name: /at 1000 rpm: Alternator 2684/ })).toBeVisible()

  const typed = page.getByRole('spinbutton', { name: 'Your ratio' })
  await emery.choose('Which shaft', 'Alternator')
  await typed.fill('0.37')
  await expect(page.getByText('Divide the crank pulley by the other pulley: 2.68.')).toBeVisible()
  await typed.fill('3.68')
  await expect(page.getByText('only multiplies the engine speed: 2.68.')).toBeVisible()
  await typed.fill('2.68')
  await expect(page.getByText('Correct: it turns 2.68 times')).toBeVisible()
  await page.getByText('Speed', { exact: true }).click()
  const speed = page.getByRole('spinbutton', { name: 'Your speed, rpm' })
  await speed.fill('1002.68')
  await expect(page.getByText('Multiply instead: 2.68 × 1000 is 2684 rpm.')).toBeVisible()
  await speed.fill('2684')
  await expect(page.getByText('Correct: 2684 rpm at 1000 engine rpm.')).toBeVisible()

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Speeds (CSV)' }).click(),
  ])
  expect(readFileSync(await download.path(), 'utf8')).toMatch(/^engine_rpm,Crank,/)
})

/** Opens a drive whose engine turns so fast that its alternator is in danger. */
async function openOverspeeding(emery: Emery, page: Page): Promise<void> {
  await emery.openCopy('ketch-main', 'speeds')
  const most = page
    .getByRole('region', { name: 'Engine', exact: true })
    .getByRole('spinbutton', { name: 'Maximum, rpm' })
  await most.fill('6500')
  await most.press('Enter')
}

const cards = (page: Page, pulley: string): Locator =>
  page
    .getByRole('group', { name: `Another pulley on ${pulley}` })
    .getByRole('listitem')
    .filter({ hasText: 'Fit this belt' })

test('find that the alternator overspeeds, ask for a speed, choose a pulley, see the new belt, compare, keep', async ({
  emery,
  page,
}) => {
  await openOverspeeding(emery, page)
  const right = page.getByRole('region', { name: 'Are these speeds right' })
  await expect(right).toContainText('Too fast: 17443 rpm at 6500 engine rpm; its limit is 16000')
  await right.getByRole('button', { name: 'Change the size for Alternator' }).click()

  // What is wanted is suggested; it can be typed as well.
  await page.getByRole('button', { name: /15200 maximum: its limit with 5 % to spare/ }).click()
  await expect(page.getByRole('spinbutton', { name: 'Speed needed, rpm' })).toHaveValue('15200')
  const first = cards(page, 'Alternator').first()
  await expect(first).toContainText(/Ø 67.0 mm.*15\d\d\d rpm/)
  await expect(first).toContainText(/6PK1685 to buy: good, \d+ % of travel; minimum wrap \d+° on/)
  await expect(first).toContainText('Nothing else changes speed.')
  // The crank's pulley would do it too, and changes all the others.
  await expect(cards(page, 'Crank').first()).toContainText(/Water pump\s*\d+ → \d+/)

  // Looked at, it stands on the drawing.
  await first.hover()
  await expect(emery.pulley('Alternator')).toHaveAccessibleName(/67.0 mm/)
  await page.mouse.move(10, 10)
  await expect(emery.pulley('Alternator')).toHaveAccessibleName(/57.8 mm/)

  await first.getByRole('button', { name: /^Compare/ }).click()
  await cards(page, 'Crank')
    .first()
    .getByRole('button', { name: /^Compare/ })
    .click()
  const tray = page.getByRole('region', { name: 'Versions to compare' })
  await expect(tray).toContainText('2 of 3')
  await tray.getByRole('button', { name: 'Compare' }).click()
  const side = page.getByRole('dialog', { name: 'Side by side' })
  await expect(side.getByRole('columnheader')).toHaveText(['Now', 'Version 1', 'Version 2'])
  await expect(side.getByRole('row', { name: /^Alternator rpm/ })).toContainText('17443')
  await expect(side.getByRole('row', { name: /^Main belt/ })).toContainText('6PK1675')
  await side.getByRole('button', { name: 'Use version 1' }).click()
  await expect(page.getByText(/Alternator Ø 67.0 mm: saved as a new version/)).toBeVisible()
  await expect(emery.pulley('Alternator')).toHaveAccessibleName(/67.0 mm/)
  await emery.saved()

  // It is a version among the versions, and undo takes it back.
  await page.getByText('Now', { exact: true }).click()
  await expect(right).not.toContainText('17443')
  await page.getByRole('button', { name: 'Versions' }).click()
  await expect(page.getByText(/^Version \d: other pulleys: Alternator Ø 67.0 mm/)).toBeVisible()
  await page.goBack()
  await expect(emery.drawing).toBeVisible()
})

test('what cannot be is said in a sentence: no speed, a speed no pulley gives, a pulley without room', async ({
  emery,
  page,
}) => {
  await openOverspeeding(emery, page)
  await page.getByText('Change sizes', { exact: true }).click()
  const wanted = page.getByRole('spinbutton', { name: 'Speed needed, rpm' })
  const found = page.getByRole('region', { name: 'Pulleys for this speed' })
  await wanted.fill('0')
  await expect(found.getByRole('alert')).toContainText('must be above zero')
  await wanted.fill('900000')
  await expect(found.getByRole('alert')).toContainText('no pair of pulleys can do that')
  await wanted.fill('60000')
  await expect(found.getByRole('alert')).toContainText('No pulley lets Alternator turn at 60000 rpm there')
  await expect(found).toContainText(/Alternator would have to be .* mm; the smallest for its belt is 45.0 mm/)
  await expect(found).toContainText(/Crank at .* mm: .*overlap|are too close/)

  // A rim pulled into its neighbour: a sentence, and undo.
  await emery.pulley('Water pump').click()
  const rim = page.getByRole('slider', { name: /^Size of the selected pulley/ })
  await rim.focus()
  for (let i = 0; i < 30; i++) await page.keyboard.press('Shift+ArrowUp')
  await expect(page.getByText(/overlap by/).first()).toBeVisible()
})

test('a rim is pulled on the drawing: the size, the speeds and the adjuster follow, as one step', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'speeds')
  await emery.pulley('Alternator').click()
  // How its speed comes from the crank stands on the drawing.
  await expect(page.locator('[data-link="main"]')).toContainText('× 2.68')
  const rim = page.getByRole('slider', { name: /^Size of the selected pulley/ })
  await expect(rim).toHaveAttribute('aria-valuetext', '57.8 mm')
  const box = await rim.boundingBox()
  const middle = await emery.placeOf('Alternator')
  if (box === null) throw new Error('no handle')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const [dx, dy] = [x - middle.x, y - middle.y]
  const along = Math.hypot(dx, dy)
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(x + (dx / along) * i, y + (dy / along) * i)
  await page.mouse.up()
  await expect(rim).toHaveAttribute('aria-valuetext', /^6\d.0 mm$/)
  await expect(page.locator('[data-link="main"]')).toContainText(/× 2\.[345]/)
  // Larger still, and the belt on the engine is too short for it: the one to buy is named.
  await rim.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowUp')
  const misfits = page.getByRole('region', { name: 'Belts that no longer fit' })
  await expect(misfits).toContainText(/6PK1675 is (tight|too short) on these pulleys/)
  await misfits.getByRole('button', { name: /^Fit this belt 6PK/ }).click()
  await expect(misfits).toBeHidden()
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(rim).toHaveAttribute('aria-valuetext', '57.8 mm')
})

test('the best set is found in a worker for how the vehicle is used', async ({ emery, page }) => {
  await emery.openCopy('skerry-rod', 'speeds')
  await page.getByText('Change sizes', { exact: true }).click()
  const best = page.getByRole('region', { name: 'Best sizes' })
  await expect(best).toContainText('hill-climb')
  await best.getByRole('button', { name: 'Alternator', exact: true }).click()
  await best.getByRole('button', { name: 'Find the best sizes' }).click()
  await expect(best.getByRole('status')).toContainText(/The best of [\d,]+ sets\./)
  const found = best.getByRole('listitem').filter({ hasText: 'Fit this belt' }).first()
  await expect(found).toContainText(/always in range|hardly ever/)
  await best.getByRole('button', { name: 'Crank', exact: true }).click()
  await best.getByRole('button', { name: 'Alternator', exact: true }).click()
  await best.getByRole('button', { name: 'Search again' }).click()
  await expect(best.getByRole('alert')).toContainText('Choose which pulleys may change size.')
})

test('how a vehicle is used is chosen or entered bar by bar, with the keyboard alone', async ({ emery, page }) => {
  await emery.openCopy('skerry-rod', 'speeds')
  const inRange = page.getByRole('list', { name: 'Time in range' })
  await expect(inRange).toContainText(/too fast 3\d %/)
  await emery.choose('Vehicle use', 'Town: a lot of idling')
  await expect(inRange).toContainText('too fast hardly ever')
  const idle = page.getByRole('slider', { name: 'Time at 900 rpm' })
  await idle.focus()
  await expect(idle).toHaveAttribute('aria-valuetext', /30.0 % of the time/)
  await page.keyboard.press('PageUp')
  await expect(idle).toHaveAttribute('aria-valuetext', /33.3 % of the time/)
  await expect(page.getByTitle('As entered').first()).toBeVisible()
  await page.getByRole('button', { name: /Working of the time out of range of Water pump/ }).click()
  await expect(page.getByRole('dialog', { name: 'Time out of range of Water pump' })).toContainText('share of the time')
})

test('an own value counts on every drive, and goes back to nominal', async ({ emery, page }) => {
  await emery.openCopy('ketch-main', 'speeds')
  const drive = page.url()
  await page.getByRole('link', { name: 'Rules' }).first().click()
  const field = page.getByRole('spinbutton', { name: 'Power steering pump, minimum useful speed' })
  await field.fill('9000')
  await field.press('Enter')
  await expect(page.getByRole('alert')).toHaveText(
    'Power steering pump, minimum useful speed: must be below the maximum speed (8000).',
  )
  await field.fill('960')
  await field.press('Enter')
  await expect(page.getByRole('row', { name: /Power steering pump minimum useful/ })).toContainText('ours')
  await page.goto(drive)
  // 954 rpm at idle.
  await expect(page.getByText(/Too slow: 954 rpm at idle; it needs 960 \(own value\)/)).toBeVisible()
  await emery.open('/rules')
  await page.getByRole('button', { name: 'Back to nominal: Power steering pump, minimum useful speed' }).click()
  await expect(page.getByRole('row', { name: /Power steering pump minimum useful/ })).not.toContainText('ours')
  await expect(field).toHaveValue('500')
})
