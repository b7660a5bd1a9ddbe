/** The work of changing belts, step by step, computed from the drive: docs/mechanics/fit.md. */
import type { Adjuster, AdjusterKind } from '../drive/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { lastPulleys, wayOn, type WayOn } from '../length/last-pulley.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { sectionFigures } from '../sections/sections.ts'
import { RUN_MINUTES, SECOND_CHECK_KM } from '../tension/run-in.ts'
import type { Mm } from '../units/quantity.ts'
import { beltOrder, tensionOrder, type BeltOrder } from './belt-order.ts'

export const FIT_PHASES = ['before', 'off', 'while off', 'on', 'tension', 'check', 'run', 'prove', 're-check'] as const
export type FitPhase = (typeof FIT_PHASES)[number]

export interface FitStep {
  /** The same for the same drive, so that a tick stays with its step. */
  readonly id: string
  readonly phase: FitPhase
  readonly title: string
  /** How, and why here. */
  readonly lines: readonly string[]
  readonly cautions: readonly string[]
  readonly belt?: string
  /** A torque that the vehicle’s maker gives; Emery has none of its own. */
  readonly torque?: boolean
  /** mm of slack that going over the last rim needs, where it can be worked out. */
  readonly slack?: Mm
}

export interface FitPlan {
  readonly order: BeltOrder
  readonly steps: readonly FitStep[]
}

export interface FitOptions {
  /** Belts to come off and go on again; those in their way come along. All where left out. */
  readonly belts?: readonly string[]
  /** Whether belts go back on as they were, rather than new ones. */
  readonly sameBelts?: boolean
  /** Whether there was a noise. */
  readonly noise?: boolean
}

/** Longest that an engine may run cold while its water pump stands still, s (nominal). */
const WITHOUT_PUMP_S = 60

const SAFE = {
  engineOff: 'Engine off and key out before hands go near a belt.',
  battery: 'Battery negative off: the terminal of the alternator or starter is near.',
  cool: 'Let it cool before leaning over the exhaust.',
  arm: 'A sprung arm can trap fingers: hold it until it rests.',
  rod: 'Never turn a rod beyond its marked length: its thread needs its hold.',
  starter: 'Never use the starter to roll a belt on, never lever it over a rim.',
  plane: 'Hair, sleeves, rings and cords clear; stand out of the belts’ plane.',
  licensed: 'Airbags, hybrid and belt-starter systems are made safe by a licensed technician first.',
} as const

/** Every step of the work, in order. */
export function fitPlan(
  settled: SettledDrive,
  { belts: wanted, sameBelts = false, noise = false }: FitOptions = {},
): FitPlan {
  const order = beltOrder(settled)
  const coming = withThoseInTheWay(order, wanted ?? settled.drive.belts.map(({ id }) => id))
  const belts = (ids: readonly string[]) =>
    ids.filter((id) => coming.has(id)).flatMap((id) => settled.belts.find(({ belt }) => belt.id === id) ?? [])
  const off = belts(order.off)
  const on = belts(order.on)
  const byHand = on.filter(({ adjuster }) => adjuster !== null && adjuster.adjuster.kind !== 'spring-arm')
  const tensioned = tensionOrder(
    settled,
    byHand.map(({ belt }) => belt.id),
  )
  return {
    order,
    steps: [
      ...before(settled, off, sameBelts),
      ...off.flatMap((belt) => takeOff(settled, belt, order)),
      ...whileOff(settled),
      ...on.flatMap((belt) => putOn(settled, belt, sameBelts)),
      ...belts(tensioned.belts).flatMap((belt) => tension(settled, belt)),
      ...on.filter((belt) => !byHand.includes(belt)).map((belt) => letTake(belt)),
      ...checks(settled, on),
      ...running(settled, on, byHand),
      ...proving(settled, noise, byHand),
    ],
  }
}

/** The belts that come off: those wanted, and whatever has to come off before them. */
function withThoseInTheWay({ inTheWay }: BeltOrder, wanted: readonly string[]): ReadonlySet<string> {
  const coming = new Set(wanted)
  for (let before = -1; before !== coming.size;) {
    before = coming.size
    for (const { belt, inTheWayOf } of inTheWay) if (coming.has(inTheWayOf)) coming.add(belt)
  }
  return coming
}

