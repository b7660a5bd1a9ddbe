/** What a belt that is set too tight does to the bearings: docs/mechanics/tension.md. */
import type { SettledDrive } from '../path/settle.ts'
import type { OperatingPoint } from './loads.ts'
import { TensionModel } from './span-tensions.ts'

export interface BearingOverload {
  readonly pulley: string
  /** N on it under way as the belt is set, and as it should be. */
  readonly now: number
  readonly wanted: number
  /** N it is made for; null where nobody has said. */
  readonly max: number | null
}

/**
 * The bearing that suffers most from a static tension other than the wanted one, under way: the one nearest to what it is made for, else
 * the one with most to carry. Null where the belt is not driven.
 */
export function worstBearing(
  settled: SettledDrive,
  beltId: string,
  tensions: { readonly now: number; readonly wanted: number },
  point: OperatingPoint,
): BearingOverload | null {
  const model = new TensionModel(settled)
  const hubs = (tension: number) =>
    model.at(point, { staticTensions: { [beltId]: tension } }).find(({ belt }) => belt === beltId)?.pulleys ?? []
  const wanted = hubs(tensions.wanted)
  const shaftOf = new Map(settled.drive.pulleys.map(({ id, shaft }) => [id, shaft]))
  const most = new Map(settled.drive.shafts.map(({ id, maxSideLoad }) => [id, maxSideLoad ?? null]))
  const all = hubs(tensions.now).map(({ pulley, hubLoad }, i): BearingOverload => ({
    pulley,
    now: hubLoad,
    wanted: wanted[i]?.hubLoad ?? 0,
    max: most.get(shaftOf.get(pulley) ?? '') ?? null,
  }))
  const limited = all.filter((each) => each.max !== null)
  const burden = (each: BearingOverload) => (each.max === null ? each.now : each.now / each.max)
  const among = limited.length > 0 ? limited : all
  return among.reduce<BearingOverload | null>(
    (worst, each) => (worst === null || burden(each) > burden(worst) ? each : worst),
    null,
  )
}

/** How long a bearing lasts under a load, as a share of its life under the wanted one: `(F_wanted / F)³` for balls. */
export function bearingLife(now: number, wanted: number): number {
  return now <= 0 ? Infinity : (wanted / now) ** 3
}
