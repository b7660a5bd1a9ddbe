import { useEffect, useState } from 'react'

/** The key that stands for the pedal. */
const PEDAL_KEY = 'g'

/** A foot on the pedal: a button that is held, or a key. */
export function usePedal(canPress: boolean): {
  readonly pressed: boolean
  readonly press: () => void
  readonly release: () => void
} {
  const [pressed, setPressed] = useState(false)
  useEffect(() => {
    if (!canPress) return undefined
    const isTyping = (target: EventTarget | null) =>
      target instanceof HTMLElement && target.closest('input:not([type="range"]), textarea, [role="dialog"]') !== null
    const down = (event: KeyboardEvent) => {
      if (
        event.key.toLowerCase() !== PEDAL_KEY ||
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        isTyping(event.target)
      )
        return
      setPressed(true)
    }
    const up = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === PEDAL_KEY) setPressed(false)
    }
    // A foot that leaves the page leaves the pedal.
    const off = () => setPressed(false)
    window.addEventListener('keydown', down)
    window.addEventListener('keyup', up)
    window.addEventListener('blur', off)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
      window.removeEventListener('blur', off)
    }
  }, [canPress])
  return { pressed: pressed && canPress, press: () => setPressed(true), release: () => setPressed(false) }
}

/** rpm that an engine can be brought down to, from its idle: it stalls below. */
export const slowestRpm = (idle: number): number => Math.round((0.7 * idle) / 50) * 50
