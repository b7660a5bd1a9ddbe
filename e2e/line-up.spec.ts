import { expect, test } from './support/emery.ts'

test('a pump that sits 1.6 mm out is found with straightedge and caliper, mended by one move, and read again', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'lineup')
  const result = page.getByRole('region', { name: 'Line-up', exact: true })
  await expect(page.getByRole('note')).toContainText('Engine off, key out, and cool')
  await emery.read('Crank, the reference', '41.2')
  await emery.read('Alternator', '41.2')
  await emery.read('Cooling', '41.2')
  await emery.read('Steering', '42.8')
  await expect(result).toContainText('Steering sits 1.60 mm back')
  await expect(page.getByRole('img', { name: /^From above:.*Steering 1\.60 mm back/ })).toBeVisible()
  const plan = page.getByRole('region', { name: 'Fewest moves' })
  await expect(plan.getByRole('listitem')).toHaveCount(1)
  await page.getByRole('textbox', { name: 'Steering' }).focus()
  // The straightedge is drawn over the pulley that is read, on two points of the crank's rim.
  await expect(emery.drawing.locator('circle[r="7"]')).toHaveCount(2)
  await expect(plan.getByRole('listitem')).toContainText(/^Draw the pulley of Steering out by \d\.\d\d mm\./)
  await expect(plan).toContainText('Then every span of every belt runs quietly.')
  await plan.getByRole('button', { name: 'Show it mended' }).click()
  await expect(page.getByRole('img', { name: /; 0 of 6 spans beyond quiet/ })).toBeVisible()
  await plan.getByRole('button', { name: 'Done: read those again' }).click()
  const compared = page.getByRole('region', { name: 'Before and after' })
  await expect(compared).toContainText('not read again')
  await expect(result).toContainText('In line, if it went as planned')
  await emery.read('Steering', '41.1')
  await expect(result).toContainText('In line')
  await expect(compared.getByRole('row', { name: /^Steering/ })).toContainText(/−1\.60 mm\+0\.10 mm/)
  await expect(page.getByRole('region', { name: 'Fewest moves' })).toHaveCount(0)
  // Undone once, it is not read again; twice, not moved.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(result).toContainText('if it went as planned')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(result).not.toContainText('In line')
})

test('a belt one groove off is asked about first; a reading in the wrong unit is not swallowed', async ({
  emery,
  page,
}) => {
  await emery.openCopy('haulm-main', 'lineup')
  await emery.read('Crank, the reference', '38')
  const alternator = page.getByRole('list', { name: 'Read standing' }).getByRole('textbox', { name: 'Alternator' })
  await alternator.fill('1.5 in')
  await alternator.press('Enter')
  await expect(alternator).toHaveValue('38.1')
  await alternator.fill('2.9 in')
  await alternator.press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('is the unit right?')
  await page.getByRole('button', { name: 'Read it again' }).click()
  await page.getByRole('button', { name: 'Strike out what was read on Alternator' }).click()
  await alternator.fill('41.6')
  await alternator.press('Enter')
  const ask = page.getByRole('region', { name: 'Ask first' })
  await expect(ask).toContainText('Is the belt one groove off on Alternator?')
  await ask.getByRole('button', { name: /^Yes/ }).click()
  await expect(ask).toHaveCount(0)
  await alternator.fill('38')
  await alternator.press('Enter')
  await expect(ask).toHaveCount(0)
})

test('a made-up laser is read off its target, and finds the same pump', async ({ emery, page }) => {
  await emery.openCopy('ketch-main', 'lineup')
  await page.getByText('Laser', { exact: true }).click()
  for (const name of ['Crank', 'Steering']) {
    await page.getByRole('button', { name: `Made-up laser on ${name}` }).click()
    const dialog = page.getByRole('dialog')
    const words = (await dialog.getByRole('img', { name: /^The line crosses/ }).getAttribute('aria-label')) ?? ''
    const [near = '', far = ''] = [...words.matchAll(/at (-?[\d.]+) mm/g)].map(([, mark]) => mark)
    await emery.read('Near edge', near)
    await emery.read('Far edge', far)
    await dialog.getByRole('button', { name: 'Keep what I read' }).click()
    await expect(dialog).toHaveCount(0)
  }
  // The van's steering pulley lies 1.3 mm behind its crank's, and the marks are seen within a line's width.
  await expect(page.getByRole('region', { name: 'Line-up', exact: true })).toContainText(
    /Steering sits 1\.[1-5]\d mm back/,
  )
})

test('parts of two families are put into one line, from a table that comes in and goes out', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'lineup')
  await page.getByText('Mixed parts', { exact: true }).click()
  const sets = page.getByRole('region', { name: 'Sets that agree' })
  await expect(sets).toContainText(/sets agree/)
  // A pump of the other family on this engine's own bracket.
  await page.getByRole('combobox', { name: 'Parts that Steering must use' }).click()
  await page.getByTitle('Sandling Steering pump').last().click()
  await page.keyboard.press('Escape')
  const steering = sets.getByRole('row', { name: /^Steering/ })
  await expect(steering).toContainText('Sandling Steering pump')
  await expect(page.getByRole('img', { name: /^From above: Crank 1\d\d(\.\d)? mm/ })).toBeVisible()
  await sets.getByRole('list', { name: 'Best sets' }).getByRole('button').nth(1).click()
  await expect(sets.getByRole('button', { pressed: true })).toHaveCount(1)
  await page.getByRole('button', { name: /^Parts table/ }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a table' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('belt-line-parts.csv')
  await page.getByLabel('Table of parts').setInputFiles({
    ...{ name: 'mine.csv', mimeType: 'text/csv' },
    buffer: Buffer.from('role,name,fits,length_mm\nspacer,Test washer,any,1/16 in\nspacer,Odd,any,ten\n'),
  })
  const preview = page.getByRole('dialog', { name: /^mine\.csv: 1 part/ })
  await expect(preview.getByRole('alert')).toContainText('Row 3')
  await preview.getByRole('button', { name: 'Put 1 into the table' }).click()
  await expect(preview).toHaveCount(0)
  await page.getByRole('button', { name: 'Strike out Test washer, Spacer' }).click()
  await expect(page.getByText('Test washer is out of the table.')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await sets.getByRole('button', { name: 'Put the drive on these lines' }).click()
  await page.getByText('Read and mend', { exact: true }).click()
  await expect(page.getByRole('region', { name: 'Line-up', exact: true })).toContainText(/In line|Out of line/)
})
