import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { expect, test, type Emery } from './support/emery.ts'

/** Chooses from a list by what is written there. */
async function choose(page: Page, list: string, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: list, exact: true }).click()
  // A long list shows only a part of itself: what can be searched is.
  if (typeof option === 'string') await page.keyboard.type(option)
  await page.locator('.ant-select-dropdown:visible .ant-select-item-option').filter({ hasText: option }).first().click()
}

async function opened(emery: Emery, page: Page, exercise: string): Promise<void> {
  await emery.open(`/practice/${exercise}`)
  await expect(page.getByRole('img', { name: 'The drive as it runs, from the front' })).toBeVisible({ timeout: 30_000 })
}

const heard = (page: Page) => page.getByRole('status', { name: 'Heard' })

test('a demo drive runs: it turns, is heard, and slips when it is wet and blipped', async ({ emery, page }) => {
  await emery.openCopy('ketch-main', 'tension')
  await emery.command('Run it')
  await page.getByRole('button', { name: 'Start the engine' }).click()
  await expect(heard(page)).toHaveText('Nothing is heard beside the engine.')
  const crank = page.getByRole('row', { name: /^Crank/ })
  await expect(crank).toContainText(/8[45]\d/)
  // What goes to the loudspeaker.
  const signal = async () => Number(await page.getByRole('meter', { name: 'Sound that is made' }).getAttribute('value'))
  await expect.poll(signal).toBeGreaterThan(0.001)
  const load = page.getByRole('slider', { name: 'Load of the parts' })
  await load.focus()
  await load.press('End')
  await page.getByRole('button', { name: 'Wet the belt' }).click()
  await page.keyboard.down('g')
  await expect(heard(page)).toContainText('squeal')
  await expect(page.getByRole('cell', { name: /^slips/ }).first()).toBeVisible()
  await page.keyboard.up('g')
  // Read over time, standing still, and taken home.
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.getByRole('button', { name: 'Alternator' }).click()
  await expect(page.getByRole('img', { name: /^After Alternator over the last/ })).toBeVisible()
  const saved = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Readings as CSV' }).click()
  expect((await saved).suggestedFilename()).toMatch(/-run\.csv$/)
})

test('a drive that cannot run says why and where', async ({ emery, page }) => {
  const document = JSON.parse(readFileSync('demo/drives/ketch-main.drive.json', 'utf8')) as {
    belts: { length: number }[]
  }
  for (const belt of document.belts) belt.length = 2600
  await emery.openDocument(document, 'length')
  await emery.command('Run it')
  await expect(page.getByRole('region', { name: 'Cannot run yet' })).toContainText('too long')
  await expect(page.getByRole('link', { name: 'Open Length' })).toBeVisible()
})

test('first grade: bought wrong first, told so, then found by straightedge on the drawing', async ({ emery, page }) => {
  await opened(emery, page, '1-1')
  await page.getByRole('button', { name: 'Start the engine' }).click()
  await expect(heard(page)).toContainText('chirps')
  await choose(page, 'What to do', /Fit a new belt/)
  await page.getByRole('button', { name: 'Do it' }).click()
  await expect(page.getByRole('alert')).toContainText('not what it needed')
  await page.getByRole('button', { name: /^Straightedge/ }).click()
  const canvas = page.getByRole('img', { name: 'The drive as it runs, from the front' })
  const box = await canvas.boundingBox()
  // Somewhere over every pulley of the drawing, until one stands out.
  const read = page.locator('p[role="status"]').filter({ hasText: /mm behind|mm in front/ })
  for (let y = 0.12; y < 0.95 && (await read.count()) === 0; y += 0.1)
    for (let x = 0.1; x < 0.95 && (await read.count()) === 0; x += 0.06)
      await canvas.click({ position: { x: x * (box?.width ?? 0), y: y * (box?.height ?? 0) } })
  await expect(read).toBeVisible()
  const part = (await read.innerText()).split(':')[0] ?? ''
  await choose(page, 'What to do', /Bring into line/)
  await choose(page, 'Where', new RegExp(`^${part}$`))
  await page.getByRole('button', { name: 'Do it' }).click()
  await page.getByRole('button', { name: 'Start the engine' }).click()
  await expect(heard(page)).toHaveText('Nothing is heard beside the engine.')
  await choose(page, 'What it is', 'Misaligned pulley')
  await page.getByRole('button', { name: 'Finish' }).click()
  await expect(page.getByRole('heading', { name: 'That is what it was, and it is mended.' })).toBeVisible({
    timeout: 30_000,
  })
  await expect(page.getByRole('table')).toContainText('Straightedge')
  await page.getByRole('link', { name: 'All exercises' }).click()
  await expect(page.getByRole('link', { name: /Sings at the lights/ })).toContainText('1 wrong part')
  await expect(page.getByRole('region', { name: 'Record' })).toContainText('Pulley out of line')
})

