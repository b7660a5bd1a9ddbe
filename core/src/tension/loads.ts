/** What turns how hard: the torque of every shaft, and how it comes back to the crank from belt to belt. */
import { IDLER_TORQUE } from './nominal.ts'
import { onlyLeads, type LoadPoint, type Shaft } from '../drive/shaft.ts'
import { loadCurves, loadKnown, type LoadKnown } from './part-loads.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { mustRule, NOMINAL_RULES, ruleKey, type ShopRules } from '../rules/rules.ts'
import type { ShaftSpeeds } from '../speeds/shaft-speeds.ts'

/** An operating point: engine speed in rpm, and how much of their load all accessories take, 0 light to 1 heavy. `λ` */
export interface OperatingPoint {
  readonly rpm: number
  readonly load: number
  /** rpm a second by which the engine speeds up; steady when left out. `α` */
  readonly throttle?: number
}

const LESS_KNOWN: Readonly<Record<LoadKnown, number>> = { read: 0, nominal: 1, unknown: 2 }

/** The least that is known of several loads. */
export function leastKnown(loads: Iterable<LoadKnown>): LoadKnown {
  return [...loads].reduce<LoadKnown>((least, each) => (LESS_KNOWN[each] > LESS_KNOWN[least] ? each : least), 'read')
}

/**
 * Torque of a shaft's own, N·m: `M = light + λ·(heavy − light)`, each piecewise linear in its own rpm, level beyond its ends. Null where
 * nobody knows it.
 */
export function ownTorque(
  shaft: Pick<Shaft, 'kind' | 'load' | 'rating'>,
  rpm: number,
  share: number,
  rules: ShopRules = NOMINAL_RULES,
): number | null {
  const curves = loadCurves(shaft, rules)
  if (curves === null) return onlyLeads(shaft.kind) ? IDLER_TORQUE : null
  const light = onCurve(curves.light, rpm)
  return light + share * (onCurve(curves.heavy, rpm) - light)
}

/** rad/s in a turn a minute. */
const RADIANS_PER_RPM = (2 * Math.PI) / 60

/**
 * What a shaft is to speed up, kg·m²: as it was read, else the nominal alternator; null for other parts, whose rotors are light or whose inertia
 * nobody knows.
 */
export function inertiaOf(
  { kind, inertia }: Pick<Shaft, 'kind' | 'inertia'>,
  rules: ShopRules = NOMINAL_RULES,
): { readonly value: number; readonly known: 'read' | 'nominal' } | null {
  if (inertia !== undefined) return { value: inertia, known: 'read' }
  if (kind !== 'alternator') return null
  return { value: mustRule(rules, ruleKey.alternatorInertia), known: 'nominal' }
}

/** The operating point of a throttle blip at an engine speed, as fast as this workshop takes it. */
export function throttleBlip({ rpm, load }: OperatingPoint, rules: ShopRules = NOMINAL_RULES): OperatingPoint {
  return { rpm, load, throttle: mustRule(rules, ruleKey.throttleBlip) }
}

function onCurve(curve: readonly LoadPoint[], rpm: number): number {
  const at = curve.findIndex(([speed]) => speed >= rpm)
  const above = at < 0 ? curve.at(-1) : curve[at]
  const below = at <= 0 ? above : curve[at - 1]
  if (above === undefined || below === undefined) return 0
  const [[n0, m0], [n1, m1]] = [below, above]
  return n1 === n0 ? m1 : m0 + ((rpm - n0) / (n1 - n0)) * (m1 - m0)
}

/** One belt under load: which of its pulleys drives it, and the torque each of the others takes from it, N·m, in route order. */
export interface BeltTorques {
  readonly driver: number
  /** 0 at the driver; null where nobody knows what a shaft takes. */
  readonly torques: readonly (number | null)[]
  /** The least that is known of all it turns, what further belts take off its shafts included. */
  readonly known: LoadKnown
}

/** Who turns whom: worked out once for a drive, whatever the engine does. */
export interface LoadPlan {
  /** Belts that are driven, those farthest from the crank first, each with its driver's place in the route. */
  readonly inOrder: readonly {
    readonly belt: SettledBelt
    readonly driver: number
    readonly takers: readonly Taker[]
  }[]
  readonly rules: ShopRules
}

/** A shaft that takes its torque from one belt. */
interface Taker {
  readonly at: number
  readonly shaft: Shaft
  readonly ratio: number
  /** Cord radius of the driver over that of its pulley: how much of its torque the driver's shaft feels. */
  readonly share: number
}

