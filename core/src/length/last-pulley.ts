/** Over which pulley a belt goes last, and whether it goes: docs/mechanics/fitting.md. */
import { EASED_MM } from './nominal.ts'
import type { BeltFamily } from '../sections/families.ts'
import { isSized, type Pulley } from '../drive/pulley.ts'
import { circlesAt } from '../path/circles-at.ts'
import { traceCord } from '../path/cord-path.ts'
import { cordAboveSurface, metalRadius } from '../path/cord-radius.ts'
import type { SettledBelt } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'

export interface LastPulley {
  readonly pulley: string
  /** mm of slack for the belt to pass over this rim, every other pulley seated and the adjuster released. */
  readonly need: Mm
  readonly face: Pulley['face']
  readonly flange: Mm
  /** Height of its centre: what lies high is easier to reach. */
  readonly y: number
}

/** mm. Needs in one step of this are one need: face and reach decide between such pulleys. */
const SAME_NEED_MM = 0.5

/**
 * Every pulley of a belt as the last one, the easiest first. To pass over a rim the cord has to run at
 * `r' = d/2 + flange + (H − t)` with the grooved side down, `d/2 + flange + t` with the back down; the need is
 * `L(path with r') − L(path)`, the adjuster at travel u. A smooth face is preferred to grooves, a high pulley to a low one.
 */
export function lastPulleys(settled: SettledBelt, u: number): LastPulley[] {
  const { belt, pulleys } = settled
  const circles = circlesAt(settled, u)
  if (circles === undefined) return []
  const seated = traceCord(circles)
  if (!seated.ok) return []
  const found = pulleys.flatMap((pulley, i): LastPulley[] => {
    if (!isSized(pulley)) return []
    const contact = belt.route[i]?.contact ?? 'ribs'
    const over = metalRadius(pulley, belt.section, contact) + cordAboveSurface(belt.section, contact)
    const path = traceCord(circles.map((circle, k) => (k === i ? { ...circle, r: Math.max(over, circle.r) } : circle)))
    const y = circles[i]?.y ?? 0
    return path.ok
      ? [{ pulley: pulley.id, need: path.length - seated.length, face: pulley.face, flange: pulley.flange ?? 0, y }]
      : []
  })
  const step = ({ need }: LastPulley) => Math.round(need / SAME_NEED_MM)
  const smoothFirst = ({ face }: LastPulley) => (face === 'smooth' ? 0 : 1)
  return found.toSorted((a, b) => step(a) - step(b) || smoothFirst(a) - smoothFirst(b) || b.y - a.y)
}

/** How a belt can be got over its last rim. */
export type WayOn = 'by hand' | 'eased' | 'rolled' | 'not'

/**
 * Whether a belt with `slack` mm beyond its path goes over a rim: by hand; eased over a smooth rim without a flange; a V belt
 * rolled on by turning the engine by hand, where it crosses the rim at one place only and needs hardly more than its path; or
 * not at all. A belt is never levered over a grooved rim: it breaks cords that nobody sees.
 */
export function wayOn({ need, face, flange }: LastPulley, slack: Mm, family: BeltFamily): WayOn {
  if (slack >= need) return 'by hand'
  if (face === 'smooth' && flange === 0 && slack > need - EASED_MM) return 'eased'
  return family.wedges && slack >= 0 ? 'rolled' : 'not'
}
