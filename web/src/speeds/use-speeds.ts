import { useMemo } from 'react'
import { onlyLeads, type VehicleUse } from '@emery/core/drive'
import { engineTime, judgeSpeeds, USUAL_USE, type SpeedJudgement, type TimeBin } from '@emery/core/speeds'
import { graver } from '@emery/core/verdict'
import { useBench, useBenchState } from '../bench/bench-context.ts'
import type { SpeedsInHand } from '../bench/store/bench-store.ts'

export interface Speeds extends SpeedsInHand {
  /** Every driven shaft whose ratio is known, in the order of the document. */
  readonly judged: readonly SpeedJudgement[]
  /** The same, those first that want mending most; idlers after what they serve. */
  readonly worstFirst: readonly SpeedJudgement[]
  /** The shaft asked about: picked here, in hand on the drawing, or the one that is worst off. */
  readonly focus: SpeedJudgement | undefined
  /** Engine speed looked at. */
  readonly rpm: number
  readonly use: VehicleUse
  readonly bins: readonly TimeBin[]
  readonly nameOf: (shaft: string) => string
}

/** How every part turns, and what of it is asked about. */
export function useSpeeds(): Speeds {
  const { settled, rules } = useBench()
  const inHand = useBenchState((state) => state.speeds)
  const selected = useBenchState((state) => state.selected)
  const { drive } = settled
  const judged = useMemo(() => judgeSpeeds(settled, rules), [settled, rules])
  const picked = inHand.shaft ?? drive.pulleys.find(({ id }) => id === selected)?.shaft
  const serves = (id: string) => Number(drive.shafts.some((shaft) => shaft.id === id && onlyLeads(shaft.kind)))
  const worstFirst = judged.toSorted((a, b) => graver(a.verdict, b.verdict) || serves(a.shaft) - serves(b.shaft))
  const use = drive.use ?? USUAL_USE
  return {
    ...inHand,
    judged,
    worstFirst,
    focus: judged.find(({ shaft }) => shaft === picked) ?? worstFirst[0],
    rpm: Math.min(inHand.engineRpm ?? drive.engine.cruiseRpm, drive.engine.maxRpm),
    use,
    bins: useMemo(() => engineTime(use, drive.engine), [use, drive.engine]),
    nameOf: (id) => drive.shafts.find((shaft) => shaft.id === id)?.name || id,
  }
}
