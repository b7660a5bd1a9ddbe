import type { Belt, RouteEntry } from '../drive/belt.ts'
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

/**
 * For every belt, which way its rib side turns a pulley: the crank as stated, a pulley on the ribs as the belt does, one on
 * its back the other way, and pulleys on one shaft alike, from belt to belt outward from the crank. Belts that nothing
 * drives are taken to turn as the crank does. Needs no geometry.
 */
export function ribsSigns(drive: DriveDocument): ReadonlyMap<string, Sign> {
  const crank = drive.shafts.find((shaft) => shaft.kind === 'crank')
  const crankSign = signOf(drive.engine.crankTurns)
  const shaftOf = new Map(drive.pulleys.map((pulley) => [pulley.id, pulley.shaft]))
  const shafts = new Map<string, Sign>(crank === undefined ? [] : [[crank.id, crankSign]])
  const belts = new Map<string, Sign>()
  const across = ({ contact }: RouteEntry, sign: Sign): Sign => (contact === 'ribs' ? sign : (-sign as Sign))
  const knownSign = ({ pulley }: RouteEntry) => shafts.get(shaftOf.get(pulley) ?? '')

  let waiting: readonly Belt[] = drive.belts
  for (;;) {
    const belt = waiting.find(({ route }) => route.some((entry) => knownSign(entry) !== undefined))
    if (belt === undefined) break
    const entry = belt.route.find((each) => knownSign(each) !== undefined) as RouteEntry
    const sign = across(entry, knownSign(entry) ?? crankSign)
    belts.set(belt.id, sign)
    for (const other of belt.route) {
      const shaft = shaftOf.get(other.pulley)
      if (shaft !== undefined && !shafts.has(shaft)) shafts.set(shaft, across(other, sign))
    }
    waiting = waiting.filter((other) => other !== belt)
  }
  for (const { id } of waiting) belts.set(id, crankSign)
  return belts
}
