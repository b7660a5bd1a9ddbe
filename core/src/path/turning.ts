import type { Belt } from '../drive/belt.ts'
import type { DriveDocument } from '../drive/drive.ts'
import type { Turn } from '../drive/engine.ts'

/** +1 counter-clockwise, −1 clockwise, as someone in front of the pulleys sees it. `σ` */
export type Sign = 1 | -1

export function signOf(turn: Turn): Sign {
  return turn === 'ccw' ? 1 : -1
}

export function turnOf(sign: Sign): Turn {
  return sign === 1 ? 'ccw' : 'cw'
}

export interface ShaftSigns {
  /** Shafts that a belt reaches from the crank, with the way the first belt to reach them turns them. */
  readonly signs: ReadonlyMap<string, Sign>
  /** For every belt, the way its rib side turns a pulley; belts that nothing drives are taken to turn as the crank does. */
  readonly ribsSigns: ReadonlyMap<string, Sign>
}

/**
 * Which way everything turns: the crank as stated, a pulley on the ribs as the belt does, one on its back the other
 * way, and pulleys on one shaft alike, from belt to belt outward from the crank. Needs no geometry.
 */
export function shaftSigns(drive: DriveDocument): ShaftSigns {
  const crank = drive.shafts.find((shaft) => shaft.kind === 'crank')
  const crankSign = signOf(drive.engine.crankTurns)
  const shaftOf = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley.shaft]))
  const signs = new Map<string, Sign>(crank === undefined ? [] : [[crank.id, crankSign]])
  const ribsSigns = new Map<string, Sign>()
  const across = (entry: Belt['route'][number], sign: Sign): Sign => (entry.contact === 'ribs' ? sign : (-sign as Sign))

  let waiting: readonly Belt[] = drive.belts
  for (;;) {
    const reached = waiting.find((belt) => belt.route.some(({ pulley }) => signs.has(shaftOf.get(pulley) ?? '')))
    if (reached === undefined) break
    const entry = reached.route.find(({ pulley }) => signs.has(shaftOf.get(pulley) ?? ''))
    const known = signs.get(shaftOf.get(entry?.pulley ?? '') ?? '')
    const ribsSign = entry === undefined || known === undefined ? crankSign : across(entry, known)
    ribsSigns.set(reached.id, ribsSign)
    for (const other of reached.route) {
      const shaft = shaftOf.get(other.pulley)
      if (shaft !== undefined && !signs.has(shaft)) signs.set(shaft, across(other, ribsSign))
    }
    waiting = waiting.filter((belt) => belt !== reached)
  }
  for (const belt of waiting) ribsSigns.set(belt.id, crankSign)
  return { signs, ribsSigns }
}
