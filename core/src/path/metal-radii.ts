import type { DriveDocument } from '../drive/drive.ts'
import { isSized } from '../drive/pulley.ts'
import type { Mm } from '../units/quantity.ts'
import { metalRadius } from './cord-radius.ts'

/**
 * Radius of the outermost metal in mm of every pulley whose size is known, by id. Where it follows from the belt, the belt that runs there says so;
 * a pulley that no belt meets is taken as if its own section did, a smooth one as if a multi-rib belt's back did.
 */
export function metalRadii(drive: DriveDocument): ReadonlyMap<string, Mm> {
  const runs = new Map(
    drive.belts.flatMap(({ section, route }) =>
      route.map(({ pulley, contact }) => [pulley, { section, contact }] as const),
    ),
  )
  return new Map(
    drive.pulleys.filter(isSized).map((pulley) => {
      const unmet = pulley.face === 'smooth' ? UNMET_SMOOTH : { section: pulley.section, contact: 'ribs' as const }
      const { section, contact } = runs.get(pulley.id) ?? unmet
      return [pulley.id, metalRadius(pulley, section, contact)]
    }),
  )
}

const UNMET_SMOOTH = { section: 'PK', contact: 'back' } as const
