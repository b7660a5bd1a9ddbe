/** A drive as it is run: everything that stays the same while it turns, in SI units. docs/mechanics/running.md */
import type { Shaft } from '../drive/shaft.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { groovePlane, angleShare, isLineKnown, spanFrames, anglesOf } from '../alignment/entry-angles.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import type { SettledDrive } from '../path/settle.ts'
import { mustRule, ruleKey } from '../rules/rules.ts'
import { sectionFigures } from '../sections/sections.ts'
import { frictionOn } from '../tension/grip.ts'
import { ownTorque } from '../tension/loads.ts'
import { loadKnown } from '../tension/part-loads.ts'
import { tensionSource } from '../tension/span-tensions.ts'
import { armTravel, type ArmTravel } from './arm.ts'
import { CYLINDERS, INERTIA, PULLEY_INERTIA, RUN_OUT, STROKES, TWIST } from './nominal.ts'
import type { RunnableBelt } from './runnable.ts'
import type { ShaftSpeeds } from '../speeds/shaft-speeds.ts'
import type { Trouble } from './trouble.ts'

const MM_PER_M = 1000

/** What was taken for a figure that nobody has read. */
export interface Taken {
  readonly of: 'load' | 'inertia' | 'spring' | 'setting' | 'firing' | 'line'
  /** Part, adjuster or belt it stands for; empty for the engine. */
  readonly id: string
  /** A load that nobody can say for its kind is left out: the part turns free. */
  readonly as: 'nominal' | 'nothing'
}

/** One pulley on one belt, with the span that leaves it. */
export interface Position {
  readonly belt: number
  readonly pulley: string
  readonly shaft: string
  /** What turns with it, as a place among the bodies. */
  readonly body: number
  /** The positions before and after it on its belt. */
  readonly prev: number
  readonly next: number
  /** Cord radius, m; its span, m; wrap, rad. */
  readonly radius: number
  readonly span: number
  readonly wrap: number
  readonly friction: number
  readonly runOut: number
  /** m that something in a groove lifts the belt by, once a turn. */
  readonly bump: number
  readonly grooved: boolean
  /** Entry angle, degrees, at which its belt meets it; null where nobody has read a line. */
  readonly entry: number | null
  /** Degrees by which its face wobbles. */
  readonly wobble: number
  /** Degrees by which it leans under its belts because it has play. */
  readonly rocks: number
  /** Degrees of entry for each N more on it than at rest: a bracket that gives. */
  readonly yields: number
}

export interface RunArm extends ArmTravel {
  /** Where it stands at rest. */
  readonly u: number
  readonly position: number
  readonly frozen: boolean
  /** Share of its damping that is left. */
  readonly dampingShare: number
}

export interface RunBelt {
  readonly id: string
  readonly count: number
  /** N and kg/m of one belt. */
  readonly stiffness: number
  readonly mass: number
  readonly first: number
  readonly last: number
  /** N at rest. */
  readonly rest: number
  /** m along its cord. */
  readonly length: number
  readonly arm: RunArm | null
}

/** Something that turns: a shaft with its pulleys, or what a clutch lets run on. */
export interface Body {
  readonly shaft: Shaft
  readonly ratio: number
  readonly inertia: number
  readonly isCrank: boolean
  /** N·m at a speed in rad/s and a share of its load; none on a pulley whose clutch carries the load. */
  readonly load: ((speed: number, share: number) => number) | null
  readonly drag: number
  /** The body that its clutch carries along. */
  readonly carries: { readonly body: number; readonly twist: number; readonly oneWay: boolean } | null
}

export interface RunPlan {
  readonly belts: readonly RunBelt[]
  readonly positions: readonly Position[]
  readonly bodies: readonly Body[]
  readonly taken: readonly Taken[]
}

export function planOf(
  settled: SettledDrive,
  { belts, speeds }: { readonly belts: readonly RunnableBelt[]; readonly speeds: ShaftSpeeds },
  trouble: Trouble,
): RunPlan {
  const taken: Taken[] = []
  const { bodies, bodyOf } = bodiesOf(settled, belts, speeds, trouble, taken)
  const positions: Position[] = []
  const run = belts.map((each, index) => beltOf(each, index, { positions, bodyOf, trouble, taken }))
  const { cylinders, strokes } = settled.drive.engine
  if (cylinders === undefined || strokes === undefined) taken.push({ of: 'firing', id: '', as: 'nominal' })
  return { belts: run, positions, bodies, taken }
}

