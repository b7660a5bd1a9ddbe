import { useEffect, useRef, useState } from 'react'

/** Milliseconds within which a page does not load itself again twice: what is missing then is missing for another reason. */
const ONCE_MS = 60_000
const KEY = 'emery.reloaded-at'

/**
 * The code of a screen is fetched when it is first opened. After an update the server has it under another name: a page that was loaded before the
 * update loads itself again, once. While the server is away nothing is reloaded; the screen says so in its own place.
 */
export function reloadWhenOutdated(): void {
  addEventListener('vite:preloadError', () => void reloadIfOutdated())
}

async function reloadIfOutdated(): Promise<void> {
  const page = await currentPage()
  const own = document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.getAttribute('src')
  if (page === null || own == null || page.includes(own)) return
  if (Date.now() - Number(sessionStorage.getItem(KEY) ?? 0) < ONCE_MS) return
  sessionStorage.setItem(KEY, String(Date.now()))
  location.reload()
}

/** The page as the server has it now; null while it is away. */
async function currentPage(): Promise<string | null> {
  try {
    const response = await fetch('/', { cache: 'no-store' })
    return response.ok ? await response.text() : null
  } catch {
    return null
  }
}

/** Loads the page again if the server answers; false if it does not, and the page stays as it is. */
export async function reloadIfAnswered(): Promise<boolean> {
  if ((await currentPage()) === null) return false
  location.reload()
  return true
}

/** Whether something went wrong because code or its styles could not be fetched, in the words of the browsers and of Vite. */
export function isNotFetched(error: unknown): boolean {
  return (
    error instanceof Error && /preload css|module script|dynamically imported|importing a module/i.test(error.message)
  )
}

/** Milliseconds between two tries to fetch what the frame round every screen needs a little later. */
const AGAIN_MS = 10_000

/**
 * What comes out of a module that is fetched once it is wanted; null until it is there. The frame must not fail with it: it is tried again
 * while the server is away.
 */
export function useLater<Module>(load: () => Promise<Module>, wanted: boolean): Module | null {
  const [loaded, setLoaded] = useState<Module | null>(null)
  const loading = useRef(load)
  useEffect(() => {
    if (!wanted || loaded !== null) return undefined
    let timer: ReturnType<typeof setTimeout> | undefined
    let stopped = false
    const attempt = async () => {
      try {
        const module = await loading.current()
        if (!stopped) setLoaded(module)
      } catch {
        if (!stopped) timer = setTimeout(() => void attempt(), AGAIN_MS)
      }
    }
    void attempt()
    return () => {
      stopped = true
      clearTimeout(timer)
    }
  }, [wanted, loaded])
  return loaded
}
