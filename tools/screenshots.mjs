import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { ROOT } from './lib/places.mjs'
import { runMain, say } from './lib/say.mjs'

/** Pictures for docs/screenshots of a running demo (`npm run demo` first, then `node tools/screenshots.mjs`). */
const ADDRESS = process.argv[2] ?? 'http://127.0.0.1:4680'
const FOLDER = join(ROOT, 'docs', 'screenshots')
const LIGHT = { units: 'mm', light: 'light' }

const step =
  (vehicle, key, more = async () => {}) =>
  async (page) => {
    await page.getByRole('link', { name: new RegExp(`^${vehicle}`) }).click()
    await page.getByRole('group', { name: 'The drive, seen from the front' }).waitFor()
    await page.keyboard.press(key)
    await more(page)
  }
const take = (pulley) => (page) => page.getByRole('button', { name: new RegExp(`^${pulley},`) }).click()

const PICTURES = [
  ['drives', LIGHT, async () => {}],
  ['bench-length', LIGHT, step('Ketch', '2')],
  ['bench-measure', LIGHT, step('Skerry', '1', take('Cooling'))],
  ['bench-speeds', LIGHT, step('Kiln', '3')],
  ['bench-dark-inch', { units: 'inch', light: 'dark' }, step('Haulm', '2', take('Steering'))],
  ['working', LIGHT, step('Fenland', '2', (page) => page.keyboard.press('w'))],
]

await runMain(async () => {
  mkdirSync(FOLDER, { recursive: true })
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--font-render-hinting=none'],
  })
  for (const [name, preferences, act] of PICTURES) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.addInitScript(
      (state) => localStorage.setItem('emery.preferences', JSON.stringify({ state, version: 0 })),
      preferences,
    )
    await page.goto(ADDRESS)
    await page.getByRole('link', { name: /^Ketch/ }).waitFor()
    await act(page)
    await page.mouse.move(640, 60)
    await page.waitForTimeout(700)
    await page.screenshot({ path: join(FOLDER, `${name}.png`) })
    say(`docs/screenshots/${name}.png`)
    await page.close()
  }
  await browser.close()
})
