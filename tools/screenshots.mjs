import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { ROOT } from './lib/places.mjs'
import { runMain, say } from './lib/say.mjs'

/** Pictures for docs/screenshots of a running demo (`npm run demo` first, then `node tools/screenshots.mjs [ADDRESS [NAME …]]`). */
const ADDRESS = process.argv[2] ?? 'http://127.0.0.1:4680'
const ONLY = process.argv.slice(3)
const FOLDER = join(ROOT, 'docs', 'screenshots')
const LIGHT = { units: 'mm', light: 'light' }

/** One tap of the made-up garage's lead. */
async function signIn(request) {
  const { oneTap } = await (await request.get(`${ADDRESS}/api/session`)).json()
  await request.post(`${ADDRESS}/api/session/one-tap`, { data: { id: oneTap.find(({ name }) => name === 'Wren').id } })
}

/** Drives stored for pictures only; taken away again at the end. */
const made = []

/** Stores a document and opens it; the demo's own drives stay as they are. */
const opened = async (page, document, key) => {
  const response = await page.request.post(`${ADDRESS}/api/drives`, { data: { document, vehicleId: null } })
  const { id } = await response.json()
  made.push(id)
  await page.goto(`${ADDRESS}/drives/${id}/measure`)
  await page.getByRole('group', { name: 'The drive, seen from the front' }).waitFor()
  if (key !== undefined) await page.keyboard.press(key)
  return id
}
const demo = (file) => JSON.parse(readFileSync(join(ROOT, 'demo', file), 'utf8'))
const by = { by: 'Wren', at: '2026-11-24T08:00:00Z' }

/** The Board with its jobs. */
async function board(page) {
  await page.goto(`${ADDRESS}/board`)
  await page
    .getByRole('link', { name: /^Ketch/ })
    .locator('svg path')
    .first()
    .waitFor()
}

/** Practice photo with its rims marked. */
async function marked(page) {
  const { camera, pulleys } = demo('photos/engine-front.json')
  const [t, d] = [(camera.tilt * Math.PI) / 180, (camera.toward * Math.PI) / 180]
  const see = (x, y) => {
    const [u, v] = [x - 5, y - 130]
    const [along, aside] = [u * Math.cos(d) + v * Math.sin(d), -u * Math.sin(d) + v * Math.cos(d)]
    const X = along * Math.cos(t) * Math.cos(d) - aside * Math.sin(d)
    const Y = along * Math.cos(t) * Math.sin(d) + aside * Math.cos(d)
    const depth = camera.away - along * Math.sin(t)
    return [camera.width / 2 + (camera.focal * X) / depth, camera.height / 2 - (camera.focal * Y) / depth]
  }
  const photo = await page.request.post(`${ADDRESS}/api/photos`, {
    headers: { 'Content-Type': 'application/octet-stream' },
    data: readFileSync(join(ROOT, 'demo', 'photos', 'engine-front.jpg')),
  })
  const { id, width, height } = await photo.json()
  const rims = pulleys.map(({ x, y, diameter }, i) => ({
    pulley: `p${i}`,
    points: Array.from({ length: 6 }, (_, k) => {
      const a = (k * Math.PI) / 3 + 0.3
      return see(x + (diameter / 2) * Math.cos(a), y + (diameter / 2) * Math.sin(a))
    }),
  }))
  await opened(page, {
    format: 'emery-drive',
    version: 1,
    name: 'From the practice picture',
    notes: '',
    engine: { crankTurns: 'cw', idleRpm: 800, cruiseRpm: 2200, maxRpm: 5000 },
    shafts: pulleys.map(({ name }, i) => ({
      id: `s${i}`,
      name,
      kind: i === 0 ? 'crank' : 'other',
      x: i === 0 ? 0 : null,
      y: i === 0 ? 0 : null,
    })),
    pulleys: pulleys.map(({ face, diameter }, i) => ({
      id: `p${i}`,
      shaft: `s${i}`,
      diameter: i < 2 ? diameter : null,
      diameterAt: 'outside',
      ...(face === 'smooth' ? { face } : { face, section: 'PK', grooves: 6 }),
    })),
    belts: [{ id: 'main', name: 'Main belt', section: 'PK', ribs: 6, length: null, adjuster: null, route: [] }],
    adjusters: [],
    photo: { id, width, height, strength: 0.5, view: 'oblique', rims, ...by },
  })
  await page.getByRole('button', { name: 'Photo' }).click()
  await page.getByText(/6 pulleys, tilted/).waitFor()
}

