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
  await expect(plan.getByRole('listitem')).toContainText(/^Draw the pulley of Steering out by \d\.\d\d mm\./)
  await expect(plan).toContainText('Then every span of every belt runs quietly.')
  await plan.getByRole('button', { name: 'Show it mended' }).click()
  await expect(page.getByRole('img', { name: /; 0 of 6 spans beyond quiet/ })).toBeVisible()
  await plan.getByRole('button', { name: 'Done: read those again' }).click()
  await emery.read('Steering', '41.1')
  await expect(result).toContainText('In line')
  await expect(page.getByRole('region', { name: 'Fewest moves' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(result).not.toContainText('In line')
})

test('a belt one groove off is asked about first; a reading in the wrong unit is not swallowed', async ({
  emery,
  page,
}) => {
  await emery.openCopy('haulm-main', 'lineup')
  await emery.read('Crank, the reference', '38')
  const alternator = page.getByRole('list', { name: 'Depths read' }).getByRole('textbox', { name: 'Alternator' })
  await alternator.fill('1.5 in')
  await alternator.press('Enter')
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
