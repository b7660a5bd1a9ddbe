import type { Page } from '@playwright/test'

/** How many changes the page's browser keeps for the server. */
export function changesKept(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const asked = indexedDB.open('emery-outbox')
        asked.onsuccess = () => {
          const count = asked.result.transaction('changes').objectStore('changes').count()
          count.onsuccess = () => {
            asked.result.close()
            resolve(count.result)
          }
        }
      }),
  )
}
