import { expect, test } from './support/emery.ts'

test.describe('a van from complaint to sign-off', () => {
  test.use({ person: 'Isla' })

  test('as someone new would do it: vehicle, drive, job, parts, work, run-in, signature, second check', async ({
    emery,
    page,
  }) => {
    test.slow()
    // The van comes in: nobody knows it yet, but its drive is like one that is known.
    await emery.openCopy('fenland-vee', 'length')
    await emery.open('/vehicles')
    await page.getByRole('button', { name: 'New vehicle' }).click()
    await page.getByLabel('Name', { exact: true }).fill('Ferry van of the journey')
    await page.keyboard.press('Tab')
    await expect(page.getByRole('heading', { name: 'Ferry van of the journey' })).toBeVisible()
    await page.getByLabel('Odometer, km').fill('61900')
    await page.keyboard.press('Enter')
    await page.getByRole('combobox', { name: 'Assign a drive to this vehicle' }).click()
    await page.locator('.ant-select-dropdown').getByText('Three V belts', { exact: true }).first().click()
    await expect(
      page.getByRole('region', { name: 'Drives' }).getByRole('link', { name: 'Three V belts' }),
    ).toBeVisible()

    // The complaint opens the job.
    await page.getByRole('link', { name: 'Board' }).click()
    await page.getByRole('button', { name: 'New job' }).click()
    const dialog = page.getByRole('dialog', { name: 'New job' })
    await dialog.getByRole('combobox', { name: 'Vehicle' }).fill('ferry van')
    await page.locator('.ant-select-dropdown').getByText('Ferry van of the journey').click()
    await dialog.getByLabel('Complaint').fill('squeals at the slip')
    await dialog.getByRole('button', { name: 'Create job' }).click()
    const waits = page.getByRole('region', { name: 'The job' })
    await expect(waits).toContainText('squeals at the slip')
    // The next step is one tap away, wherever on the page it stands.
    await waits.getByRole('button', { name: /^Next, 0 of \d+ done/ }).click()
    await expect(page.getByRole('checkbox', { name: 'Have the service data ready' })).toBeFocused()
    await expect(waits).toContainText('Waiting for: Belt change')

    // A part that is not here holds it up.
    await page.getByRole('textbox', { name: 'Part', exact: true }).fill('Fan belt')
    await page.getByRole('textbox', { name: 'Part number' }).fill('B-17')
    await page.keyboard.press('Enter')
    await expect(waits).toContainText('Waiting for: Parts')
    await emery.choose('Status of Fan belt', 'here')
    await expect(waits).toContainText('Waiting for: Belt change')

    // The work, step by step, until the engine has run.
    const all = page.locator('li[data-ticked="false"] > .ant-checkbox-wrapper')
    const of = (name: string) =>
      page.getByRole('region', { name }).locator('li[data-ticked="false"] > .ant-checkbox-wrapper')
    for (const phase of [
      'Before removal',
      'Removal, outermost belt first',
      'While the belts are off',
      'Installation, innermost belt first',
      'Tension',
      'Stop and check',
    ])
      while ((await of(phase).count()) > 0) await of(phase).first().click()
    await page.getByRole('checkbox', { name: 'First start, and look before you leave it running' }).check()
    await expect(waits).toContainText('Waiting for: Run in and prove')
    for (const phase of ['Run', 'Prove the repair'])
      while ((await of(phase).count()) > 0) await of(phase).first().click()
    await page.getByRole('textbox', { name: 'Reading at “Load test”' }).fill('quiet, lamp dark')
    await page.keyboard.press('Enter')
    await expect(waits).toContainText('Waiting for: Sign off')

    // What the record would lack is asked for once; the belts go on record with the signature.
    await page.getByRole('button', { name: 'Sign off' }).click()
    const missing = page.getByRole('dialog', { name: 'Before it is signed off' })
    await missing.getByLabel('Odometer, km').fill('62100')
    await expect(missing.getByLabel('Number on the new Fan belt')).toHaveCount(0)
    await missing.getByLabel('Number on the new Air pump belt').fill('B-19')
    await missing.getByRole('button', { name: 'Sign off' }).click()
    await expect(page.getByText(/^Signed off .*Isla$/)).toBeVisible()
    await expect(waits).toContainText('Second check, due')
    await expect(waits).toContainText('62,300 km')

    // It is due on the Board, is found there, and goes on from there.
    await page.getByRole('link', { name: 'Board' }).click()
    await page.getByRole('button', { name: /Second check/ }).click()
    await page.getByRole('searchbox', { name: 'Search jobs' }).fill('ferry slip')
    await expect(page).toHaveURL(/waits=re-check&q=ferry\+slip$/)
    const row = page
      .getByRole('list', { name: 'Jobs by stage' })
      .getByRole('link', { name: /Ferry van of the journey/ })
    await expect(row).toContainText('due ')
    await row.click()
    await expect(page.getByRole('region', { name: 'Check again' })).toBeVisible()
    while ((await all.count()) > 0) await all.first().click()
    await expect(waits).toContainText('Done')
    await page.getByRole('link', { name: 'Card of Fan belt' }).click()
    await expect(page).toHaveURL(/\/card\//)
    await expect(page.getByText('B-17').first()).toBeVisible()
    await page.goBack()

    // Kept on paper, on one page.
    await page.waitForLoadState('networkidle')
    await page.getByRole('link', { name: 'Job sheet' }).click()
    await expect(page.getByRole('article')).toContainText('quiet, lamp dark')
    const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true })
    expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
  })
})

test.describe('who may do what', () => {
  test.use({ person: 'Tobias', mayComplain: /403/ })

  test('an apprentice’s tick asks for a lead’s look; the rules are not theirs', async ({ emery, page }) => {
    await emery.openCopy('ketch-main', 'belt-change')
    await page.getByRole('checkbox', { name: 'Have the service data ready' }).check()
    await page.getByRole('checkbox', { name: 'Ask a lead to check it' }).check()
    await page.getByRole('checkbox', { name: 'Make it safe' }).check()
    await expect(page.getByText(/needs a lead’s check/).first()).toBeVisible()
    await expect(page.getByRole('button', { name: 'I have checked it' })).toHaveCount(0)
    await page.waitForLoadState('networkidle')
    const address = page.url()
    await page.goto(new URL('/people', address).href)
    await expect(page.getByText('Your role does not allow this')).toBeVisible()
    // The lead signs in on the same tablet.
    await page.getByRole('button', { name: 'Signed in: Tobias' }).click()
    await page.getByRole('button', { name: 'Sign out' }).click()
    await expect(page.getByText('This is the demo.')).toBeVisible()
    await page.getByRole('button', { name: /Wren/ }).click()
    await expect(page.getByRole('button', { name: 'Signed in: Wren' })).toBeVisible()
    await page.goto(address)
    await page.getByRole('button', { name: 'I have checked it' }).click()
    await expect(page.getByText('checked by Wren')).toBeVisible()
  })
})
