import { useEffect, useState } from 'react'

/** ms since 1970, looked at again every so often; never while `every` is null. */
export function useNow(every: number | null): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (every === null) return
    const timer = setInterval(() => setNow(Date.now()), every)
    return () => clearInterval(timer)
  }, [every])
  return now
}
