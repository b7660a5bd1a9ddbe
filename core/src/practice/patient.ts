/** Cars with one fault, made from a drive and a seed. docs/mechanics/practice.md */
import type { CheckedDrive } from '../drive/drive.ts'
import { randomFrom } from '../numerics/random.ts'
import { FAULTS, possibleFaults, type FaultKind, type RunFault } from '../running/faults.ts'
import { PracticeCar } from './car.ts'
import { PracticeTests } from './tests.ts'

/** What each fault is called in the knowledge of noises. One that it does not know is not practised. */
export const CAUSE_OF: Readonly<Partial<Record<FaultKind, string>>> = {
  'out-of-line': 'out-of-line',
  tilted: 'tilted',
  'groove-off': 'groove-off',
  'too-long': 'too-long',
  'worn-belt': 'worn-belt',
  glazed: 'worn-belt',
  contaminated: 'contaminated',
  'low-tension': 'low-tension',
  'over-tension': 'over-tension',
  'weak-tensioner': 'weak-tensioner',
  'stuck-tensioner': 'stuck-tensioner',
  'worn-bush': 'worn-bush',
  damper: 'damper',
  'bad-bearing': 'bad-bearing',
  'bearing-play': 'bearing-play',
  seized: 'seized',
  debris: 'debris',
  flexing: 'flexing',
  'wrong-belt': 'wrong-belt',
  decoupler: 'decoupler',
}

/** Faults that somebody makes who fits a belt, and how often they show right after (a choice of ours); others come by themselves. */
const BY_FITTING: ReadonlySet<FaultKind> = new Set([
  'groove-off',
  'too-long',
  'low-tension',
  'over-tension',
  'wrong-belt',
])
const FITTED = { made: 0.8, otherwise: 0.12 } as const

export interface Patient {
  readonly car: PracticeCar
  readonly fault: RunFault
  readonly cause: string
  readonly newBelt: boolean
  readonly tests: PracticeTests
}

const TRIES = 60

const quiet = new WeakMap<CheckedDrive, boolean>()

/** Whether a drive makes no noise as long as nothing is wrong with it: only then can a noise be practised on it. */
function isQuiet(drive: CheckedDrive): boolean {
  const known = quiet.get(drive)
  if (known !== undefined) return known
  const is = new PracticeTests(new PracticeCar(drive, []), 1, false).show('heard')?.outcome === 'none'
  quiet.set(drive, is)
  return is
}

/** A car with one fault that somebody complains of: that is heard, or shows as a lamp or a belt that came off. */
export function practicePatient(
  drives: readonly CheckedDrive[],
  seed: number,
  kinds: readonly FaultKind[] = Object.keys(CAUSE_OF) as FaultKind[],
): Patient {
  const random = randomFrom(seed)
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)] as Item
  let last: Patient | null = null
  for (let i = 0; i < TRIES; i++) {
    const drive = pick(drives)
    if (!isQuiet(drive)) continue
    const possible = possibleFaults(drive).filter(({ kind }) => kinds.includes(kind) && CAUSE_OF[kind] !== undefined)
    if (possible.length === 0) continue
    const { kind, places } = pick(possible)
    const [from, to] = FAULTS[kind].complains
    const sign = FAULTS[kind].least < 0 && random() < 0.5 ? -1 : 1
    const fault = { kind, at: pick(places), size: sign * (from + random() * (to - from)) }
    const car = new PracticeCar(drive, [fault])
    const newBelt = random() < (BY_FITTING.has(kind) ? FITTED.made : FITTED.otherwise)
    const tests = new PracticeTests(car, seed + i, newBelt)
    last = { car, fault, cause: CAUSE_OF[kind] ?? '', newBelt, tests }
    if (tests.show('heard')?.outcome !== 'none' || car.run({ rpm: car.idle, load: 0.95 }).keepsUp < 0.85) return last
  }
  if (last === null) throw new Error('None of the drives can have one of these faults.')
  return last
}