test('second grade, by keyboard alone', async ({ emery, page }) => {
  await opened(emery, page, '2-1')
  const press = async (name: string | RegExp) => {
    await page.getByRole('button', { name }).first().focus()
    await page.keyboard.press('Enter')
  }
  const chooseByKeys = async (list: string, words: string) => {
    await page.getByRole('combobox', { name: list, exact: true }).focus()
    await page.keyboard.press('ArrowDown')
    const active = () => page.locator('.ant-select-dropdown:visible .ant-select-item-option-active').innerText()
    for (let i = 0; i < 40 && !(await active()).startsWith(words); i++) await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
  }
  await press('Start the engine')
  await expect(heard(page)).toContainText('chirps')
  await press(/^Feel the belt against the rim/)
  await expect(page.getByRole('log', { name: 'What was tried' })).toContainText('hangs over')
  await chooseByKeys('What to do', 'Lay the belt into the right grooves')
  await press('Do it')
  await expect(page.getByText('Something you did has helped')).toBeVisible()
  await chooseByKeys('What it is', 'The belt one groove off')
  await press('Finish')
  await expect(page.getByRole('heading', { name: 'That is what it was, and it is mended.' })).toBeVisible({
    timeout: 30_000,
  })
})

test('third grade: the arm is watched, and the tensioner renewed; named wrong, it is told', async ({ emery, page }) => {
  await opened(emery, page, '3-1')
  await page.getByRole('button', { name: /^Watch the tensioner/ }).click()
  await expect(page.getByRole('log', { name: 'What was tried' })).toContainText('tilted')
  await choose(page, 'What it is', 'Weak tensioner')
  await page.getByRole('button', { name: 'Finish' }).click()
  await expect(page.getByRole('heading', { name: /^Not “Weak tensioner”, and it is not mended/ })).toBeVisible({
    timeout: 30_000,
  })
  await page.getByRole('button', { name: 'Try it again' }).click()
  await choose(page, 'What to do', /Renew the tensioner/)
  await page.getByRole('button', { name: 'Do it' }).click()
  await choose(page, 'What it is', 'Tensioner bush worn')
  await page.getByRole('button', { name: 'Finish' }).click()
  await expect(page.getByRole('heading', { name: 'That is what it was, and it is mended.' })).toBeVisible({
    timeout: 30_000,
  })
})

test('a round of each skill answers, and tells what is not right yet', async ({ emery, page }) => {
  for (const round of ['route-3', 'line-5', 'tension-6']) {
    await emery.open(`/practice/${round}`)
    await page.getByRole('button', { name: 'Is it right?' }).click()
    await expect(page.getByRole('heading', { name: 'Not yet.' })).toBeVisible()
  }
  await emery.open('/practice/size-4')
  await page.getByLabel('Stated length to buy').fill('900')
  await page.getByRole('button', { name: 'Is it right?' }).click()
  await expect(page.getByText(/too short/)).toBeVisible()
})
