import { isSized } from '../drive/pulley.ts'
import type { CordCircle } from './cord-path.ts'
import { cordRadius } from './cord-radius.ts'
import type { SettledBelt } from './settle.ts'

/**
 * The circles of a settled belt with its own adjuster at travel u, all else where it has settled; undefined where there
 * are none or the adjuster does not reach. Copies: whoever asks may change them.
 */
export function circlesAt({ belt, circles, pulleys, adjuster }: SettledBelt, u: number): CordCircle[] | undefined {
  if (circles.length < 2) return undefined
  const copies = circles.map((circle) => ({ ...circle }))
  if (adjuster === null) return copies
  const { motion } = adjuster
  if (motion.moves === 'shaft') {
    const place = motion.placeAt(u)
    if (place === undefined) return undefined
    copies.forEach((circle, i) => {
      if (pulleys[i]?.shaft === motion.shaft) Object.assign(circle, { x: place.x, y: place.y })
    })
  } else {
    const { by } = motion.growthAt(u)
    copies.forEach((circle, i) => {
      const pulley = pulleys[i]
      if (pulley?.id === motion.pulley && isSized(pulley))
        circle.r = cordRadius(pulley, belt.section, belt.route[i]?.contact ?? 'ribs') + by
    })
  }
  return copies
}
