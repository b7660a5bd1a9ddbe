import { Matrix, solve } from 'ml-matrix'
import { DIAMETER_SIGMA_MM, PLACE_SIGMA_MM, SURVEY_CARE, UNTOLD_SIGMA_MM } from './nominal.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { TAPE_SIGMA_MM } from '../drive/nominal.ts'
import type { Shaft } from '../drive/shaft.ts'
import { lengthRateOfMove } from '../path/cord-path.ts'
import { distance } from '../numerics/vectors.ts'
import { metalRadii } from '../path/metal-radii.ts'
import { centreDistance } from '../drive/centre-distance.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import type { Mm } from '../units/quantity.ts'

/** The crank's, mm: all places are counted from it. */
const CRANK_SIGMA_MM = 1e-3

/**
 * Standard deviation of the length that a drive's geometry gives, mm; undefined without a path:
 *
 *   σ_L² = gᵀ·P⁻¹·g + Σ (w/2)²·σ_d²      g_i = û_in − û_out      P = Σ_i I/σ_i² + Σ_k n̂_k·n̂_kᵀ/σ_k²
 *
 * P is the precision of the places: what is known of each by itself, and every distance k of the survey along its line n̂ between
 * two shafts. So errors that move or turn the whole drive do not count, which leave a belt's length as it is. Teeth are counted
 * and have no error.
 */
export function geometrySpread(
  drive: CheckedDrive,
  settled: SettledBelt,
  places: SettledDrive['places'],
): Mm | undefined {
  const { path, pulleys } = settled
  if (!path.ok) return undefined
  const slots = new Map(drive.shafts.map(({ id }, i) => [id, 2 * i]))
  const pull = new Array<number>(2 * drive.shafts.length).fill(0)
  let diameters = 0
  pulleys.forEach((pulley, i) => {
    const k = slots.get(pulley.shaft) ?? 0
    pull[k] = (pull[k] ?? 0) + lengthRateOfMove(path, i, 1, 0)
    pull[k + 1] = (pull[k + 1] ?? 0) + lengthRateOfMove(path, i, 0, 1)
    if (pulley.face !== 'toothed')
      diameters += (((path.wraps[i] ?? 0) / 2) * DIAMETER_SIGMA_MM[pulley.measuredWith ?? 'unsaid']) ** 2
  })
  const g = Matrix.columnVector(pull)
  const moved = solve(precisionOf(drive, places, slots), g)
  return Math.sqrt(g.transpose().mmul(moved).get(0, 0) + diameters)
}

/** What is known of the places of all shafts: a symmetric matrix of x and y of each, 1/mm². */
function precisionOf(drive: CheckedDrive, places: SettledDrive['places'], slots: ReadonlyMap<string, number>): Matrix {
  const precision = Matrix.zeros(slots.size * 2, slots.size * 2)
  const add = (row: number, column: number, by: number) => precision.set(row, column, precision.get(row, column) + by)
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  for (const { from, to, sigma = TAPE_SIGMA_MM } of drive.survey?.distances ?? []) {
    const [one, other] = [shaftOf.get(from) ?? '', shaftOf.get(to) ?? '']
    const [a, b] = [places.get(one), places.get(other)]
    const [i, j] = [slots.get(one), slots.get(other)]
    if (a === undefined || b === undefined || i === undefined || j === undefined) continue
    const d = Math.max(distance(a, b), 1e-9)
    const line = [(b.x - a.x) / d, (b.y - a.y) / d]
    line.forEach((along, r) => {
      line.forEach((across, c) => {
        const weight = (along * across) / sigma ** 2
        add(i + r, i + c, weight)
        add(j + r, j + c, weight)
        add(i + r, j + c, -weight)
        add(j + r, i + c, -weight)
      })
    })
  }
  for (const shaft of drive.shafts) {
    const k = slots.get(shaft.id) ?? 0
    const own = ownSigma(shaft)
    for (const at of [k, k + 1]) add(at, at, 1 / own ** 2)
  }
  return precision
}

/** Standard deviation of a place by what is known of it alone, mm. */
function ownSigma({ kind, placed }: Shaft): Mm {
  if (kind === 'crank') return CRANK_SIGMA_MM
  if (placed === undefined) return UNTOLD_SIGMA_MM
  const sigma = Math.max(placed.sigma ?? PLACE_SIGMA_MM[placed.how], CRANK_SIGMA_MM)
  // A survey's spread of a place comes from the same distances, which must not count twice in full.
  return placed.how === 'distances' ? Math.SQRT2 * sigma : sigma
}

/** The survey's own test of itself: how many times worse than told its distances may have been read, and which one stands out. */
export interface SurveyDisagreement {
  /** Multiples of what was told, and how likely each is, all together 1. */
  readonly scales: readonly { readonly times: number; readonly share: number }[]
  /** The mean of them. */
  readonly times: number
  /** The distance that lies farthest from what the places have, in its own standard deviations; null where none is to spare. */
  readonly worst: { readonly id: string; readonly from: string; readonly to: string; readonly apart: Mm } | null
}

const AS_TOLD = { scales: [{ times: 1, share: 1 }], times: 1, worst: null } as const

/**
 * What χ² over the distances between placed shafts says of how they were read, `P(k) ∝ P₀(k)·k^(−dof)·exp(−χ² / 2k²)`; as told where no distance is to
 * spare.
 */
export function surveyDisagreement(drive: CheckedDrive): SurveyDisagreement {
  const shafts = new Map(drive.shafts.map((shaft) => [shaft.id, shaft]))
  const shaftOf = new Map(drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const metal = metalRadii(drive)
  const placed = new Set<string>()
  const off = (drive.survey?.distances ?? []).flatMap(({ id, from, to, kind, value, sigma = TAPE_SIGMA_MM }) => {
    const [a, b] = [from, to].map((pulley) => shafts.get(shaftOf.get(pulley) ?? ''))
    if (a?.x == null || a.y === null || b?.x == null || b.y === null) return []
    const read = centreDistance(kind, value, metal.get(from), metal.get(to))
    if (read === undefined) return []
    for (const { id: shaft } of [a, b]) placed.add(shaft)
    const apart = read - Math.hypot(a.x - b.x, a.y - b.y)
    return [{ id, from, to, apart, z: apart / sigma }]
  })
  const free = off.length - Math.max(0, 2 * placed.size - 3)
  if (free <= 0) return AS_TOLD
  const square = off.reduce((sum, { z }) => sum + z * z, 0)
  const logs = SURVEY_CARE.map(
    ({ times, share }) => Math.log(share) - free * Math.log(times) - square / (2 * times * times),
  )
  const most = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - most))
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  const scales = SURVEY_CARE.map(({ times }, i) => ({ times, share: (weights[i] ?? 0) / all }))
  const worst = off.reduce((farthest, each) => (Math.abs(each.z) > Math.abs(farthest.z) ? each : farthest))
  return { scales, times: scales.reduce((sum, { times, share }) => sum + times * share, 0), worst }
}
