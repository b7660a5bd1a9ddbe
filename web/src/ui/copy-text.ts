/**
 * Puts text on the clipboard; returns whether it is there. Done by way of a selection, since the clipboard interface is
 * closed to pages that a tablet opens over the workshop's own network without https.
 */
export function copyText(text: string): boolean {
  const area = document.createElement('textarea')
  area.value = text
  area.style.position = 'fixed'
  area.style.opacity = '0'
  // Inside the open dialog, which keeps the focus to itself.
  const host = document.activeElement?.closest('[role="dialog"]') ?? document.body
  host.append(area)
  area.select()
  try {
    // eslint-disable-next-line @typescript-eslint/no-deprecated
    return document.execCommand('copy')
  } finally {
    area.remove()
  }
}
