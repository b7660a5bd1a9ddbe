import { readFileSync } from 'node:fs'
import { expect, test } from './support/emery.ts'

test('two versions side by side, and the older one brought back', async ({ emery, page }) => {
  await emery.openCopy('ketch-main')
  await emery.pulley('Crank').click()
  const before = await emery.field('Diameter').inputValue()
  await emery.read('Diameter', '150')
  await emery.saved()
  await page.getByRole('button', { name: 'Versions' }).click()
  await expect(page.getByRole('list', { name: 'What changed' })).toContainText(
    `Ø ${Number(before).toFixed(1)} mm → Ø 150.0 mm`,
  )
  await expect(page.getByRole('list', { name: 'Versions' }).getByRole('listitem').first()).toContainText('Wren')
  await page.getByRole('button', { name: 'Restore version 1' }).click()
  await emery.pulley('Crank').click()
  await expect(emery.field('Diameter')).toHaveValue(before)
  await page.getByRole('button', { name: 'Versions' }).click()
  await expect(page.getByRole('list', { name: 'Versions' }).getByRole('listitem')).toHaveCount(3)
})

test('a drive goes out as drawing and table, and the table comes in again', async ({ emery, page }) => {
  await emery.openCopy('haulm-main')
  const save = async (format: string) => {
    const dialog = page.getByRole('dialog')
    await page.getByRole('button', { name: 'Export' }).click()
    await expect(dialog).toBeVisible()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: format }).click(),
    ])
    await expect(dialog).toBeHidden()
    return { name: download.suggestedFilename(), text: readFileSync(await download.path(), 'utf8') }
  }
  const dxf = await save('DXF drawing')
  expect(dxf.name).toMatch(/\.dxf$/)
  expect(dxf.text).toContain('AC1009')
  expect((await save('SVG drawing')).text).toContain('mm" viewBox=')
  expect((await save('Drive document')).text).toContain('"emery-drive"')
  const csv = await save('CSV table')
  const [heading = '', ...rows] = csv.text.trim().split('\r\n')

  await emery.open()
  const table = page.getByLabel('Drive document to import')
  await table.setInputFiles({
    name: 'wrong.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('pulley,size\nCrank,160\n'),
  })
  await expect(page.getByRole('dialog')).toContainText(
    'The table has no column name and no column face; its columns are pulley, size.',
  )
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()

  await table.setInputFiles({
    name: 'front.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from([heading, ...rows, 'x,x,Stray,fan,round,,,,,,,,,,,,,,,'].join('\n')),
  })
  await expect(page.getByRole('dialog')).toContainText('face: “round” is not one of ribbed, vee, toothed, smooth.')
  await page.getByRole('button', { name: 'Create a drive' }).click()
  await expect(emery.drawing.getByRole('button', { name: /, not driven|, clockwise/ })).toHaveCount(rows.length)
})
