/** Two belts that share an adjuster or a shaft that one of them moves: their lengths are chosen together. */
import type { CheckedDrive } from '../drive/drive.ts'
import { LENGTH_DOUBT_SHARE } from '../path/nominal.ts'
import { settleDrive, type SettledBelt, type SettledDrive } from '../path/settle.ts'
import { statedMinusCord } from '../sections/families.ts'
import type { Mm } from '../units/quantity.ts'
import { fitByStrain, fitLength, fitSituation, type FitVerdict } from './verdict.ts'
import { beltWanted } from './belt-wanted.ts'
import { standardLengths } from './standard-lengths.ts'

export interface BeltPair {
  /** Stated lengths in the order of the belts asked for. */
  readonly lengths: readonly [Mm, Mm]
  readonly verdicts: readonly [FitVerdict, FitVerdict]
  /** Travel of each belt's adjuster with both on; null for fixed centres. */
  readonly travels: readonly [number | null, number | null]
}

/** The belts whose lengths depend on this one's: they share its adjuster, or run on a shaft that either's adjuster moves. */
export function beltsTogether({ belts }: SettledDrive, beltId: string): string[] {
  const one = belts.find(({ belt }) => belt.id === beltId)
  if (one === undefined) return []
  const moves = (by: SettledBelt, other: SettledBelt) => {
    const motion = by.adjuster?.motion
    if (motion === undefined) return false
    return other.pulleys.some(({ id, shaft }) =>
      motion.moves === 'shaft' ? shaft === motion.shaft : id === motion.pulley,
    )
  }
  return belts.filter((other) => other !== one && (moves(one, other) || moves(other, one))).map(({ belt }) => belt.id)
}

/** Standard lengths tried to either side of the wanted one. */
const TRIED_EACH = 5

const WORTH: Readonly<Record<FitVerdict, number>> = {
  good: 0,
  'good, short life': 1,
  tight: 2,
  long: 2,
  'too short': 9,
  'too long': 9,
}

/** The best pairs of standard lengths for two belts of a drive, each judged with the other one on; best first. */
export function bestPairs(drive: CheckedDrive, beltIds: readonly [string, string], most = 3): BeltPair[] {
  const wanting = settleDrive(withLengths(drive, beltIds, [null, null]))
  const [first, second] = beltIds.map((id) => {
    const settled = wanting.belts.find(({ belt }) => belt.id === id)
    const length = settled === undefined ? undefined : beltWanted(settled)?.length
    if (settled === undefined || length === undefined) return []
    const { section } = settled.belt
    const step = standardLengths(section, 0, 1000)[1] ?? 5
    return standardLengths(section, length - TRIED_EACH * step, length + TRIED_EACH * step)
  }) as [Mm[], Mm[]]
  const pairs = first.flatMap((a) => second.map((b) => judged(drive, beltIds, [a, b])))
  const worth = ({ verdicts, travels }: BeltPair) =>
    10 * (WORTH[verdicts[0]] + WORTH[verdicts[1]]) +
    travels.reduce<number>((sum, u) => sum + Math.abs((u ?? 0.2) - 0.2), 0)
  return pairs
    .filter(({ verdicts }) => verdicts.every((verdict) => WORTH[verdict] < 9))
    .toSorted((a, b) => worth(a) - worth(b))
    .slice(0, most)
}

function judged(drive: CheckedDrive, beltIds: readonly [string, string], lengths: readonly [Mm, Mm]): BeltPair {
  const { belts } = settleDrive(withLengths(drive, beltIds, lengths))
  const each = beltIds.map((id, i) => {
    const settled = belts.find(({ belt }) => belt.id === id)
    const length = lengths[i] ?? 0
    return settled === undefined ? { verdict: 'too long' as const, u: null } : verdictOf(settled, length)
  }) as [{ verdict: FitVerdict; u: number | null }, { verdict: FitVerdict; u: number | null }]
  return { lengths, verdicts: [each[0].verdict, each[1].verdict], travels: [each[0].u, each[1].u] }
}

function verdictOf(settled: SettledBelt, length: Mm): { readonly verdict: FitVerdict; readonly u: number | null } {
  if (settled.adjuster?.wanted === 'shared') {
    // Another belt has set the adjuster; this one must want the same place.
    if (!settled.path.ok) return { verdict: 'too long', u: null }
    const apart = length - (settled.path.length + statedMinusCord(settled.belt.section))
    const share = apart / length
    const verdict =
      Math.abs(share) <= LENGTH_DOUBT_SHARE / 2
        ? 'good'
        : Math.abs(share) <= LENGTH_DOUBT_SHARE
          ? share > 0
            ? 'long'
            : 'tight'
          : share > 0
            ? 'too long'
            : 'too short'
    return { verdict, u: settled.adjuster.u }
  }
  const situation = fitSituation(settled)
  const fit = situation === undefined ? fitByStrain(settled, length) : fitLength(situation, length)
  return { verdict: fit?.verdict ?? 'too long', u: fit?.u.new ?? null }
}

function withLengths(
  drive: CheckedDrive,
  beltIds: readonly [string, string],
  lengths: readonly [Mm | null, Mm | null],
): CheckedDrive {
  return {
    ...drive,
    belts: drive.belts.map((belt) => {
      const i = beltIds.indexOf(belt.id)
      return i < 0 ? belt : { ...belt, length: lengths[i] ?? null }
    }),
  }
}