async function newDrive(page) {
  await page.goto(`${ADDRESS}/drives/new`)
  for (const part of ['Alternator', 'Water pump', 'Tensioner'])
    await page.getByRole('button', { name: part, exact: true }).click()
}

async function findRoutes(page) {
  await page.getByRole('button', { name: 'Find routes', exact: true }).click()
  await page.getByRole('list', { name: 'Routes found' }).waitFor()
  await page.getByRole('button', { name: /^Route 1/ }).scrollIntoViewIfNeeded()
}

async function shelf(page) {
  await page.getByRole('link', { name: 'Shelf' }).click()
  await page.getByRole('textbox', { name: 'Search the shelf or read a label' }).fill('659K6')
  await page.getByRole('list', { name: 'Drives it fits' }).waitFor()
}

async function card(page) {
  await step('Ketch', '3')(page)
  await page.getByRole('button', { name: 'Belt card' }).click()
  await page.getByRole('article', { name: 'Belt card' }).waitFor()
}

/** A chirp on the van, one test done and a made-up recording heard. */
async function noise(page) {
  await page.goto(`${ADDRESS}/noise`)
  await page.getByRole('combobox', { name: 'Drive' }).fill('Ketch')
  await page.getByTitle(/^Ketch/).click()
  await page.getByText('enters its grooves at').first().waitFor()
  await page.getByRole('button', { name: /^Chirp/ }).click()
  await page.getByRole('button', { name: 'Worst at idle: yes' }).click()
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByText(/^Enter another test/).click()
  await page.getByRole('button', { name: /^Straightedge or laser/ }).click()
  await page.getByRole('button', { name: /^One pulley out/ }).click()
}

/** The van's belt in the wet, at idle. */
async function wetMap(page) {
  await page.getByText('Wet', { exact: true }).click()
  await page.getByRole('slider', { name: 'Engine speed, rpm' }).focus()
  await page.keyboard.press('Home')
  await page.getByText(/slips first\. Something slips/).waitFor()
}

/** The pickup's fan belt plucked, by a made-up belt. */
async function pluck(page) {
  await page.getByText('Set tension', { exact: true }).click()
  await page.getByText('Pluck', { exact: true }).click()
  await page.getByRole('button', { name: 'Simulated belt' }).click()
  await page.getByText(/^Heard/).waitFor()
  await page.getByRole('button', { name: /^Save/ }).scrollIntoViewIfNeeded()
}

/** Depths read on the truck, one pulley too far back. */
async function depths(page) {
  for (const [name, mm] of [
    ['Crank, the reference', '41.2'],
    ['Alternator', '40.9'],
    ['Power steering pump', '43.3'],
  ]) {
    await page.getByRole('textbox', { name }).fill(mm)
    await page.keyboard.press('Enter')
  }
  await page.getByRole('region', { name: 'Fewest moves' }).getByRole('listitem').first().waitFor()
}

async function rules(page) {
  await page.getByRole('link', { name: 'Rules' }).click()
  await page.getByRole('heading', { name: 'Accessories: useful speeds' }).waitFor()
}

const step =
  (vehicle, key, more = async () => {}) =>
  async (page) => {
    await page.getByRole('link', { name: new RegExp(`^${vehicle}`) }).click()
    await page.getByRole('group', { name: 'The drive, seen from the front' }).waitFor()
    await page.keyboard.press(key)
    await more(page)
  }
const take = (pulley) => (page) => page.getByRole('button', { name: new RegExp(`^${pulley},`) }).click()

