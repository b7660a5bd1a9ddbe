/** What can be done to a practice car, what it takes, and which fault it takes away. docs/mechanics/practice.md */
import { onlyLeads } from '../drive/shaft.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { isSprung } from '../adjusters/kinds.ts'
import type { FaultKind, RunFault } from '../running/faults.ts'

export interface Remedy {
  readonly id: string
  readonly name: string
  readonly minutes: number
  /** What its parts cost, in made-up money. */
  readonly price: number
  /** Where it can be done: ids of pulleys, shafts, belts or adjusters. */
  readonly places: (drive: CheckedDrive) => readonly string[]
  /** Faults that it takes away there. */
  readonly cures: readonly FaultKind[]
}

const pulleysOf = ({ pulleys, shafts }: CheckedDrive) =>
  pulleys.filter(({ shaft }) => shafts.some(({ id, kind }) => id === shaft && kind !== 'crank')).map(({ id }) => id)
const partsOf = ({ shafts, pulleys }: CheckedDrive) =>
  shafts.filter(({ id, kind }) => kind !== 'crank' && pulleys.some(({ shaft }) => shaft === id)).map(({ id }) => id)
const beltsOf = ({ belts }: CheckedDrive) => belts.map(({ id }) => id)
const armsOf = ({ adjusters }: CheckedDrive) => adjusters.filter(isSprung).map(({ id }) => id)
const byHand = ({ belts, adjusters }: CheckedDrive) =>
  belts.filter(({ adjuster }) => !adjusters.some((each) => each.id === adjuster && isSprung(each))).map(({ id }) => id)

export const REMEDIES: readonly Remedy[] = [
  { id: 'align', name: 'Bring into line', minutes: 25, price: 5, places: pulleysOf, cures: ['out-of-line'] },
  { id: 'straighten', name: 'Straighten its seat', minutes: 30, price: 5, places: pulleysOf, cures: ['tilted'] },
  {
    id: 'move-over',
    name: 'Lay the belt into the right grooves',
    minutes: 15,
    price: 0,
    places: beltsOf,
    cures: ['groove-off'],
  },
  {
    id: 'fit-belt',
    name: 'Fit a new belt, the one the drive asks for',
    minutes: 20,
    price: 45,
    places: beltsOf,
    cures: [
      'too-long',
      'too-short',
      'wrong-belt',
      'worn-belt',
      'glazed',
      'contaminated',
      'groove-off',
      'low-tension',
      'over-tension',
    ],
  },
  {
    id: 'set-tension',
    name: 'Set the tension',
    minutes: 12,
    price: 0,
    places: byHand,
    cures: ['low-tension', 'over-tension'],
  },
  {
    id: 'tensioner',
    name: 'Renew the tensioner',
    minutes: 35,
    price: 90,
    places: armsOf,
    cures: ['weak-tensioner', 'stuck-tensioner', 'worn-bush'],
  },
  {
    id: 'part',
    name: 'Renew the part or its bearing',
    minutes: 50,
    price: 140,
    places: partsOf,
    cures: ['bad-bearing', 'bearing-play', 'seized'],
  },
  { id: 'clean', name: 'Clean its grooves', minutes: 8, price: 0, places: pulleysOf, cures: ['debris'] },
  {
    id: 'damper',
    name: 'Renew the crank damper',
    minutes: 60,
    price: 160,
    places: ({ pulleys, shafts }) =>
      pulleys
        .filter(({ shaft }) => shafts.some(({ id, kind }) => id === shaft && kind === 'crank'))
        .map(({ id }) => id),
    cures: ['damper'],
  },
  {
    id: 'bracket',
    name: 'Mend its bracket',
    minutes: 40,
    price: 20,
    places: ({ shafts }) => shafts.filter(({ kind }) => kind !== 'crank' && !onlyLeads(kind)).map(({ id }) => id),
    cures: ['flexing'],
  },
  {
    id: 'clutch',
    name: 'Renew the alternator pulley',
    minutes: 30,
    price: 70,
    places: ({ shafts }) => shafts.filter(({ clutch }) => clutch !== undefined).map(({ id }) => id),
    cures: ['decoupler'],
  },
]

export function remedyOf(id: string): Remedy {
  const found = REMEDIES.find((each) => each.id === id)
  if (found === undefined) throw new Error(`There is no remedy ${id}.`)
  return found
}

/** Whether a fault is gone once something was done somewhere. A belt that is laid on once more lies right on every pulley. */
export function isCured(drive: CheckedDrive, { kind, at }: RunFault, { id, cures }: Remedy, place: string): boolean {
  if (!cures.includes(kind)) return false
  const onBelt = drive.belts.find((belt) => belt.id === place)
  if (id === 'move-over' || (id === 'fit-belt' && kind === 'groove-off'))
    return onBelt?.route.some(({ pulley }) => pulley === at) === true
  return at === place
}
