import { expect, test } from './support/emery.ts'

// A tick on top of somebody else’s is refused once, and made again.
test.use({ mayComplain: /409/ })

test('a job on the pickup is worked through: belts in order, ticks with name and time, a second browser beside it', async ({
  emery,
  page,
  context,
}) => {
  test.slow()
  await emery.openCopy('fenland-vee', 'measure')
  await page.keyboard.press('7')
  const off = page.getByRole('region', { name: 'Removal, outermost belt first' })
  await expect(off.getByRole('checkbox').nth(1)).toHaveAccessibleName('Remove Fan belt')
  await page.getByRole('textbox', { name: 'Complaint' }).fill('squeals on wet mornings')
  await page.keyboard.press('Enter')
  await page.getByRole('checkbox', { name: 'Complaint is a noise' }).check()
  await page.getByRole('checkbox', { name: 'Have the service data ready' }).check()
  await expect(page.getByText(/steps left/)).toBeVisible()

  // Somebody else at the same job: neither’s ticks are lost.
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(other.getByRole('region', { name: 'The job' })).toContainText('squeals on wet mornings')
  await other.getByRole('checkbox', { name: 'Make it safe' }).check()
  await expect(other.getByRole('checkbox', { name: 'Make it safe' })).toBeChecked()
  await page.getByRole('checkbox', { name: 'Photograph the routing' }).check()
  await expect(page.getByRole('checkbox', { name: 'Make it safe' })).toBeChecked()
  await expect(page.getByRole('checkbox', { name: 'Photograph the routing' })).toBeChecked()

  // One is left out, with a reason; all the others are ticked, and the job is closed.
  await page.getByRole('button', { name: 'Skip …' }).click()
  await page.getByRole('textbox', { name: /^Reason for skipping/ }).fill('belt is off already')
  await page.keyboard.press('Enter')
  await expect(off).toContainText('skipped: belt is off already')
  await expect(page.getByRole('button', { name: 'Sign off' })).toBeDisabled()
  const steps = page.locator('li[data-ticked="false"] .ant-checkbox-wrapper')
  await other.close()
  while ((await steps.count()) > 0) await steps.first().click()
  await expect(page.getByRole('button', { name: 'Sign off' })).toBeEnabled()
  // What is on its way is kept before the page is.
  await page.waitForLoadState('networkidle')
  await page.reload()
  await expect(page.getByRole('checkbox', { name: 'Road test' })).toBeChecked()
  await page.getByRole('button', { name: 'Sign off' }).click()
  const missing = page.getByRole('dialog', { name: 'Before it is signed off' })
  await missing.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText(/^Signed off .*Wren$/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Reopen' })).toBeVisible()
})
