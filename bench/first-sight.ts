/**
 * How long a page takes from its address to what is wanted of it, in a Chromium that nobody looks into meanwhile: a debugger that
 * follows every request makes the browser read all scripts a second time, which is a fifth of what would be measured.
 */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { WebSocket } from 'ws'

export interface Sight {
  readonly address: string
  /** What the server set when it was signed in at: `name=value`. */
  readonly cookie: string
  /** CSS selector, and how many of it make the page complete. */
  readonly wanted: string
  readonly count: number
  readonly times: number
}

interface Answer {
  /** Of the command that is answered; none for what Chromium tells of itself. */
  readonly id?: number
  readonly result?: Record<string, unknown>
  readonly error?: { readonly message: string }
}

/** ms that a page is given; it is on an idle machine, so what takes longer is broken. */
const GIVEN_MS = 15_000

type Send = (method: string, params?: object, sessionId?: string) => Promise<Record<string, unknown>>

/**
 * Milliseconds of each visit, by the page's own clock, up to the frame after the last of what is wanted was there.
 *
 * @throws {Error} when a visit does not get that far
 */
export async function firstSights({ address, cookie, wanted, count, times }: Sight): Promise<number[]> {
  const profile = mkdtempSync(join(tmpdir(), 'emery-sight-'))
  const browser = spawn('/usr/bin/chromium', [
    '--headless',
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--window-size=1280,800',
    '--remote-debugging-port=0',
    `--user-data-dir=${profile}`,
    'about:blank',
  ])
  try {
    const socket = await open(browser.stderr)
    const send = sender(socket)
    const [name, value] = cookie.split('=')
    await send('Storage.setCookies', { cookies: [{ name, value, url: address }] })
    const sights: number[] = []
    for (let i = 0; i < times; i++) sights.push(await visit(send, address, wanted, count))
    socket.close()
    return sights
  } finally {
    const gone = new Promise((resolve) => browser.once('exit', resolve))
    browser.kill()
    await gone
    // Its helpers outlive it by a moment and still write there.
    rmSync(profile, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 })
  }
}

async function visit(send: Send, address: string, wanted: string, count: number): Promise<number> {
  const { targetId } = await send('Target.createTarget', { url: 'about:blank' })
  const { sessionId } = (await send('Target.attachToTarget', { targetId, flatten: true })) as { sessionId: string }
  const source = `new MutationObserver((_, observer) => {
    if (document.querySelectorAll(${JSON.stringify(wanted)}).length < ${count}) return
    observer.disconnect()
    requestAnimationFrame(() => setTimeout(() => { window.seenAt = performance.now() }))
  }).observe(document, { childList: true, subtree: true })`
  await send('Page.enable', {}, sessionId)
  await send('Page.addScriptToEvaluateOnNewDocument', { source }, sessionId)
  await send('Page.navigate', { url: address }, sessionId)
  const until = Date.now() + GIVEN_MS
  while (Date.now() < until) {
    // Asked seldom: asking takes its time from the page.
    await new Promise((resolve) => setTimeout(resolve, 1000))
    const { result } = (await send('Runtime.evaluate', { expression: 'window.seenAt' }, sessionId)) as {
      result: { value?: number }
    }
    if (result.value === undefined) continue
    await send('Target.closeTarget', { targetId })
    return result.value
  }
  throw new Error(`${address} did not show ${count} of “${wanted}”.`)
}

/** Chromium says on its error output where it is to be spoken to. */
async function open(said: NodeJS.ReadableStream): Promise<WebSocket> {
  const url = await new Promise<string>((resolve) => {
    let text = ''
    said.on('data', (part: Buffer) => {
      text += part.toString()
      const found = /ws:\S+/.exec(text)
      if (found !== null) resolve(found[0])
    })
  })
  const socket = new WebSocket(url)
  await new Promise((resolve) => socket.once('open', resolve))
  return socket
}

/** Sends a command of Chromium's protocol and waits for its answer. */
function sender(socket: WebSocket): Send {
  const waiting = new Map<number, (answer: Answer) => void>()
  socket.on('message', (data: Buffer) => {
    const answer = JSON.parse(data.toString()) as Answer
    if (answer.id !== undefined) waiting.get(answer.id)?.(answer)
  })
  let id = 0
  return (method, params = {}, sessionId) =>
    new Promise((resolve, reject) => {
      waiting.set(++id, ({ result = {}, error }) => {
        if (error === undefined) resolve(result)
        else reject(new Error(`${method}: ${error.message}`))
      })
      socket.send(JSON.stringify({ id, method, params, ...(sessionId === undefined ? {} : { sessionId }) }))
    })
}