const named = ({ name, id }: Pick<Belt, 'name' | 'id'>) => (name === '' ? id : name)

function before({ drive }: SettledDrive, off: readonly SettledBelt[], sameBelts: boolean): FitStep[] {
  const electric = drive.shafts.some(({ kind }) => kind === 'alternator' || kind === 'generator')
  return [
    {
      ...{ id: 'before.data', phase: 'before', title: 'Lay the vehicle’s service data ready' },
      lines: ['Its torque values, its order of bolts and local rules go before anything said here.'],
      cautions: [SAFE.licensed],
    },
    {
      ...{ id: 'before.safe', phase: 'before', title: 'Make it safe' },
      lines: ['Engine off, key out and away from the car.', ...(electric ? ['Battery negative off.'] : [])],
      cautions: [SAFE.engineOff, ...(electric ? [SAFE.battery] : []), SAFE.cool],
    },
    {
      ...{ id: 'before.picture', phase: 'before', title: 'Take a picture of the routing as it is' },
      lines: ['Every pulley in it; which side of the belt lies on each.'],
      cautions: [],
    },
    ...(sameBelts
      ? off.map(({ belt }): FitStep => ({
          ...{ id: `before.way.${belt.id}`, phase: 'before', belt: belt.id },
          title: `Mark which way ${named(belt)} runs`,
          lines: ['An arrow on its back in chalk: a belt that has run goes back on the same way.'],
          cautions: [],
        }))
      : []),
  ]
}

const SLACKEN: Readonly<Record<AdjusterKind, readonly string[]>> = {
  'spring-arm': ['Turn the arm back against its spring, and pin or hold it there.'],
  swing: ['Slacken the pivot bolt half a turn.', 'Slacken the clamp in the slot, swing the part toward the engine.'],
  slide: ['Slacken the clamp of the slide.', 'Turn its screw back to the release end.'],
  turnbuckle: ['Slacken the pivot bolt half a turn.', 'Slacken the lock nuts, turn the rod shorter.'],
  eccentric: ['Slacken the bolt of the bush.', 'Turn the bush back to its release end.'],
  shim: ['Take off the nuts of the outer half.', 'Take the half off; keep shims and washers in order.'],
}

function takeOff(settled: SettledDrive, settledBelt: SettledBelt, { inTheWay }: BeltOrder): FitStep[] {
  const { belt, adjuster } = settledBelt
  const name = named(belt)
  const over = inTheWay.filter(({ belt: id }) => id === belt.id).map(({ inTheWayOf }) => nameOf(settled, inTheWayOf))
  const [easiest] = lastPulleys(settledBelt, 0)
  const count = belt.count ?? 1
  const released: FitStep =
    adjuster === null
      ? {
          ...{ id: `off.release.${belt.id}`, phase: 'off', belt: belt.id, title: `${name} has nothing to slacken` },
          lines: ['One that stretches on comes off with its own tool, or is cut: it does not go on again.'],
          cautions: [SAFE.engineOff],
        }
      : {
          ...{ id: `off.release.${belt.id}`, phase: 'off', belt: belt.id, title: `Slacken ${name}` },
          lines: SLACKEN[adjuster.adjuster.kind],
          cautions: [SAFE.engineOff, ...adjusterCautions(adjuster.adjuster)],
        }
  return [
    released,
    {
      ...{ id: `off.take.${belt.id}`, phase: 'off', belt: belt.id, title: `Take ${name} off` },
      lines: [
        ...(easiest === undefined
          ? []
          : [`Over ${pulleyNameOf(settled, easiest.pulley)} first: it needs the least slack.`]),
        ...(count > 1 ? [`${count} belts of one set: off together, and replaced together.`] : []),
        ...(over.length > 0 ? [`It is in the way of ${[...new Set(over)].join(', ')}.`] : []),
      ],
      cautions: [SAFE.engineOff],
    },
  ]
}

function adjusterCautions({ kind }: Adjuster): readonly string[] {
  return kind === 'spring-arm' ? [SAFE.arm] : kind === 'turnbuckle' ? [SAFE.rod] : []
}

