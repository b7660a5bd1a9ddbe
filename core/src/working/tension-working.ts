/** How the grip and the bearing load of a pulley come about, laid open. */
import { degrees } from '../numerics/vectors.ts'
import type { SettledDrive } from '../path/settle.ts'
import { wordingFor } from '../solution/part-names.ts'
import { frictionOn, gripUse, type BeltCondition } from '../tension/grip.ts'
import type { OperatingPoint } from '../tension/loads.ts'
import { spanTensions } from '../tension/span-tensions.ts'
import type { Working, WorkingValue } from './working.ts'

const newtons = (value: number): WorkingValue => ({ is: 'quantity', value, unit: 'N' })

/** How the reserve of grip of the pulley that slips first comes about, under way; undefined where nothing can slip, or a load is not known. */
export function gripWorking(
  settled: SettledDrive,
  beltId: string,
  point: OperatingPoint,
  condition: BeltCondition | null,
): Working | undefined {
  const belt = settled.belts.find((each) => each.belt.id === beltId)
  const running = spanTensions(settled, point, condition === null ? {} : { condition }).find(
    (each) => each.belt === beltId,
  )
  const reserve = running?.worst.gripReserve ?? null
  if (belt === undefined || running === undefined || !belt.path.ok || reserve === null || reserve === Infinity)
    return undefined
  const at = belt.pulleys.findIndex(({ id }) => id === running.worst.pulley)
  const [pulley, entry, wrap] = [belt.pulleys[at], belt.belt.route[at], belt.path.wraps[at]]
  if (pulley === undefined || entry === undefined || wrap === undefined) return undefined
  const n = belt.pulleys.length
  const [before, after] = [running.spans[(at + n - 1) % n] ?? 0, running.spans[at] ?? 0]
  const faces = condition ?? belt.belt.condition ?? 'dry'
  const friction = frictionOn(belt.belt.section, pulley, entry.contact, faces)
  const use = gripUse(before, after, { centrifugal: running.centrifugal, friction, wrap })
  const words = wordingFor(settled.drive)
  return {
    title: `Grip on ${words.pulley(pulley)}`,
    formula: 'reserve = (T lo − T c) · (e^(μ · w) − 1) / |T out − T in|',
    lines: [
      { symbol: 'T in', what: 'tension of the span that comes to it', from: [], value: newtons(before) },
      { symbol: 'T out', what: 'tension of the span that leaves it', from: [], value: newtons(after) },
      { symbol: 'T lo', what: 'the slacker of the two', from: [], value: newtons(Math.min(before, after)) },
      {
        symbol: 'T c',
        what: `taken by centrifugal force, m · v² at ${running.beltSpeed.toFixed(1)} m/s`,
        from: [],
        value: newtons(running.centrifugal),
      },
      {
        symbol: 'μ',
        what: `effective friction, ${faces} (nominal)`,
        from: [],
        value: { is: 'number', value: friction },
      },
      { symbol: 'w', what: 'wrap, put in as radians', from: [], value: { is: 'angle', deg: degrees(wrap) } },
    ],
    result: {
      symbol: 'reserve',
      what: 'times the grip it needs; below 1 it slips',
      from: [],
      value: { is: 'number', value: use === Infinity ? 0 : 1 / use },
    },
  }
}
