import { shaftSpeeds } from '@emery/core/speeds'
import { useMemo } from 'react'
import { useBench } from '../bench/bench-context.ts'
import { useTension } from '../bench/use-tension.ts'

/** rpm of a shaft at the engine speed that is looked at; null where nothing turns it. */
export function useSpeedOf(shaftId: string): number | null {
  const { settled } = useBench()
  const { point } = useTension()
  const speeds = useMemo(() => shaftSpeeds(settled), [settled])
  const ratio = speeds.reached.get(shaftId)?.ratio ?? null
  return ratio === null ? null : ratio * point.rpm
}
