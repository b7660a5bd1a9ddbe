import { chromium } from '@playwright/test'

/**
 * How often a running drive is drawn, and for how long the page's own thread is busy at a time, from a built server that shows the made-up garage:
 * `node --import tsx bench/frames.ts ADDRESS`. On the desk, and on a phone whose processor is slowed down four times (a worker is not: Chromium slows only the
 * page).
 */
const [ADDRESS = 'http://127.0.0.1:4680'] = process.argv.slice(2)
const SECONDS = 10
const SLOWER = 4
/** A drive with eight pulleys. */
const VEHICLE = /Haulm/

/** In the page: pictures drawn and tasks over 50 ms, over some seconds. */
const WATCHED = `(async () => {
  const long = []
  new PerformanceObserver((list) => long.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: 'longtask' })
  const canvas = document.querySelector('canvas').getContext('2d')
  const clear = canvas.clearRect.bind(canvas)
  let drawn = 0
  canvas.clearRect = (...box) => {
    drawn++
    clear(...box)
  }
  await new Promise((done) => setTimeout(done, ${1000 * SECONDS}))
  return { drawn: drawn / ${SECONDS}, long }
})()`

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
process.stdout.write('| on | frames a second | tasks over 50 ms | the longest, ms |\n| --- | ---: | ---: | ---: |\n')
try {
  for (const [name, slower, viewport] of [
    ['the desk, 1280 × 800', 1, { width: 1280, height: 800 }],
    [`a phone, ${SLOWER} times slower`, SLOWER, { width: 390, height: 844 }],
  ] as const) {
    const context = await browser.newContext({
      viewport,
      isMobile: slower > 1,
      hasTouch: slower > 1,
      serviceWorkers: 'block',
    })
    const page = await context.newPage()
    const session = (await (await page.request.get(`${ADDRESS}/api/session`)).json()) as { oneTap: { id: string }[] }
    await page.request.post(`${ADDRESS}/api/session/one-tap`, { data: { id: session.oneTap[0]?.id } })
    const { drives } = (await (await page.request.get(`${ADDRESS}/api/drives`)).json()) as {
      drives: { id: string; vehicle: { name: string } | null }[]
    }
    const drive = drives.find((each) => VEHICLE.test(each.vehicle?.name ?? ''))?.id ?? ''
    await page.goto(`${ADDRESS}/run/${drive}`)
    await page.getByRole('button', { name: 'Start the engine' }).click()
    await page.waitForTimeout(3000)
    const cdp = await context.newCDPSession(page)
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: slower })
    const { drawn, long } = await page.evaluate<{ drawn: number; long: number[] }>(WATCHED)
    process.stdout.write(`| ${name} | ${drawn.toFixed(0)} | ${long.length} | ${Math.max(0, ...long).toFixed(0)} |\n`)
    await context.close()
  }
} finally {
  await browser.close()
}