function whileOff({ drive }: SettledDrive): FitStep[] {
  const brackets = drive.shafts.filter(({ kind }) => kind !== 'crank' && !onlyLeads(kind)).map(({ name }) => name)
  return [
    {
      ...{ id: 'while-off.look', phase: 'while off', title: 'Look while the belts are off' },
      lines: [
        'Spin and rock every pulley, turn every arm through its travel, clean the grooves dry: Walkround, belt off.',
      ],
      cautions: [SAFE.arm],
    },
    {
      ...{ id: 'while-off.brackets', phase: 'while off', torque: true },
      title: 'A part that was changed: its bracket loose until it is in',
      lines: [
        `${brackets.join(', ')}: every bolt in by hand first, the part seated, then tightened from the one nearest the engine outward, so that all stays square.`,
      ],
      cautions: [],
    },
  ]
}

const WAY_WORDS: Readonly<Record<WayOn, string>> = {
  'by hand': 'It goes over by hand.',
  eased: 'It wants easing over with a wedge of wood or plastic.',
  rolled: 'No slack to spare: roll it on, turning the engine by hand.',
  not: 'It does not go over with what the adjuster gives: is the belt right?',
}

function putOn(settled: SettledDrive, settledBelt: SettledBelt, sameBelts: boolean): FitStep[] {
  const { belt, adjuster } = settledBelt
  const [last] = lastPulleys(settledBelt, 0)
  const { family } = sectionFigures(belt.section)
  const stretch = adjuster?.stretch
  const slack = belt.length === null || stretch === undefined ? null : belt.length - stretch.lengthFrom
  const count = belt.count ?? 1
  return [
    {
      ...{ id: `on.lay.${belt.id}`, phase: 'on', belt: belt.id, title: `Lay ${named(belt)} on` },
      lines: [
        ...(count > 1 ? [`${count} belts in step, one pulley at a time, all of one set.`] : []),
        ...(sameBelts ? ['The arrow the way it ran.'] : []),
        `Round ${belt.route
          .filter(({ pulley }) => pulley !== last?.pulley)
          .map(({ pulley }) => pulleyNameOf(settled, pulley))
          .join(', ')}.`,
        ...(last === undefined
          ? []
          : [
              `Last over ${pulleyNameOf(settled, last.pulley)}.${slack === null ? '' : ` ${WAY_WORDS[wayOn(last, slack, family)]}`}`,
            ]),
        family === 'multi-rib' ? 'Every rib in a groove, none over the edge.' : 'Seated in every groove.',
      ],
      cautions: [SAFE.engineOff, SAFE.starter],
      ...(last === undefined ? {} : { slack: last.need }),
    },
  ]
}

function tension(settled: SettledDrive, { belt, adjuster }: SettledBelt): FitStep[] {
  if (adjuster === null) return []
  return [
    {
      ...{ id: `tension.${belt.id}`, phase: 'tension', belt: belt.id, title: `Tension ${named(belt)}`, torque: true },
      lines: [
        'Take up until the reading is right: Tension says what your tool should show on which span.',
        'Pull on the part, not on its fins or pulley; then the clamp, then the pivot.',
        ...((belt.count ?? 1) > 1 ? ['Read each belt of the set: within a tenth of each other.'] : []),
        ...(settled.drive.belts.filter((other) => other.adjuster === belt.adjuster).length > 1
          ? ['Its adjuster takes up another belt as well: read both after every turn.']
          : []),
      ],
      cautions: [SAFE.engineOff, ...adjusterCautions(adjuster.adjuster)],
    },
  ]
}

function letTake({ belt, adjuster }: SettledBelt): FitStep {
  const sprung = adjuster?.adjuster.kind === 'spring-arm'
  return {
    ...{ id: `tension.${belt.id}`, phase: 'tension', belt: belt.id },
    title: sprung ? `Let the arm take ${named(belt)} up` : `${named(belt)} is tight by itself`,
    lines: sprung
      ? ['Slowly, by the wrench, until it rests; read its pointer.']
      : ['See that it sits in every groove.'],
    cautions: sprung ? [SAFE.arm] : [],
  }
}

