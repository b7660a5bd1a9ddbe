import { expect, test } from './support/emery.ts'

test.describe('with the server away', () => {
  test.use({ mayComplain: /ERR_FAILED|Failed to load resource/ })

  test('changes are kept in the browser and saved when it is back, the page closed in between', async ({
    emery,
    page,
    context,
  }) => {
    await emery.openCopy('linnet-toothed')
    const own = new URL(page.url()).pathname
    await context.route('**/api/drives/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    )
    await emery.pulley('Alternator').click()
    await page.getByRole('spinbutton', { name: 'Teeth' }).fill('27')
    await expect(page.getByText('server away; kept in this browser')).toBeVisible()

    // Closed while the server was away; opened again after it came back.
    await page.goto('about:blank')
    await context.unroute('**/api/drives/*')
    await emery.open(own)
    await expect(page.getByText('27 teeth')).toBeVisible()
    await emery.saved()
    await page.reload()
    await expect(page.getByText('27 teeth')).toBeVisible()
  })
})

test.describe('with someone else at the same drive', () => {
  test.use({ mayComplain: /409/ })

  test('both versions are shown and the chosen one is kept', async ({ emery, page, context }) => {
    await emery.openCopy('skerry-rod')
    const address = page.url()
    const other = await context.newPage()
    await other.goto(address)
    const otherField = other.getByRole('textbox', { name: /^Belt 6PK/ })
    await otherField.fill('1500')
    await otherField.press('Enter')
    await expect(other.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible()
    await expect(other.getByText('Belt 6PK1500')).toBeVisible()

    await emery.field('Belt 6PK1490').fill('1485')
    await page.keyboard.press('Enter')
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('saved elsewhere meanwhile')
    await expect(dialog.getByRole('row', { name: /Main belt, length/ })).toContainText('1485.0 mm')
    await expect(dialog.getByRole('row', { name: /Main belt, length/ })).toContainText('1500.0 mm')
    await dialog.getByRole('button', { name: 'Take theirs' }).click()
    await expect(page.getByText('Belt 6PK1500')).toBeVisible()
    // Mine is not lost: it can be taken back, and then stands on top of theirs.
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('Belt 6PK1485')).toBeVisible()
    await emery.saved()
    await page.reload()
    await expect(page.getByText('Belt 6PK1485')).toBeVisible()
  })
})
