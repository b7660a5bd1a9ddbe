/** How likely belts of given lengths are to fit, whatever of the drive is not known: docs/mechanics/fitting.md. */
import { HERMITE } from '../numerics/quadrature.ts'
import type { Mm } from '../units/quantity.ts'
import type { Chances } from './bring-home.ts'
import type { PossibleCurve } from './possible-curves.ts'
import type { Posterior } from './posterior.ts'

/** The lengths that fit as well as is asked for, world by world. */
export interface WorldWindows {
  /** For a curve, by the length wanted; `to` below `from` where none fits. */
  readonly windowOf: (curve: PossibleCurve) => (wanted: Mm) => { readonly from: Mm; readonly to: Mm }
  /** mm. A window narrower than this is none. */
  readonly leastWidth: Mm
}

/**
 * Chances of belts, counted world by world: in each the lengths that fit lie in one window, so it is enough to know how much weight has which of
 * the offered lengths as its shortest and its longest.
 */
export function fitChances(
  posterior: Posterior,
  { windowOf, leastWidth }: WorldWindows,
  offered: readonly Mm[],
  markSigma: Mm,
): Chances {
  const lengths = [...new Set(offered)].toSorted((a, b) => a - b)
  const n = lengths.length
  // weight[first · n + last]
  const weight = new Float64Array(n * n)
  let possible = 0
  posterior.forEach((curve) => {
    const windowAt = windowOf(curve)
    // Lengths wanted come shortest first, and windows grow with them: the offered lengths within are found by walking on.
    // A belt is as long as its mark says to a standard deviation: three places of it.
    const walks = HERMITE.map(({ z, weight: part }) => ({ shift: z * markSigma, part, first: 0, end: 0 }))
    return (wanted, share) => {
      const { from, to } = windowAt(wanted)
      // Nobody builds an engine that no belt fits: a world without a window is not believed.
      if (to - from < leastWidth) return
      possible += share
      for (const walk of walks) {
        while (walk.first < n && (lengths[walk.first] as number) < from - walk.shift) walk.first++
        while (walk.end < n && (lengths[walk.end] as number) <= to - walk.shift + TOUCHING) walk.end++
        if (walk.first < walk.end) (weight[walk.first * n + walk.end - 1] as number) += share * walk.part
      }
    }
  })
  // From the weights of windows to those that hold at least both: summed over shorter first and longer last ones.
  const both = weight.slice()
  for (let first = 0; first < n; first++)
    for (let last = n - 1; last >= 0; last--) {
      const at = first * n + last
      if (first > 0) (both[at] as number) += both[at - n] as number
      if (last < n - 1) (both[at] as number) += both[at + 1] as number
      if (first > 0 && last < n - 1) (both[at] as number) -= both[at - n + 1] as number
    }
  return { lengths, both: (shorter, longer) => (possible === 0 ? 0 : (both[shorter * n + longer] ?? 0) / possible) }
}

/** mm. A belt as long as the longest that fits still does. */
const TOUCHING = 1e-9