function checks({ drive }: SettledDrive, on: readonly SettledBelt[]): FitStep[] {
  return [
    {
      ...{ id: 'check.seated', phase: 'check', title: 'Stop and check, before it is cranked' },
      lines: [
        'Turn the engine twice by hand at the crank bolt, the way it runs.',
        `Every groove seated, on ${on.map(({ belt }) => named(belt)).join(', ')}; nothing rubs.`,
        'Nothing left on the engine: count the tools.',
        ...(drive.shafts.some(({ kind }) => kind === 'alternator' || kind === 'generator')
          ? ['Battery negative on again.']
          : []),
      ],
      cautions: [SAFE.starter],
    },
  ]
}

/** What may stay off for a first start, and for how long. */
function running(settled: SettledDrive, on: readonly SettledBelt[], byHand: readonly SettledBelt[]): FitStep[] {
  const pumps = settled.drive.shafts.filter(({ kind }) => kind === 'water-pump').map(({ id }) => id)
  const drives = ({ pulleys }: SettledBelt) => pulleys.some(({ shaft }) => pumps.includes(shaft))
  const spare = settled.belts.filter((belt) => !drives(belt)).map(({ belt }) => named(belt))
  const cooling = settled.belts.filter(drives).map(({ belt }) => named(belt))
  return [
    {
      ...{ id: 'run.first', phase: 'run', title: 'First start, and look before it is left running' },
      lines: [
        'A short crank, then idle. Watch every belt from the side: no flutter, no walking, no smell.',
        ...(cooling.length > 0 && spare.length > 0
          ? [
              `${spare.join(', ')} may stay off for a first start. Without ${cooling.join(', ')} no water moves: no longer than ${WITHOUT_PUMP_S} s from cold (nominal).`,
            ]
          : []),
      ],
      cautions: [SAFE.plane],
    },
    ...byHand
      .filter(({ belt }) => on.some((each) => each.belt.id === belt.id))
      .map(({ belt }): FitStep => ({
        ...{ id: `run.in.${belt.id}`, phase: 'run', belt: belt.id, title: `Run ${named(belt)} in` },
        lines: [`${RUN_MINUTES} minutes at a fast idle, stop, let it cool, read and set again (nominal).`],
        cautions: [SAFE.plane],
      })),
  ]
}

function proving({ drive }: SettledDrive, noise: boolean, byHand: readonly SettledBelt[]): FitStep[] {
  const sprung = drive.adjusters.some(({ kind }) => kind === 'spring-arm')
  return [
    {
      ...{ id: 'prove.load', phase: 'prove', title: 'Load test' },
      lines: ['Lamps, blower and cooling on, steering to the stop for a moment: no squeal, the charge light dark.'],
      cautions: [SAFE.plane],
    },
    ...(noise
      ? [
          {
            ...({ id: 'prove.water', phase: 'prove', title: 'Water test' } as const),
            lines: ['A splash on the ribs from arm’s length: no change, or quieter and quiet when dry.'],
            cautions: ['Eye protection. Never reach over a running belt; never spray anything but water.', SAFE.plane],
          },
        ]
      : []),
    ...(sprung
      ? [
          {
            ...({ id: 'prove.pointer', phase: 'prove', title: 'Read the pointer' } as const),
            lines: ['Engine off: the arm’s mark between the first and the one for a new belt.'],
            cautions: [SAFE.engineOff],
          },
        ]
      : []),
    {
      ...{ id: 'prove.road', phase: 'prove', title: 'Road test' },
      lines: ['Hot, wet if it can be had; look at the belts again when it is back.'],
      cautions: [],
    },
    ...byHand.map(({ belt }): FitStep => ({
      ...{ id: `re-check.${belt.id}`, phase: 're-check', belt: belt.id, title: `Look at ${named(belt)} again` },
      lines: [`After ${SECOND_CHECK_KM} km (nominal): read its tension once more.`],
      cautions: [SAFE.engineOff],
    })),
  ]
}

function nameOf({ drive }: SettledDrive, beltId: string): string {
  const belt = drive.belts.find(({ id }) => id === beltId)
  return belt === undefined ? beltId : named(belt)
}

function pulleyNameOf({ drive }: SettledDrive, pulleyId: string): string {
  const shaft = drive.pulleys.find(({ id }) => id === pulleyId)?.shaft
  return drive.shafts.find(({ id }) => id === shaft)?.name ?? pulleyId
}
