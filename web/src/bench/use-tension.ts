import { useMemo } from 'react'
import { spanTensions, throttleBlip, type BeltTension, type OperatingPoint } from '@emery/core/tension'
import { useBench, useBenchState } from './bench-context.ts'
import type { TensionInHand } from './store/bench-store.ts'

export interface Tensions extends TensionInHand {
  readonly point: OperatingPoint
  /** Every belt that is driven and has a path. */
  readonly belts: readonly BeltTension[]
}

/** How tight everything runs at the operating point looked at. */
export function useTension(): Tensions {
  const { settled, rules } = useBench()
  const inHand = useBenchState((state) => state.tension)
  const { cruiseRpm, maxRpm } = settled.drive.engine
  const { load, condition, blip } = inHand
  const rpm = Math.min(inHand.engineRpm ?? cruiseRpm, maxRpm)
  return useMemo(() => {
    const steady = { rpm, load }
    const point = blip ? throttleBlip(steady, rules) : steady
    return { ...inHand, point, belts: spanTensions(settled, point, condition === null ? {} : { condition }) }
  }, [settled, rules, inHand, rpm, load, blip, condition])
}
