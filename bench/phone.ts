import { chromium, type Browser } from '@playwright/test'

/**
 * What a phone has to load and to wait for, from a built server that runs already: `node --import tsx bench/phone.ts ADDRESS [ADDRESS …]`, several of them
 * side by side, so that what is compared was measured in one run. The processor is slowed down four times, the network to 10 Mbit/s.
 */
const ADDRESSES = process.argv.slice(2)
const TIMES = 5
const SLOWER = 4
const BYTES_A_SECOND = 10e6 / 8
const LATENCY_MS = 20
/** How long a page is given after its largest paint for what it loads by itself. */
const SETTLED_MS = 2500

const ROUTES: Readonly<Record<string, (drive: string) => string>> = {
  Board: () => '/board',
  Drives: () => '/drives',
  Length: (drive) => `/drives/${drive}/length`,
  'Belt change': (drive) => `/drives/${drive}/belt-change`,
  Inspection: (drive) => `/inspection/${drive}`,
  Noise: (drive) => `/noise/${drive}`,
  Sums: () => '/sums',
}

interface Visit {
  readonly scripts: number
  readonly paint: number
}

/** One visit of someone who has never been there. */
async function visit(browser: Browser, address: string, path: string, cookie: string): Promise<Visit> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
    extraHTTPHeaders: {},
  })
  const [name = '', value = ''] = cookie.split('=')
  await context.addCookies([{ name, value, url: `${address}/api` }])
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Network.enable')
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: LATENCY_MS,
    downloadThroughput: BYTES_A_SECOND,
    uploadThroughput: BYTES_A_SECOND,
  })
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  const kinds = new Map<string, string>()
  let scripts = 0
  session.on('Network.responseReceived', ({ requestId, response }) =>
    kinds.set(requestId, new URL(response.url).pathname),
  )
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (kinds.get(requestId)?.endsWith('.js') === true) scripts += encodedDataLength
  })
  await page.addInitScript(`
    globalThis.largest = 0
    new PerformanceObserver((list) => {
      for (const { startTime } of list.getEntries()) globalThis.largest = startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
  `)
  await page.goto(`${address}${path}`)
  await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' })
  // Only until it can be used: what the frame loads later is not waited for.
  const usable = scripts
  await page.waitForTimeout(SETTLED_MS)
  const paint = await page.evaluate<number>('globalThis.largest')
  await context.close()
  return { scripts: usable, paint }
}

/** Signs in with one tap of the made-up garage's lead. */
async function signedIn(address: string): Promise<{ readonly cookie: string; readonly drive: string }> {
  const { oneTap } = (await (await fetch(`${address}/api/session`)).json()) as {
    oneTap: { id: string; name: string }[]
  }
  const id = oneTap.find(({ name }) => name === 'Wren')?.id
  const begun = await fetch(`${address}/api/session/one-tap`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id }),
  })
  const cookie = (begun.headers.get('set-cookie') ?? '').replace(/;.*$/, '')
  const { drives } = (await (await fetch(`${address}/api/drives`, { headers: { cookie } })).json()) as {
    drives: { id: string; vehicle: { name: string } | null }[]
  }
  return { cookie, drive: drives.find(({ vehicle }) => vehicle?.name.startsWith('Ketch') === true)?.id ?? '' }
}

const median = (all: readonly number[]) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)] ?? NaN

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-dev-shm-usage'],
})
const line = (text: string) => process.stdout.write(`${text}\n`)
line(`| screen | ${ADDRESSES.map((_, i) => `scripts ${i + 1}, kB | largest paint ${i + 1}, ms`).join(' | ')} |`)
line(`| --- | ${ADDRESSES.map(() => '---: | ---:').join(' | ')} |`)
const people = await Promise.all(ADDRESSES.map(signedIn))
for (const [screen, pathOf] of Object.entries(ROUTES)) {
  const cells: string[] = []
  for (const [i, address] of ADDRESSES.entries()) {
    const { cookie, drive } = people[i] ?? { cookie: '', drive: '' }
    const visits: Visit[] = []
    for (let n = 0; n < TIMES; n++) visits.push(await visit(browser, address, pathOf(drive), cookie))
    cells.push(
      (median(visits.map(({ scripts }) => scripts)) / 1000).toFixed(0),
      median(visits.map(({ paint }) => paint)).toFixed(0),
    )
  }
  line(`| ${screen} | ${cells.join(' | ')} |`)
}
await browser.close()
