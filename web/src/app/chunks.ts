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