/** What the engine's firing is taken for where nobody has said. */
export const NOMINAL_FIRING = { cylinders: CYLINDERS, strokes: STROKES }

function bodiesOf(
  { drive, rules }: SettledDrive,
  belts: readonly RunnableBelt[],
  { reached }: ShaftSpeeds,
  { drag = {}, locked = [] }: Trouble,
  taken: Taken[],
): { readonly bodies: readonly Body[]; readonly bodyOf: ReadonlyMap<string, number> } {
  const bodies: Body[] = []
  const bodyOf = new Map<string, number>()
  const onBelt = new Set(belts.flatMap(({ settled }) => settled.pulleys.map(({ shaft }) => shaft)))
  for (const shaft of drive.shafts) {
    const ratio = reached.get(shaft.id)?.ratio
    if (!onBelt.has(shaft.id) || ratio == null) continue
    const isCrank = shaft.kind === 'crank'
    if (!isCrank && !onlyLeads(shaft.kind)) {
      const known = loadKnown(shaft)
      if (known !== 'read') taken.push({ of: 'load', id: shaft.id, as: known === 'nominal' ? 'nominal' : 'nothing' })
      if (shaft.inertia === undefined) taken.push({ of: 'inertia', id: shaft.id, as: 'nominal' })
    }
    const whole = inertiaOf(shaft, mustRule(rules, ruleKey.alternatorInertia))
    const load = isCrank ? null : tabled((rpm, share) => ownTorque(shaft, rpm, share, rules) ?? 0)
    const body = { shaft, ratio, isCrank, drag: drag[shaft.id] ?? 0, carries: null }
    bodyOf.set(shaft.id, bodies.length)
    if (shaft.clutch === undefined || locked.includes(shaft.id) || isCrank)
      bodies.push({ ...body, inertia: whole, load })
    else {
      const carries = { body: bodies.length + 1, twist: TWIST[shaft.clutch], oneWay: true }
      bodies.push({ ...body, inertia: PULLEY_INERTIA, load: null, drag: 0, carries })
      bodies.push({ ...body, inertia: Math.max(PULLEY_INERTIA, whole - PULLEY_INERTIA), load })
    }
  }
  return { bodies, bodyOf }
}

function inertiaOf({ kind, inertia }: Shaft, alternator: number): number {
  if (inertia !== undefined && inertia > 0) return Math.max(LEAST_INERTIA, inertia)
  return kind === 'alternator' || kind === 'crank' ? alternator : INERTIA[kind]
}

/** kg·m². Less would only make the step shorter. */
const LEAST_INERTIA = 1e-4

/** A load over speed and share, looked up instead of worked out: it is asked for at every step. */
function tabled(of: (rpm: number, share: number) => number): (speed: number, share: number) => number {
  const light = Float64Array.from({ length: TABLE }, (_, i) => of(i * TABLE_RPM, 0))
  const heavy = Float64Array.from({ length: TABLE }, (_, i) => of(i * TABLE_RPM, 1))
  return (speed, share) => {
    const x = Math.min(TABLE - 1.001, Math.max(0, (speed * 60) / (2 * Math.PI) / TABLE_RPM))
    const i = Math.floor(x)
    const f = x - i
    const low = (light[i] as number) * (1 - f) + (light[i + 1] as number) * f
    return low + share * ((heavy[i] as number) * (1 - f) + (heavy[i + 1] as number) * f - low)
  }
}
const TABLE_RPM = 50
const TABLE = 512

interface Building {
  readonly positions: Position[]
  readonly bodyOf: ReadonlyMap<string, number>
  readonly trouble: Trouble
  readonly taken: Taken[]
}

