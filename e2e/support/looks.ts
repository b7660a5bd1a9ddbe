import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/** What axe finds serious or critical on the page, by rule and place: everything in light, and the contrast of colours in dark. */
export async function serious(page: Page): Promise<string[]> {
  const found = async (looks: AxeBuilder, light: string) => {
    const { violations } = await looks.analyze()
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .flatMap(({ id, nodes }) =>
        nodes.map(({ target, html }) => `${light}, ${id}: ${target.join(' ')} ${html.slice(0, 160)}`),
      )
  }
  const inLight = await found(axe(page).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']), 'light')
  await setLight(page, 'dark')
  const inDark = await found(axe(page).withRules(['color-contrast']), 'dark')
  await setLight(page, 'light')
  return [...inLight, ...inDark]
}

/**
 * Only what is wrong is written out: the places of all that is right take axe longer to name than to look at. "Legacy" is without a second page in
 * which the findings of frames are put together, which takes longer still: no page of Emery has a frame.
 */
function axe(page: Page): AxeBuilder {
  return new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] })
}

/** As if it had been chosen in another tab, so that what is open stays open. */
async function setLight(page: Page, light: 'light' | 'dark'): Promise<void> {
  await page.evaluate((value) => {
    const key = 'emery.preferences'
    localStorage.setItem(key, JSON.stringify({ state: { units: 'mm', light: value }, version: 0 }))
    dispatchEvent(new StorageEvent('storage', { key }))
  }, light)
  await settled(page)
}

/** Two frames, after which a change of sizes or colours is drawn. */
export function settled(page: Page): Promise<unknown> {
  return page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
}

/** Targets lower than a thumb needs, by name; a link in a sentence is as high as its line. */
export function small(page: Page) {
  return page.evaluate(() =>
    [...document.querySelectorAll('button, a[href], input, select, [role="button"]')]
      .filter((control) => control.closest('p') === null || control.tagName !== 'A')
      .map((control) => control.closest('.ant-input-affix-wrapper, .ant-input-number, .ant-select, label') ?? control)
      .map((target) => ({
        what: target.getAttribute('aria-label') ?? target.textContent,
        height: target.getBoundingClientRect().height,
      }))
      .filter(({ height }) => height > 0 && height < 43.5),
  )
}

/**
 * What reaches out of the page at its right, or makes a part of it scroll sideways that is not meant to: a strip, a table or the panes of the
 * bench, each marked by `data-scrolls`.
 */
export function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const called = (element: Element) =>
      `${element.tagName.toLowerCase()} “${(element.getAttribute('aria-label') ?? element.textContent).slice(0, 40)}”`
    const scrolls = (element: Element) => element.closest('[data-scrolls], .ant-table') !== null
    const sideways = [document.documentElement, ...document.querySelectorAll('body *')]
      .filter((element) => /auto|scroll/.test(getComputedStyle(element).overflowX) && !scrolls(element))
      .filter(({ scrollWidth, clientWidth }) => clientWidth > 0 && scrollWidth > clientWidth + 1)
      .map((element) => `scrolls sideways: ${called(element)}`)
    const out = [...document.querySelectorAll('#screen *, header *, nav *')]
      .filter((element) => !scrolls(element) && !hidden(element))
      .filter((element) => {
        const { width, right } = element.getBoundingClientRect()
        return width > 0 && right > innerWidth + 1
      })
      .map((element) => `reaches out: ${called(element)}`)
    return [...sideways, ...out].slice(0, 5)

    /** Whether what reaches out is cut by something around it, on purpose: a long name, a picture. */
    function hidden(element: Element): boolean {
      for (let each = element.parentElement; each !== null; each = each.parentElement)
        if (
          /hidden|clip/.test(getComputedStyle(each).overflowX) &&
          each.getBoundingClientRect().right <= innerWidth + 1
        )
          return true
      return false
    }
  })
}
