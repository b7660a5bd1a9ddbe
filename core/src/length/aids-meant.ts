/** The stated lengths that something laid along the route may mean: docs/mechanics/length.md. */
import { isRouted } from '../drive/belt.ts'
import type { LengthReadingOf } from '../drive/length-reading.ts'
import type { SettledBelt } from '../path/settle.ts'
import { familyOf } from '../sections/families.ts'
import { measureAlone, measureOnDrive, type AidLaid } from './aids.ts'
import { BACK_TURNS, LAY_SHARES, UNROUTED_BACK_TURNS } from './nominal.ts'
import type { MeantLength } from './statement.ts'

/** Whether it matters how something lay, and nobody has said. */
export function asksHowItLay({ belt }: SettledBelt, { aid, lay }: LengthReadingOf<'aid'>): boolean {
  return lay === undefined && LAY_SHARES[aid] !== undefined && !familyOf(belt.section).meshes
}

/** Each way in which the aid of a reading may have lain, with the stated length it then comes to. */
export function aidsMeant(settled: SettledBelt, reading: LengthReadingOf<'aid'>): MeantLength[] {
  const { aid, thickness, value, half, stretch, lay } = reading
  const ways = asksHowItLay(settled, reading) ? (LAY_SHARES[aid] ?? []) : [{ lay, share: 1 }]
  return ways.map((way) => {
    const laid: AidLaid = {
      aid,
      thickness,
      reading: value,
      ...(half === undefined ? {} : { half }),
      ...(stretch === undefined ? {} : { stretch }),
      ...(way.lay === undefined ? {} : { lay: way.lay }),
    }
    return { ...lengthOf(settled, laid, reading), share: way.share }
  })
}

function lengthOf(
  settled: SettledBelt,
  laid: AidLaid,
  { u, backTurns }: LengthReadingOf<'aid'>,
): Omit<MeantLength, 'share'> {
  const onDrive = measureOnDrive(settled, laid, u)
  if (onDrive !== undefined) return { length: onDrive.statedLength, sigma: onDrive.spread }
  const turns = backTurns === undefined ? backTurnsOf(settled) : { mean: backTurns, sigma: 0 }
  const { section } = settled.belt
  const alone = measureAlone(section, laid, turns.mean)
  const onePlus = measureAlone(section, laid, turns.mean + 1)
  return {
    length: alone.statedLength,
    sigma: Math.hypot(alone.spread, turns.sigma * (onePlus.statedLength - alone.statedLength)),
  }
}

/** Turns that a belt's back lies on, as far as its route tells. */
function backTurnsOf({ belt }: SettledBelt): { readonly mean: number; readonly sigma: number } {
  if (familyOf(belt.section).wedges) return { mean: 0, sigma: 0 }
  if (!isRouted(belt)) return UNROUTED_BACK_TURNS
  const backs = belt.route.filter(({ contact }) => contact === 'back').length
  return { mean: backs * BACK_TURNS.each, sigma: Math.sqrt(backs) * BACK_TURNS.sigma }
}
