/** How tight every span is under way, what grips and what slips first: docs/mechanics/tension.md. */
import { USED_SETTING } from './nominal.ts'
import { isAssumed } from '../adjusters/assumed.ts'
import { isSprung, type SprungAdjuster } from '../adjusters/kinds.ts'
import type { Belt } from '../drive/belt.ts'
import { cross, minus, shortWayRoundDeg } from '../numerics/vectors.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import { MIDDLE_TRAVEL } from '../path/drive-parts.ts'
import type { CordPath } from '../path/cord-path.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { ribsOf, statedMinusCord } from '../sections/families.ts'
import { shaftSpeeds, speedOfBelt, type ShaftSpeeds } from '../speeds/shaft-speeds.ts'
import { frictionOn, gripUse, type BeltCondition } from './grip.ts'
import { loadPlan, torquesAt, type BeltTorques, type LoadPlan, type OperatingPoint } from './loads.ts'
import type { LoadKnown } from './part-loads.ts'

const MM_PER_M = 1000

/** The static tension of a belt set by hand, N for one belt of its set, and what that rests on: what it was set to, what the book asks for, or the nominal one. */
export function staticSetting(belt: Pick<Belt, 'section' | 'ribs' | 'installTension' | 'book'>): {
  readonly tension: number
  readonly restsOn: 'set' | 'book' | 'nominal'
} {
  if (belt.installTension != null) return { tension: belt.installTension, restsOn: 'set' }
  if (belt.book?.used !== undefined) return { tension: belt.book.used, restsOn: 'book' }
  return { tension: USED_SETTING[belt.section] * ribsOf(belt.section, belt.ribs), restsOn: 'nominal' }
}

/** What holds a belt tight. */
export type TensionSource =
  | {
      readonly of: 'spring'
      readonly adjuster: string
      readonly pulley: number
      readonly tension: number
      /** Nobody has read the spring or where its arm stands: nothing can be said of the grip. */
      readonly assumed: boolean
    }
  | { readonly of: 'strain' | 'set' | 'book' | 'nominal'; readonly tension: number }

export interface PulleyLoad {
  readonly pulley: string
  /** N·m taken from the belt; 0 at its driver, null where nobody knows it. */
  readonly torque: number | null
  /**
   * Share of its grip that is used: above 1 it slips; infinite where the slack side is thrown off, whatever the load. Null where the belt turns
   * something whose load nobody knows, or hangs on a spring that nobody has read.
   */
  readonly gripUse: number | null
  /** N on the bearing, of all belts of the set. */
  readonly hubLoad: number
}

export interface BeltTension {
  readonly belt: string
  /** m/s. */
  readonly beltSpeed: number
  /** N that the belt's own throw takes. `T_c` */
  readonly centrifugal: number
  /** The least that is known of the loads on it. With one unknown, its spans are those at rest. */
  readonly loads: LoadKnown
  /** N in each span of one belt of the set; span k leaves route position k. */
  readonly spans: readonly number[]
  readonly pulleys: readonly PulleyLoad[]
  /** The pulley with least to spare: reserve 1 / U, 0 where the belt is thrown off. Null where a load is not known; then the pulley that takes it. */
  readonly worst: { readonly pulley: string; readonly gripReserve: number | null }
  readonly source: TensionSource
}

export interface TensionOptions {
  /** A condition of the belts’ faces to look at instead of the drive’s own. */
  readonly condition?: BeltCondition
  /** N at rest by belt id, in place of what holds it now: for asking what another setting would do. */
  readonly staticTensions?: Readonly<Record<string, number>>
  /** Radians of wrap to add on pulleys, by id: for asking what an idler beside them would do. */
  readonly moreWrap?: Readonly<Record<string, number>>
}

/** A drive ready to be asked how tight it runs, at as many operating points as one likes. */
export class TensionModel {
  private readonly speeds: ShaftSpeeds
  private readonly plan: LoadPlan
  private readonly sources = new Map<string, TensionSource>()

  constructor(private readonly settled: SettledDrive) {
    this.speeds = shaftSpeeds(settled)
    this.plan = loadPlan(settled, this.speeds)
    for (const belt of settled.belts) if (belt.path.ok) this.sources.set(belt.belt.id, tensionSource(belt, belt.path))
  }