export function loadPlan(settled: SettledDrive, speeds: ShaftSpeeds): LoadPlan {
  const shafts = new Map(settled.drive.shafts.map((shaft) => [shaft.id, shaft]))
  const inOrder = settled.belts
    .map((belt) => ({ belt, driver: driverOf(belt, speeds) }))
    .filter(({ driver }) => driver >= 0)
    .toSorted((a, b) => depthOf(b.belt, b.driver, speeds) - depthOf(a.belt, a.driver, speeds))
    .map(({ belt, driver }) => ({ belt, driver, takers: takersOf(belt, driver, shafts, speeds) }))
  return { inOrder, rules: settled.rules }
}

/** The shafts that a belt turns; what another belt turns takes its torque from there. */
function takersOf(
  { belt, pulleys, rolls }: SettledBelt,
  driver: number,
  shafts: ReadonlyMap<string, Shaft>,
  { reached }: ShaftSpeeds,
): readonly Taker[] {
  return pulleys.flatMap(({ shaft: id }, at): Taker[] => {
    const [shaft, speed] = [shafts.get(id), reached.get(id)]
    if (at === driver || shaft === undefined || speed?.ratio == null || speed.through.at(-1)?.belt !== belt.id)
      return []
    return [{ at, shaft, ratio: speed.ratio, share: (rolls[driver]?.r ?? 0) / (rolls[at]?.r ?? Infinity) }]
  })
}

/**
 * The torques on every belt that is driven, by belt id. A shaft takes its own torque from the belt that turns it, and with it what
 * further belts take off it: at the driver of a belt power in is power out, so it asks for `Σ M_k·r_driver / r_k` of its own shaft.
 */
export function torquesAt(
  { inOrder, rules }: LoadPlan,
  { rpm, load, throttle = 0 }: OperatingPoint,
): ReadonlyMap<string, BeltTorques> {
  const asked = new Map<string, Asked>()
  const torques = new Map<string, BeltTorques>()
  for (const { belt, driver, takers } of inOrder) {
    const each = new Array<number | null>(belt.pulleys.length).fill(0)
    let demand: number | null = 0
    const known: LoadKnown[] = []
    for (const { at, shaft, ratio, share } of takers) {
      const inertia = throttle === 0 ? null : inertiaOf(shaft, rules)
      const steady = ownTorque(shaft, ratio * rpm, load, rules)
      const own = steady === null ? null : steady + (inertia?.value ?? 0) * ratio * throttle * RADIANS_PER_RPM
      const further = asked.get(shaft.id) ?? NOTHING
      const torque = own === null || further.torque === null ? null : own + further.torque
      each[at] = torque
      demand = demand === null || torque === null ? null : demand + torque * share
      // What an idler drags is nominal and next to nothing: no grip rests on it.
      if (!onlyLeads(shaft.kind)) known.push(loadKnown(shaft))
      if (inertia !== null) known.push(inertia.known)
      known.push(further.known)
    }
    torques.set(belt.belt.id, { driver, torques: each, known: leastKnown(known) })
    const shaft = belt.pulleys[driver]?.shaft ?? ''
    const before = asked.get(shaft) ?? NOTHING
    asked.set(shaft, {
      torque: before.torque === null || demand === null ? null : before.torque + demand,
      known: leastKnown([before.known, ...known]),
    })
  }
  return torques
}

/** What further belts ask of a shaft. */
interface Asked {
  /** N·m; null where one of them turns something whose load nobody knows. */
  readonly torque: number | null
  readonly known: LoadKnown
}

const NOTHING: Asked = { torque: 0, known: 'read' }

/** The pulley a belt is driven by, as its place in the route; −1 where nothing turns the belt. */
function driverOf({ belt, pulleys }: SettledBelt, { reached }: ShaftSpeeds): number {
  const step = pulleys.map(({ shaft }) => reached.get(shaft)?.through.at(-1)).find((each) => each?.belt === belt.id)
  if (step !== undefined) return pulleys.findIndex(({ id }) => id === step.driving)
  return pulleys.findIndex(({ shaft }) => reached.get(shaft)?.ratio != null)
}

/** Belts between the crank and a belt's driver. */
function depthOf({ pulleys }: SettledBelt, driver: number, { reached }: ShaftSpeeds): number {
  return reached.get(pulleys[driver]?.shaft ?? '')?.through.length ?? 0
}
