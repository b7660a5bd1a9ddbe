import { useEffect } from 'react'

/** Calls `onNumber` for a digit pressed anywhere, unless somebody is typing or a dialog is open. */
export function useNumberKeys(onNumber: (number: number) => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, [role="dialog"]')
      if ((typing !== null && typing !== false) || event.ctrlKey || event.metaKey || event.altKey) return
      if (/^\d$/.test(event.key)) onNumber(Number(event.key))
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [onNumber])
}