/** Half-way round the truck, its third reading of the ribs just taken. */
async function inspection(page) {
  await page.getByRole('link', { name: /^Haulm/ }).click()
  await page.getByRole('group', { name: 'The drive, seen from the front' }).waitFor()
  await page.goto(page.url().replace(/\/drives\/([^/]+).*/, '/inspection/$1'))
  await page.getByRole('textbox', { name: 'Odometer, km' }).fill('158000')
  await page
    .getByRole('group', { name: /^Reading pad/ })
    .getByRole('textbox')
    .fill('0.36')
  await page.keyboard.press('Enter')
  for (const key of ['0', '1', '1', '1', '1']) {
    await page.getByRole('heading', { level: 2 }).first().click()
    await page.keyboard.press(key)
  }
  await page.getByRole('list', { name: 'Parts' }).getByRole('button', { name: 'Main belt' }).click()
  await page.getByRole('list', { name: 'Checks' }).getByRole('button', { name: 'Rib depth lost' }).click()
}

const PHONE = { width: 390, height: 844 }

/** One step of the van's drive, as a phone shows it. */
const onPhone =
  (step, more = async () => {}) =>
  async (page) => {
    const { drives } = await (await page.request.get(`${ADDRESS}/api/drives`)).json()
    const { id } = drives.find(({ vehicle }) => vehicle?.name.startsWith('Ketch'))
    await page.goto(`${ADDRESS}/drives/${id}/${step}`)
    await page.getByRole('group', { name: 'Shown' }).waitFor()
    await more(page)
  }

async function toTheSteps(page) {
  await page.getByRole('checkbox', { name: /Photograph the routing/ }).scrollIntoViewIfNeeded()
  await page.getByRole('checkbox').first().scrollIntoViewIfNeeded()
}

const PICTURES = [
  ['drives', LIGHT, async () => {}],
  ['bench-length', LIGHT, step('Haulm', '3')],
  ['shelf', LIGHT, shelf],
  ['belt-card', LIGHT, card],
  ['bench-measure', LIGHT, step('Skerry', '1')],
  ['bench-speeds', LIGHT, step('Kiln', '4', take('Blower'))],
  ['noise', LIGHT, noise],
  ['bench-tension', LIGHT, step('Ketch', '5', wetMap)],
  ['rules', LIGHT, rules],
  ['bench-dark-inch', { units: 'inch', light: 'dark' }, step('Fenland', '5', pluck)],
  ['belt-change', LIGHT, step('Ketch', '7')],
  ['new-drive', LIGHT, newDrive],
  ['inspection', LIGHT, inspection],
  ['board', LIGHT, board],
  ['bench-photo', LIGHT, marked],
  ['bench-route', LIGHT, step('Haulm', '2', findRoutes)],
  ['phone-length', LIGHT, onPhone('length'), PHONE],
  ['phone-belt-change', LIGHT, onPhone('belt-change', toTheSteps), PHONE],
  // Last: it leaves its readings in the drive.
  ['alignment', LIGHT, step('Haulm', '6', depths)],
]

await runMain(async () => {
  mkdirSync(FOLDER, { recursive: true })
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--font-render-hinting=none'],
  })
  try {
    for (const [name, preferences, act, viewport = { width: 1280, height: 800 }] of PICTURES.filter(
      ([each]) => ONLY.length === 0 || ONLY.includes(each),
    )) {
      const touch = viewport === PHONE
      const page = await browser.newPage({ viewport, hasTouch: touch, isMobile: touch, serviceWorkers: 'block' })
      await signIn(page.request)
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
    const context = await browser.newContext()
    await signIn(context.request)
    for (const id of made) {
      const { version } = await (await context.request.get(`${ADDRESS}/api/drives/${id}`)).json()
      await context.request.delete(`${ADDRESS}/api/drives/${id}?basedOn=${version}`)
    }
  } finally {
    // An open browser would keep a failed run alive.
    await browser.close()
  }
})
