/** The least tension with which nothing slips, and the map of what grips where: docs/mechanics/tension.md. */
import { GRIP_MARGIN } from './nominal.ts'
import type { SettledDrive } from '../path/settle.ts'
import type { BeltCondition } from './grip.ts'
import { frictionOn } from './grip.ts'
import type { OperatingPoint } from './loads.ts'
import { TensionModel, type BeltTension, type TensionOptions } from './span-tensions.ts'

export interface MinTension {
  readonly belt: string
  /** N for one belt of the set: what its spring gives, or its static tension. */
  readonly now: number
  /** The same, so that nothing slips at the worst of the points, with GRIP_MARGIN in hand; null where teeth hold it. A belt of which a load is not known is left out. */
  readonly min: number | null
  /** Where it is worst. */
  readonly at: OperatingPoint & { readonly pulley: string }
}

/**
 * The least static or spring tension by which every pulley keeps `U ≤ 1 / 1.3` over some operating points. All tensions of a belt rise and
 * fall with it one for one, so it follows without search: `T_lo ≥ T_c + 1.3·|ΔT| / (e^{μ_e·w} − 1)`.
 */
export function minTensions(
  settled: SettledDrive,
  points: readonly OperatingPoint[],
  options: TensionOptions = {},
): readonly MinTension[] {
  const model = new TensionModel(settled)
  const found = new Map<string, MinTension>()
  for (const point of points) {
    for (const belt of model.at(point, options)) {
      // Without a load nothing can be asked of the tension.
      if (belt.loads === 'unknown') continue
      const { pulley, more } = maxMissing(settled, belt, options.condition)
      const now = belt.source.tension
      const least = more === -Infinity ? null : now + more
      const known = found.get(belt.belt)
      if (known === undefined || (least ?? -Infinity) > (known.min ?? -Infinity))
        found.set(belt.belt, { belt: belt.belt, now, min: least, at: { ...point, pulley } })
    }
  }
  return [...found.values()]
}

/** N by which a belt would have to be tighter, at the pulley that needs it most; negative for what it has to spare. */
function maxMissing(
  { belts }: SettledDrive,
  { belt: id, spans, centrifugal }: BeltTension,
  condition: BeltCondition | undefined,
): { readonly pulley: string; readonly more: number } {
  const settled = belts.find(({ belt }) => belt.id === id)
  if (settled === undefined || !settled.path.ok) return { pulley: '', more: -Infinity }
  const { belt, pulleys, path } = settled
  const n = pulleys.length
  return pulleys
    .map((pulley, i) => {
      const [before, after] = [spans[(i + n - 1) % n] ?? 0, spans[i] ?? 0]
      const contact = belt.route[i]?.contact ?? 'ribs'
      const friction = frictionOn(belt.section, pulley, contact, condition ?? belt.condition ?? 'dry')
      const pull = Math.abs(after - before)
      if (pull === 0 || friction === Infinity) return { pulley: pulley.id, more: -Infinity }
      const held = (GRIP_MARGIN * pull) / Math.expm1(friction * (path.wraps[i] ?? 0))
      return { pulley: pulley.id, more: held + centrifugal - Math.min(before, after) }
    })
    .reduce((most, each) => (each.more > most.more ? each : most))
}