function beltOf(
  { settled, path }: RunnableBelt,
  index: number,
  { positions, bodyOf, trouble, taken }: Building,
): RunBelt {
  const { belt, pulleys, rolls } = settled
  const first = positions.length
  const n = pulleys.length
  const { mass, stiffness } = beltStiffness(belt, pulleys)
  const source = tensionSource(settled, path)
  const entries = entryAngles(settled, trouble.groovesOff ?? {})
  if (entries.some((each) => each === null)) taken.push({ of: 'line', id: belt.id, as: 'nothing' })
  for (const [i, pulley] of pulleys.entries()) {
    const contact = belt.route[i]?.contact ?? 'ribs'
    const grooved = contact === 'ribs' && pulley.face !== 'smooth'
    const friction = frictionOn(belt.section, pulley, contact, belt.condition ?? 'dry')
    const radius = (rolls[i]?.r ?? 0) / MM_PER_M
    const span = (path.spans[(i + n - 1) % n] ?? 1) / MM_PER_M
    const play = (trouble.play?.[pulley.shaft] ?? 0) / MM_PER_M
    const gives = (trouble.gives?.[pulley.shaft] ?? 0) / MM_PER_M / 1000
    positions.push({
      belt: index,
      pulley: pulley.id,
      shaft: pulley.shaft,
      body: bodyOf.get(pulley.shaft) ?? 0,
      prev: first + ((i + n - 1) % n),
      next: first + ((i + 1) % n),
      radius,
      span: (path.spans[i] ?? 1) / MM_PER_M,
      wrap: path.wraps[i] ?? 0,
      friction: grooved ? friction * (trouble.grip?.[belt.id] ?? 1) : friction,
      runOut: (RUN_OUT + (trouble.runOut?.[pulley.id] ?? 0)) / MM_PER_M,
      bump: (trouble.bump?.[pulley.id] ?? 0) / MM_PER_M,
      grooved,
      entry: entries[i] ?? null,
      wobble: trouble.wobble?.[pulley.id] ?? 0,
      rocks: (180 / Math.PI) * (play / radius),
      yields: (180 / Math.PI) * (gives / span),
    })
  }
  const setting = trouble.setting?.[belt.id] ?? 1
  const spring = source.of === 'spring'
  if (spring && source.assumed) taken.push({ of: 'spring', id: source.adjuster, as: 'nominal' })
  if (source.of === 'nominal') taken.push({ of: 'setting', id: belt.id, as: 'nominal' })
  const travel = armTravel(settled)
  const weak = travel === null ? 1 : (trouble.spring?.[travel.adjuster.id] ?? 1)
  const frozen = travel === null ? undefined : trouble.frozen?.[travel.adjuster.id]
  return {
    id: belt.id,
    count: belt.count ?? 1,
    stiffness,
    mass,
    first,
    last: first + n - 1,
    rest: source.tension * (spring ? (frozen ?? weak) : setting),
    length: path.length / MM_PER_M,
    arm:
      travel === null
        ? null
        : {
            ...travel,
            torque: (u) => weak * travel.torque(u),
            u: Math.min(travel.to, Math.max(travel.from, settled.adjuster?.u ?? 0.5)),
            position: first + travel.at,
            frozen: frozen !== undefined,
            dampingShare: trouble.damping?.[travel.adjuster.id] ?? 1,
          },
  }
}

/** The worse angle at which a belt meets each pulley, degrees, as it counts there; null where a line beside it is not known. */
function entryAngles(
  settled: RunnableBelt['settled'],
  groovesOff: Readonly<Record<string, number>>,
): readonly (number | null)[] {
  const { belt, pulleys } = settled
  const { pitch } = sectionFigures(belt.section)
  const plane = (pulley: (typeof pulleys)[number], entry: (typeof belt.route)[number]) => {
    const straight = groovePlane(belt, pulley, entry)
    return { ...straight, z: straight.z + pitch * (groovesOff[pulley.id] ?? 0) }
  }
  const worst: (number | null)[] = pulleys.map(() => null)
  for (const frame of spanFrames(settled)) {
    const [a, b] = [pulleys[frame.from], pulleys[frame.to]]
    const [leaves, meets] = [belt.route[frame.from], belt.route[frame.to]]
    if (a === undefined || b === undefined || leaves === undefined || meets === undefined) continue
    if (!isLineKnown(a) || !isLineKnown(b)) continue
    const { enterAngle, leaveAngle } = anglesOf(frame, plane(a, leaves), plane(b, meets))
    for (const [at, angle] of [
      [frame.to, enterAngle * angleShare(b)],
      [frame.from, leaveAngle * angleShare(a)],
    ] as const)
      if (Math.abs(angle) >= Math.abs(worst[at] ?? 0)) worst[at] = angle
  }
  return worst
}
