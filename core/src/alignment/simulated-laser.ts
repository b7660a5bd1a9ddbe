/** A line laser that is not there: what one would show on a drive as it stands, for the demo and for practice. */
import type { CheckedDrive } from '../drive/drive.ts'
import { isSized } from '../drive/pulley.ts'
import { randomFrom, scatterFrom } from '../numerics/random.ts'
import { radians } from '../numerics/vectors.ts'
import type { Mm } from '../units/quantity.ts'
import { beltLine } from '../path/clearance.ts'
import { referenceOf } from './line-readings.ts'

export interface LaserMarks {
  /** mm in front of the first rib at the rim nearest to the reference, and at the rim away from it. */
  readonly near: Mm
  readonly far: Mm
}

/** mm in front of the reference’s first rib at which the line runs: where the made-up laser is clamped. */
const CLAMPED_AT = 6

/** mm, standard deviation of where the made-up line is seen: the width of a line. */
const SEEN_WITHIN = 0.1

/**
 * Marks on a pulley’s target, mm, as the drive’s own lines and leans put them, with a hand’s scatter from `seed`; null where the pulley is not
 * on the belt or a place is not known.
 */
export function simulatedLaser(drive: CheckedDrive, beltId: string, pulleyId: string, seed: number): LaserMarks | null {
  const belt = drive.belts.find(({ id }) => id === beltId)
  const of = (id: string | undefined) => {
    const [pulley, entry] = [
      drive.pulleys.find((each) => each.id === id),
      belt?.route.find(({ pulley }) => pulley === id),
    ]
    const shaft = drive.shafts.find((each) => each.id === pulley?.shaft)
    if (belt === undefined || pulley === undefined || entry === undefined || shaft?.x == null || shaft.y === null)
      return null
    return { pulley, line: beltLine(belt, pulley, entry), x: shaft.x, y: shaft.y }
  }
  const [reference, target] = [of(referenceOf(drive, beltId)), of(pulleyId)]
  if (reference === null || target === null) return null
  const scatter = scatterFrom(randomFrom(seed))
  const seen = () => SEEN_WITHIN * scatter()
  const middle = CLAMPED_AT + reference.line - target.line
  const { pulley } = target
  const [dx, dy] = [target.x - reference.x, target.y - reference.y]
  const distance = Math.hypot(dx, dy)
  const across = pulley.face !== 'toothed' && isSized(pulley) ? pulley.diameter : 0
  const slope =
    distance === 0
      ? 0
      : (Math.tan(radians(pulley.tilt?.x ?? 0)) * dx + Math.tan(radians(pulley.tilt?.y ?? 0)) * dy) / distance
  // Where the face comes forward toward the far rim, the line falls the less in front of it.
  const lean = (slope * across) / 2
  return { near: middle + lean + seen(), far: middle - lean + seen() }
}
