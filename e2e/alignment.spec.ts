import { expect, test } from './support/emery.ts'

test('a pump that sits 1.6 mm out is found with straightedge and caliper, mended by one move, and read again', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'alignment')
  const result = page.getByRole('region', { name: 'Alignment', exact: true })
  await expect(page.getByRole('note')).toContainText('Engine off, key out, engine cool')
  await emery.read('Crank, the reference', '41.2')
  await emery.read('Alternator', '41.2')
  await emery.read('A/C compressor', '41.2')
  await emery.read('Power steering pump', '42.8')
  await expect(result).toContainText('Power steering pump is 1.60 mm too far back')
  await expect(page.getByRole('img', { name: /^From above:.*Power steering pump 1\.60 mm back/ })).toBeVisible()
  const plan = page.getByRole('region', { name: 'Fewest moves' })
  const moves = plan.getByRole('list', { name: 'Moves' }).getByRole('listitem')
  await expect(moves).toHaveCount(1)
  await expect(plan).toContainText('Power steering pump is out: 1.60 mm too far in (over-pressed)')
  await page.getByRole('textbox', { name: 'Power steering pump' }).focus()
  // The straightedge is drawn over the pulley that is read, on two points of the crank's rim.
  await expect(emery.drawing.locator('circle[r="7"]')).toHaveCount(2)
  await expect(moves).toContainText('Pull the pulley of Power steering pump out by 1.60 mm.')
  await expect(plan).toContainText('every span of every belt runs quietly.')
  await plan.getByRole('button', { name: 'Show the result' }).click()
  await expect(page.getByRole('img', { name: /; 0 of 6 spans outside the quiet limit/ })).toBeVisible()
  await plan.getByRole('button', { name: 'Done: measure those again' }).click()
  const compared = page.getByRole('region', { name: 'Before and after' })
  await expect(compared).toContainText('not measured again')
  await expect(result).toContainText('Aligned, if the moves went as planned')
  await emery.read('Power steering pump', '41.1')
  await expect(result).toContainText('Aligned')
  await expect(compared.getByRole('row', { name: /^Power steering pump/ })).toContainText(/−1\.60 mm0\.00 mm\+0\.10 mm/)
  await expect(page.getByRole('region', { name: 'Fewest moves' })).toHaveCount(0)
  // Undone once, it is not read again; twice, not moved.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(result).toContainText('if the moves went as planned')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(result).not.toContainText('Aligned')
})

test('a belt one groove off is asked about first; a reading in the wrong unit is not swallowed', async ({
  emery,
  page,
}) => {
  await emery.openCopy('haulm-main', 'alignment')
  await emery.read('Crank, the reference', '38')
  const alternator = page
    .getByRole('list', { name: 'Readings, engine stopped' })
    .getByRole('textbox', { name: 'Alternator' })
  await alternator.fill('1.5 in')
  await alternator.press('Enter')
  await expect(alternator).toHaveValue('38.1')
  await alternator.fill('2.9 in')
  await alternator.press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('Is the unit right?')
  await page.getByRole('button', { name: 'Measure it again' }).click()
  await page.getByRole('button', { name: 'Delete the readings of Alternator' }).click()
  await alternator.fill('41.6')
  await alternator.press('Enter')
  const ask = page.getByRole('region', { name: 'Check first' })
  await expect(ask).toContainText('Is the belt one groove off on Alternator?')
  await ask.getByRole('button', { name: /^Yes/ }).click()
  await expect(ask).toHaveCount(0)
  await alternator.fill('38')
  await alternator.press('Enter')
  await expect(ask).toHaveCount(0)
})

test('a made-up laser is read off its target, and finds the same pump', async ({ emery, page }) => {
  await emery.openCopy('ketch-main', 'alignment')
  await page.getByText('Laser', { exact: true }).click()
  for (const name of ['Crank', 'Power steering pump']) {
    await page.getByRole('button', { name: `Simulated laser on ${name}` }).click()
    const dialog = page.getByRole('dialog')
    const words = (await dialog.getByRole('img', { name: /^The line crosses/ }).getAttribute('aria-label')) ?? ''
    const [near = '', far = ''] = [...words.matchAll(/at (-?[\d.]+) mm/g)].map(([, mark]) => mark)
    await emery.read('Near edge', near)
    await emery.read('Far edge', far)
    await dialog.getByRole('button', { name: 'Save this reading' }).click()
    await expect(dialog).toHaveCount(0)
  }
  // The van's steering pulley lies 1.3 mm behind its crank's, and the marks are seen within a line's width.
  await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText(
    /Power steering pump is 1\.[1-5]\d mm too far back/,
  )
})

test('parts of two families are put into one line, from a table that comes in and goes out', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'alignment')
  await page.getByText('Mixed parts', { exact: true }).click()
  const sets = page.getByRole('region', { name: 'Matching sets' })
  await expect(sets).toContainText(/sets match/)
  // A pump of the other family on this engine's own bracket.
  await page.getByRole('combobox', { name: 'Parts that Power steering pump must use' }).click()
  await page.getByTitle('Sandling Power steering pump').last().click()
  await page.keyboard.press('Escape')
  const steering = sets.getByRole('row', { name: /^Power steering pump/ })
  await expect(steering).toContainText('Sandling Power steering pump')
  await expect(page.getByRole('img', { name: /^From above: Crank 1\d\d(\.\d)? mm/ })).toBeVisible()
  await sets.getByRole('list', { name: 'Best sets' }).getByRole('button').first().click()
  await expect(sets.getByRole('button', { pressed: true })).toHaveCount(1)
  await page.getByRole('button', { name: /^Parts table/ }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export CSV' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('belt-line-parts.csv')
  await page.getByLabel('Import parts').setInputFiles({
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('role,name,fits,length_mm\nspacer,Test washer,any,1/16 in\nspacer,Odd,any,ten\n'),
  })
  const preview = page.getByRole('dialog', { name: /^mine\.csv: 1 part/ })
  await expect(preview.getByRole('alert')).toContainText('Row 3')
  await preview.getByRole('button', { name: 'Add 1 to the table' }).click()
  await expect(preview).toHaveCount(0)
  await page.getByRole('button', { name: 'Delete Test washer, Spacer' }).click()
  await expect(page.getByText('Test washer is deleted.')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await sets.getByRole('button', { name: 'Use these belt lines' }).click()
  await page.getByText('Measure and correct', { exact: true }).click()
  await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText(/Aligned|Misaligned/)
})
