import { useMemo } from 'react'
import { wordingFor } from '@emery/core/solution'
import { useBench } from '../bench/bench-context.ts'

/** What shafts and pulleys of the drive are called. */
export function useNames() {
  const { settled } = useBench()
  return useMemo(() => {
    const words = wordingFor(settled.drive)
    const pulley = (id: string) => {
      const found = settled.drive.pulleys.find((each) => each.id === id)
      return found === undefined ? id : words.pulley(found)
    }
    return { shaft: words.shaft, pulley }
  }, [settled.drive])
}