  /** The torques on every belt that is driven, by belt id. */
  torques(point: OperatingPoint): ReadonlyMap<string, BeltTorques> {
    return torquesAt(this.plan, point)
  }

  /** Every belt that is driven and has a path. */
  at(point: OperatingPoint, { condition, staticTensions, moreWrap }: TensionOptions = {}): readonly BeltTension[] {
    const torques = this.torques(point)
    return this.settled.belts.flatMap((belt) => {
      const { id } = belt.belt
      const [loaded, source] = [torques.get(id), this.sources.get(id)]
      const beltSpeed = speedOfBelt(belt, this.speeds, point.rpm)
      if (!belt.path.ok || loaded === undefined || source === undefined || beltSpeed === null) return []
      const given = staticTensions?.[id]
      const held: TensionSource = given === undefined ? source : { of: 'set', tension: given }
      return [beltTension(belt, belt.path, loaded, { beltSpeed, source: held, condition, moreWrap })]
    })
  }
}

/** Every belt that is driven and has a path, at one operating point. */
export function spanTensions(
  settled: SettledDrive,
  point: OperatingPoint,
  options: TensionOptions = {},
): readonly BeltTension[] {
  return new TensionModel(settled).at(point, options)
}

interface Held {
  readonly beltSpeed: number
  readonly source: TensionSource
  readonly condition: BeltCondition | undefined
  readonly moreWrap: Readonly<Record<string, number>> | undefined
}

function beltTension(
  settled: SettledBelt,
  path: CordPath,
  loaded: BeltTorques,
  { beltSpeed, source, condition, moreWrap }: Held,
): BeltTension {
  const { belt, pulleys } = settled
  const count = belt.count ?? 1
  const { mass } = beltStiffness(belt, pulleys)
  const centrifugal = mass * beltSpeed * beltSpeed
  const spans = levelled(settled, path, relativeTensions(settled, loaded, count), source, centrifugal)
  const n = pulleys.length
  const isSourceAssumed = source.of === 'spring' && source.assumed
  const unsure = loaded.known === 'unknown' || isSourceAssumed
  const loads = pulleys.map((pulley, i): PulleyLoad => {
    const [before, after] = [spans[(i + n - 1) % n] ?? 0, spans[i] ?? 0]
    const friction = frictionOn(
      belt.section,
      pulley,
      belt.route[i]?.contact ?? 'ribs',
      condition ?? belt.condition ?? 'dry',
    )
    const wrap = (path.wraps[i] ?? 0) + (moreWrap?.[pulley.id] ?? 0)
    const use = gripUse(before, after, { centrifugal, friction, wrap })
    return {
      pulley: pulley.id,
      torque: loaded.torques[i] ?? null,
      gripUse: unsure && friction !== Infinity && (use !== Infinity || isSourceAssumed) ? null : use,
      hubLoad: count * hubLoad(path, i, before - centrifugal, after - centrifugal),
    }
  })
  return {
    belt: belt.id,
    beltSpeed,
    centrifugal,
    spans,
    pulleys: loads,
    loads: loaded.known,
    worst: worstOf(loads),
    source,
  }
}

function worstOf(loads: readonly PulleyLoad[]): BeltTension['worst'] {
  const most = loads.reduce((worst, load) => ((load.gripUse ?? 0) > (worst.gripUse ?? 0) ? load : worst))
  const unknown = loads.find(({ torque, gripUse: use }) => torque === null && use === null)
  if (most.gripUse === Infinity || loads.every(({ gripUse: use }) => use !== null))
    return { pulley: most.pulley, gripReserve: 1 / (most.gripUse ?? 0) }
  return { pulley: (unknown ?? most).pulley, gripReserve: null }
}

/**
 * Tensions above the span that leaves the driver, N for one belt of a set: `T_k = T_{k−1} + M_k / r_k` across a driven pulley, and back
 * to nothing across the driver. All alike where a load is not known.
 */
