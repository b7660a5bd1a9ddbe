import type { CheckedDrive } from '../drive/drive.ts'
import type { ShaftKind } from '../drive/shaft.ts'
import { CHOSEN_USES } from '../drive/vehicle-use.ts'
import { fitSituation, goodWindow } from '../length/verdict.ts'
import { travelsNow, type SettledDrive } from '../path/settle.ts'
import type { FreePulley } from '../resize/best-sizes.ts'
import { sizeOf, withSizes } from '../resize/resize.ts'
import { allProblems, solveDrive } from '../solution/solve-drive.ts'
import { engineTime } from '../speeds/engine-time.ts'
import { usefulRange } from '../speeds/useful-range.ts'
import { onlyBelt, randomTensionedDrive } from './tensioned-drives.ts'
import { mustCheck } from './vectors.ts'

const ACCESSORIES: readonly ShaftKind[] = ['alternator', 'water-pump', 'power-steering', 'ac-compressor', 'air-pump']

const pick = <Each>(from: readonly Each[], random: () => number): Each =>
  from[Math.floor(random() * from.length)] as Each

/** A random drive on a spring arm with accessories that care how fast they turn, its belt of a length that fits, and a use. */
export function randomAccessoryDrive(random: () => number): CheckedDrive {
  const drive = randomTensionedDrive(random)
  const situation = fitSituation(onlyBelt(drive))
  const window = situation === undefined ? undefined : goodWindow(situation)
  if (window === undefined) throw new Error('A random drive takes no belt.')
  const idleRpm = Math.round(600 + 400 * random())
  const cruiseRpm = Math.round(idleRpm + 800 + 800 * random())
  return mustCheck({
    ...drive,
    engine: { ...drive.engine, idleRpm, cruiseRpm, maxRpm: Math.round(cruiseRpm + 1500 + 3000 * random()) },
    use: { of: pick(CHOSEN_USES, random) },
    shafts: drive.shafts.map((shaft) =>
      shaft.kind === 'idler' ? { ...shaft, kind: pick(ACCESSORIES, random) } : shaft,
    ),
    belts: drive.belts.map((belt) => ({ ...belt, length: (window.from + window.to) / 2 })),
  })
}

/** Two pulleys of a random drive that may be some millimetres smaller or larger. */
export function twoFree(drive: CheckedDrive, by: number, random: () => number): readonly FreePulley[] {
  const ribbed = drive.pulleys.filter(({ face }) => face === 'ribbed')
  const first = pick(ribbed, random)
  const second = pick(
    ribbed.filter((pulley) => pulley !== first),
    random,
  )
  return [first, second].map((pulley) => {
    const now = sizeOf(pulley) ?? 0
    return { pulley: pulley.id, from: now - by, to: now + by }
  })
}

export interface BruteForce {
  readonly total: number
  readonly sizes: readonly number[]
}

/**
 * The best set of sizes by trying every one, written from docs/mechanics/other-pulleys.md without the search's own cost: each set is
 * solved whole, as any drive is.
 */
export function bruteForceSizes(settled: SettledDrive, free: readonly FreePulley[]): BruteForce | undefined {
  const { drive } = settled
  const held = travelsNow(settled)
  const before = solveDrive(drive, { held })
  const had = blockers(before)
  const bins = engineTime(drive.use ?? { of: 'town' }, drive.engine)
  let best: BruteForce | undefined
  for (const sizes of everySet(free.map(({ pulley, from, to }) => sizesOf(settled, pulley, from, to)))) {
    const changed = withSizes(
      drive,
      free.map(({ pulley }, k) => ({ pulley, size: sizes[k] ?? 0 })),
    )
    const after = solveDrive(changed, { held })
    if (after.belts.some(({ cordLength }) => cordLength === null)) continue
    if (blockers(after).some((name) => !had.includes(name))) continue
    let total = 0
    for (const [k, { cordLength }] of after.belts.entries())
      total += 0.02 * Math.abs((cordLength ?? 0) - (before.belts[k]?.cordLength ?? 0))
    for (const [k, { pulley }] of free.entries()) total += 0.002 * Math.abs((sizes[k] ?? 0) - nowOf(drive, pulley))
    for (const shaft of drive.shafts) {
      const ratio = after.shafts.find(({ id }) => id === shaft.id)?.ratio
      if (shaft.kind === 'crank' || ratio == null) continue
      const { min: least, max: most } = usefulRange(shaft, {})
      for (const { from, to, share } of bins) {
        const outside = (rpm: number) =>
          (least !== null && rpm * ratio < least.rpm) || (most !== null && rpm * ratio > most.rpm)
        total +=
          from === to
            ? outside(from)
              ? 100 * share
              : 0
            : 100 * share * portionOutside(from, to, ratio, least?.rpm, most?.rpm)
      }
      if (most !== null) total += 50 * Math.max(0, (ratio * drive.engine.maxRpm) / most.rpm - 1)
      if (least !== null) total += 10 * Math.max(0, 1 - (ratio * drive.engine.idleRpm) / least.rpm)
    }
    if (best === undefined || total < best.total) best = { total, sizes }
  }
  return best
}

/** Of a stretch of engine speed, how much lies outside of least and most at a ratio. */
function portionOutside(from: number, to: number, ratio: number, least = 0, most = Infinity): number {
  const inside = Math.max(0, Math.min(to, most / ratio) - Math.max(from, least / ratio))
  return 1 - inside / (to - from)
}

const nowOf = (drive: CheckedDrive, id: string): number => {
  const pulley = drive.pulleys.find((each) => each.id === id)
  return pulley === undefined ? 0 : (sizeOf(pulley) ?? 0)
}

/** Whole millimetres between two, not smaller than 45, and the size there is. */
function sizesOf({ drive }: SettledDrive, id: string, from: number, to: number): readonly number[] {
  const sizes = [nowOf(drive, id)]
  for (let size = Math.ceil(Math.max(from, 45)); size <= to; size++) if (!sizes.includes(size)) sizes.push(size)
  return sizes
}

function* everySet(choices: readonly (readonly number[])[]): Generator<readonly number[]> {
  const [first, ...rest] = choices
  if (first === undefined) yield []
  else for (const size of first) for (const others of everySet(rest)) yield [size, ...others]
}

function blockers(solution: ReturnType<typeof solveDrive>): readonly string[] {
  return allProblems(solution)
    .filter(({ code, severity }) => (severity === 'error' && code !== 'OUT_OF_REACH') || code === 'WRAP_LOW')
    .map(({ code, where }) => `${code} ${where.join(' ')}`)
}
