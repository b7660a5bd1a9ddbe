/** How deep a V belt sits, and what that has done: docs/mechanics/tension.md. */
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { settleDrive, travelsNow } from '../path/settle.ts'
import { mustRule, NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import { familyOf } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import type { Mm } from '../units/quantity.ts'
import type { Verdict } from '../verdict/verdict.ts'

export interface GrooveRide {
  readonly pulley: string
  /** mm that the belt's top lies below the rim; negative when it stands proud; null where nobody has looked. */
  readonly ride: Mm | null
  readonly verdict: Verdict
}

export interface GrooveWear {
  readonly grooves: readonly GrooveRide[]
  /** mm of belt that lie slack, against one that fills its grooves to the rim, if nothing had been taken up. */
  readonly slack: Mm
  /** Ratio of each shaft to the crank as the belt sits, where it differs from that of a belt flush with the rims. */
  readonly ratios: readonly { readonly shaft: string; readonly now: number; readonly flush: number }[]
}

/** Shares below which a ratio is the same. */
const SAME_RATIO = 5e-4

/** What the depth of a V belt in its grooves comes to; null for other belts, or without a path. */
export function grooveWear(
  settled: SettledDrive,
  { belt, pulleys, path }: SettledBelt,
  rules: ShopRules = NOMINAL_RULES,
): GrooveWear | null {
  if (!familyOf(belt.section).wedges || !path.ok) return null
  const grooves = pulleys.flatMap((pulley, i): GrooveRide[] => {
    if (pulley.face !== 'vee' || belt.route[i]?.contact !== 'ribs') return []
    const ride = pulley.ride ?? null
    return [{ pulley: pulley.id, ride, verdict: ride === null ? 'unknown' : rideVerdict(ride, rules) }]
  })
  const known = new Set(grooves.flatMap(({ pulley, ride }) => (ride === null ? [] : [pulley])))
  if (known.size === 0) return { grooves, slack: 0, ratios: [] }
  // The same drive with everything where it stands, and the belt flush with every rim.
  const flush = settleDrive(
    {
      ...settled.drive,
      pulleys: settled.drive.pulleys.map((pulley) =>
        pulley.face === 'vee' && known.has(pulley.id) ? { ...pulley, ride: 0 } : pulley,
      ),
    },
    travelsNow(settled),
  )
  const full = flush.belts.find((each) => each.belt.id === belt.id)?.path
  const [now, then] = [shaftSpeeds(settled), shaftSpeeds(flush)]
  const ratios = [...new Set(pulleys.map(({ shaft }) => shaft))].flatMap((shaft) => {
    const [a, b] = [now.reached.get(shaft)?.ratio, then.reached.get(shaft)?.ratio]
    return a == null || b == null || Math.abs(a / b - 1) < SAME_RATIO ? [] : [{ shaft, now: a, flush: b }]
  })
  return { grooves, slack: full?.ok === true ? full.length - path.length : 0, ratios }
}

/** mm that a V belt’s top may lie below the rim: from the first worth a look, beyond the second to be replaced. */
export function rideLimits(rules: ShopRules): { readonly watch: Mm; readonly replace: Mm } {
  return { watch: mustRule(rules, wearKey.watch('ride')), replace: mustRule(rules, wearKey.replace('ride')) }
}

/** A depth below the rim against its limits. */
export function rideVerdict(ride: Mm, rules: ShopRules): Verdict {
  const { watch, replace } = rideLimits(rules)
  return ride > replace ? 'act' : ride >= watch ? 'watch' : 'fine'
}

/** Hz at which the teeth of a toothed belt meet their gaps, at a belt speed in m/s: the whine of one that is too tight. */
export function meshPitch({ belt }: SettledBelt, beltSpeed: number): number | null {
  const { family, pitch } = sectionFigures(belt.section)
  return family === 'toothed' ? (1000 * beltSpeed) / pitch : null
}