function relativeTensions(
  { rolls }: SettledBelt,
  { driver, torques, known }: BeltTorques,
  count: number,
): readonly number[] {
  const n = torques.length
  const relative = new Array<number>(n).fill(0)
  // Of a belt of which one load is not known nothing can be said beyond how tight it is at rest.
  if (known === 'unknown') return relative
  let tension = 0
  for (let step = 1; step < n; step++) {
    const i = (driver + step) % n
    tension += (MM_PER_M * (torques[i] ?? 0)) / (rolls[i]?.r ?? Infinity) / count
    relative[i] = tension
  }
  return relative
}

/** The spans as they are, once something says how tight the belt is as a whole. */
function levelled(
  { pulleys }: SettledBelt,
  path: CordPath,
  relative: readonly number[],
  source: TensionSource,
  centrifugal: number,
): readonly number[] {
  const n = pulleys.length
  if (source.of === 'spring') {
    // The arm sees both of its spans; where its pulley drags, their mean.
    const [before, after] = [relative[(source.pulley + n - 1) % n] ?? 0, relative[source.pulley] ?? 0]
    const base = source.tension + centrifugal - (before + after) / 2
    return relative.map((each) => each + base)
  }
  // Between fixed centres the belt keeps its length: the mean over its spans stays what it was at rest.
  const whole = path.spans.reduce((sum, length) => sum + length, 0)
  const mean = path.spans.reduce((sum, length, i) => sum + length * (relative[i] ?? 0), 0) / whole
  return relative.map((each) => each + source.tension - mean)
}

/** What holds a belt tight, and how much of it, N for one belt of the set: its spring, its own strain, or the setting. */
export function tensionSource(settled: SettledBelt, path: CordPath): TensionSource {
  const { belt, adjuster, pulleys } = settled
  if (adjuster !== null && isSprung(adjuster.adjuster)) {
    const arm = adjuster.adjuster
    const at = pulleys.findIndex(({ shaft }) => shaft === arm.shaft)
    if (at >= 0)
      return {
        of: 'spring',
        adjuster: arm.id,
        pulley: at,
        tension: springTension(settled, path, arm, at, adjuster.u ?? MIDDLE_TRAVEL),
        assumed: isAssumed(arm),
      }
  }
  const { tension, restsOn } = staticSetting(belt)
  const strained = adjuster === null && belt.installTension == null ? strainTension(settled, path) : null
  return strained === null ? { of: restsOn, tension } : { of: 'strain', tension: strained }
}

/** `T = M(α) / |(C − P) × (û_out − û_in)|`: the spring's torque against the lever of both spans about the pivot. */
function springTension({ circles }: SettledBelt, path: CordPath, arm: SprungAdjuster, at: number, u: number): number {
  const circle = circles[at]
  const n = circles.length
  if (circle === undefined) return 0
  const [incoming, outgoing] = [path.directions[(at + n - 1) % n] ?? 0, path.directions[at] ?? 0]
  const pull = { x: Math.cos(outgoing) - Math.cos(incoming), y: Math.sin(outgoing) - Math.sin(incoming) }
  const lever = Math.abs(cross(minus(circle, arm.pivot), pull)) / MM_PER_M
  return lever === 0 ? 0 : springTorque(arm, u) / lever
}

/** N·m of a tensioner's spring at travel u: `M(α) = preload + rate·|α − α_free|`. */
export function springTorque({ preload, rate, angleReleased, angleFree }: SprungAdjuster, u: number): number {
  return preload + rate * Math.abs(shortWayRoundDeg(angleReleased, angleFree)) * (1 - u)
}

/** `T = EA·(L_c,path − L_c,belt) / L_c,belt` of a belt on fixed centres; null while its length is not known or it hangs slack. */
function strainTension({ belt, pulleys }: SettledBelt, path: CordPath): number | null {
  if (belt.length === null) return null
  const cord = belt.length - statedMinusCord(belt.section)
  const tension = (beltStiffness(belt, pulleys).stiffness * (path.length - cord)) / cord
  return tension > 0 ? tension : null
}

function hubLoad({ directions }: CordPath, i: number, before: number, after: number): number {
  const n = directions.length
  const [incoming, outgoing] = [directions[(i + n - 1) % n] ?? 0, directions[i] ?? 0]
  return Math.hypot(
    after * Math.cos(outgoing) - before * Math.cos(incoming),
    after * Math.sin(outgoing) - before * Math.sin(incoming),
  )
}
