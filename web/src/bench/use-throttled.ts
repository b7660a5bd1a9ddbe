import { useEffect, useRef, useState } from 'react'

/**
 * A value that changes at most once in `ms` milliseconds, the last change never left out; at once where `ms` is 0.
 */
export function useThrottled<Value>(value: Value, ms: number): Value {
  const [shown, setShown] = useState(value)
  const lastAt = useRef(0)
  useEffect(() => {
    const wait = ms === 0 ? 0 : Math.max(0, lastAt.current + ms - performance.now())
    const timer = setTimeout(() => {
      lastAt.current = performance.now()
      setShown(value)
    }, wait)
    return () => clearTimeout(timer)
  }, [value, ms])
  return ms === 0 ? value : shown
}
