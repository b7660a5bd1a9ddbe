/** The work of changing belts, step by step, computed from the drive: docs/mechanics/belt-change.md. */
import { SAFE } from './cautions.ts'
import { isSprung, kindOf } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import type { Belt } from '../drive/belt.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { lastPulleys, wayOn, type WayOn } from '../length/last-pulley.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { familyOf } from '../sections/families.ts'
import { RUN_MINUTES, SECOND_CHECK_KM } from '../tension/nominal.ts'
import type { Mm } from '../units/quantity.ts'
import { beltOrder, tensionOrder, type BeltOrder } from './belt-order.ts'
import { WITHOUT_PUMP_S } from './nominal.ts'

export const PLAN_PHASES = ['before', 'off', 'while off', 'on', 'tension', 'check', 'run', 'prove', 're-check'] as const
export type PlanPhase = (typeof PLAN_PHASES)[number]

export interface PlanStep {
  /** The same for the same drive, so that a tick stays with its step. */
  readonly id: string
  readonly phase: PlanPhase
  readonly title: string
  /** How, and why here. */
  readonly lines: readonly string[]
  readonly cautions: readonly string[]
  readonly belt?: string
  /** A torque that the vehicle’s maker gives; Emery has none of its own. */
  readonly torque?: boolean
  /** It is a part of running its belt in, which the drive keeps. */
  readonly runIn?: boolean
  /** mm of slack that going over the last rim needs, where it can be worked out. */
  readonly slack?: Mm
}

export interface BeltChangePlan {
  readonly order: BeltOrder
  readonly steps: readonly PlanStep[]
}

export interface BeltChangeOptions {
  /** Belts to come off and go on again; those in their way come along. All where left out. */
  readonly belts?: readonly string[]
  /** Whether belts go back on as they were, rather than new ones. */
  readonly sameBelts?: boolean
  /** Whether there was a noise. */
  readonly noise?: boolean
}

/** Every step of the work, in order. */
export function beltChangePlan(
  settled: SettledDrive,
  { belts: wanted, sameBelts = false, noise = false }: BeltChangeOptions = {},
): BeltChangePlan {
  const order = beltOrder(settled)
  const coming = withThoseInTheWay(order, wanted ?? settled.drive.belts.map(({ id }) => id))
  const belts = (ids: readonly string[]) =>
    ids.filter((id) => coming.has(id)).flatMap((id) => settled.belts.find(({ belt }) => belt.id === id) ?? [])
  const off = belts(order.off)
  const on = belts(order.on)
  const byHand = on.filter(({ adjuster }) => adjuster !== null && !isSprung(adjuster.adjuster))
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

function before({ drive }: SettledDrive, off: readonly SettledBelt[], sameBelts: boolean): PlanStep[] {
  const electric = drive.shafts.some(({ kind }) => kind === 'alternator' || kind === 'generator')
  return [
    {
      id: 'before.data',
      phase: 'before',
      title: 'Have the service data ready',
      lines: ['Its torque values, bolt order and local rules go before anything here.'],
      cautions: [SAFE.licensed],
    },
    {
      id: 'before.safe',
      phase: 'before',
      title: 'Make it safe',
      lines: ['Engine off, key out and away from the car.', ...(electric ? ['Battery negative off.'] : [])],
      cautions: [SAFE.engineOff, ...(electric ? [SAFE.battery] : []), SAFE.cool],
    },
    {
      id: 'before.picture',
      phase: 'before',
      title: 'Photograph the routing',
      lines: ['Show every pulley, and which side of the belt lies on each.'],
      cautions: [],
    },
    ...(sameBelts
      ? off.map(({ belt }): PlanStep => ({
          id: `before.way.${belt.id}`,
          phase: 'before',
          belt: belt.id,
          title: `Mark the running direction of ${named(belt)}`,
          lines: ['Chalk an arrow on its back. Refit a used belt in the same direction.'],
          cautions: [],
        }))
      : []),
  ]
}

function takeOff(settled: SettledDrive, settledBelt: SettledBelt, { inTheWay }: BeltOrder): PlanStep[] {
  const { belt, adjuster } = settledBelt
  const name = named(belt)
  const over = inTheWay.filter(({ belt: id }) => id === belt.id).map(({ inTheWayOf }) => nameOf(settled, inTheWayOf))
  const [easiest] = lastPulleys(settledBelt, 0)
  const count = belt.count ?? 1
  const released: PlanStep =
    adjuster === null
      ? {
          id: `off.release.${belt.id}`,
          phase: 'off',
          belt: belt.id,
          title: `${name} has no adjuster`,
          lines: ['A stretch-fit belt comes off with its own tool or is cut. Do not refit it.'],
          cautions: [SAFE.engineOff],
        }
      : {
          id: `off.release.${belt.id}`,
          phase: 'off',
          belt: belt.id,
          title: `Slacken ${name}`,
          lines: kindOf(adjuster.adjuster).slacken,
          cautions: [SAFE.engineOff, ...adjusterCautions(adjuster.adjuster)],
        }
  return [
    released,
    {
      id: `off.take.${belt.id}`,
      phase: 'off',
      belt: belt.id,
      title: `Remove ${name}`,
      lines: [
        ...(easiest === undefined
          ? []
          : [`Over ${pulleyNameOf(settled, easiest.pulley)} first: it needs the least slack.`]),
        ...(count > 1 ? [`${count} belts of one set: remove and replace them together.`] : []),
        ...(over.length > 0 ? [`It blocks ${[...new Set(over)].join(', ')}.`] : []),
      ],
      cautions: [SAFE.engineOff],
    },
  ]
}

function adjusterCautions(adjuster: Adjuster): readonly string[] {
  const { planCaution } = kindOf(adjuster)
  return planCaution === undefined ? [] : [planCaution]
}

function whileOff({ drive }: SettledDrive): PlanStep[] {
  const brackets = drive.shafts.filter(({ kind }) => kind !== 'crank' && !onlyLeads(kind)).map(({ name }) => name)
  return [
    {
      id: 'while-off.look',
      phase: 'while off',
      title: 'Inspect while the belts are off',
      lines: [
        'Spin and rock every pulley, move every arm through its travel, clean the grooves dry. See Inspection, belt off.',
      ],
      cautions: ['A spring-loaded arm can trap fingers: hold it until it stops.'],
    },
    {
      id: 'while-off.brackets',
      phase: 'while off',
      torque: true,
      title: 'Replaced part: keep its bracket loose until it is in',
      lines: [
        `${brackets.join(', ')}: start every bolt by hand, seat the part, then tighten from the bolt nearest the engine outward, so that it stays square.`,
      ],
      cautions: [],
    },
  ]
}

const WAY_WORDS: Readonly<Record<WayOn, string>> = {
  'by hand': 'It goes on by hand.',
  eased: 'Ease it on with a wedge of wood or plastic.',
  rolled: 'No slack to spare. Roll it on while turning the engine by hand.',
  not: 'It does not go on with this adjuster travel. Check that the belt is right.',
}

function putOn(settled: SettledDrive, settledBelt: SettledBelt, sameBelts: boolean): PlanStep[] {
  const { belt, adjuster } = settledBelt
  const [last] = lastPulleys(settledBelt, 0)
  const family = familyOf(belt.section)
  const stretch = adjuster?.stretch
  const slack = belt.length === null || stretch === undefined ? null : belt.length - stretch.lengthFrom
  const count = belt.count ?? 1
  return [
    {
      id: `on.lay.${belt.id}`,
      phase: 'on',
      belt: belt.id,
      title: `Fit ${named(belt)}`,
      lines: [
        ...(count > 1 ? [`${count} belts together, one pulley at a time, all of one set.`] : []),
        ...(sameBelts ? ['Arrow in the running direction.'] : []),
        `Round ${belt.route
          .filter(({ pulley }) => pulley !== last?.pulley)
          .map(({ pulley }) => pulleyNameOf(settled, pulley))
          .join(', ')}.`,
        ...(last === undefined
          ? []
          : [
              `Fit last over ${pulleyNameOf(settled, last.pulley)}.${slack === null ? '' : ` ${WAY_WORDS[wayOn(last, slack, family)]}`}`,
            ]),
        family.hasRibs ? 'Every rib in a groove, none over the edge.' : 'Seated in every groove.',
      ],
      cautions: [SAFE.engineOff, SAFE.starter],
      ...(last === undefined ? {} : { slack: last.need }),
    },
  ]
}

function tension(settled: SettledDrive, { belt, adjuster }: SettledBelt): PlanStep[] {
  if (adjuster === null) return []
  return [
    {
      id: `tension.${belt.id}`,
      phase: 'tension',
      belt: belt.id,
      title: `Tension ${named(belt)}`,
      torque: true,
      lines: [
        'Tighten until the reading is correct. The Tension step shows the target for your tool and span.',
        'Pull on the part, not on its fins or pulley. Then tighten the clamp, then the pivot.',
        ...((belt.count ?? 1) > 1 ? ['Measure each belt of the set: within 10 % of each other.'] : []),
        ...(settled.drive.belts.filter((other) => other.adjuster === belt.adjuster).length > 1
          ? ['Its adjuster also tensions another belt. Measure both after every turn.']
          : []),
      ],
      cautions: [SAFE.engineOff, ...adjusterCautions(adjuster.adjuster)],
    },
  ]
}

function letTake({ belt, adjuster }: SettledBelt): PlanStep {
  const sprung = adjuster !== null && isSprung(adjuster.adjuster)
  return {
    id: `tension.${belt.id}`,
    phase: 'tension',
    belt: belt.id,
    title: sprung ? `Release the arm onto ${named(belt)}` : `${named(belt)} tensions itself`,
    lines: sprung
      ? ['Slowly, with the wrench, until it stops. Read its pointer.']
      : ['Check that it sits in every groove.'],
    cautions: sprung ? adjusterCautions(adjuster.adjuster) : [],
  }
}

function checks({ drive }: SettledDrive, on: readonly SettledBelt[]): PlanStep[] {
  return [
    {
      id: 'check.seated',
      phase: 'check',
      title: 'Stop and check before cranking',
      lines: [
        'Turn the engine twice by hand at the crank bolt, in its running direction.',
        `Every groove seated, on ${on.map(({ belt }) => named(belt)).join(', ')}; nothing rubs.`,
        'Nothing left on the engine. Count the tools.',
        ...(drive.shafts.some(({ kind }) => kind === 'alternator' || kind === 'generator')
          ? ['Battery negative on again.']
          : []),
      ],
      cautions: [SAFE.starter],
    },
  ]
}

/** What may stay off for a first start, and for how long. */
function running(settled: SettledDrive, on: readonly SettledBelt[], byHand: readonly SettledBelt[]): PlanStep[] {
  const pumps = settled.drive.shafts.filter(({ kind }) => kind === 'water-pump').map(({ id }) => id)
  const drives = ({ pulleys }: SettledBelt) => pulleys.some(({ shaft }) => pumps.includes(shaft))
  const spare = settled.belts.filter((belt) => !drives(belt)).map(({ belt }) => named(belt))
  const cooling = settled.belts.filter(drives).map(({ belt }) => named(belt))
  return [
    {
      id: 'run.first',
      phase: 'run',
      title: 'First start, and look before you leave it running',
      lines: [
        'Crank briefly, then idle. Watch every belt from the side: no flutter, no wandering, no smell.',
        ...(cooling.length > 0 && spare.length > 0
          ? [
              `${spare.join(', ')} may stay off for a first start. Without ${cooling.join(', ')} no coolant moves: no longer than ${WITHOUT_PUMP_S} s from cold (nominal).`,
            ]
          : []),
      ],
      cautions: [SAFE.plane],
    },
    ...byHand
      .filter(({ belt }) => on.some((each) => each.belt.id === belt.id))
      .map(({ belt }): PlanStep => ({
        id: `run.in.${belt.id}`,
        phase: 'run',
        belt: belt.id,
        title: `Run ${named(belt)} in`,
        runIn: true,
        lines: [`${RUN_MINUTES} minutes at a fast idle, stop, let it cool, measure and re-tension (nominal).`],
        cautions: [SAFE.plane],
      })),
  ]
}

function proving({ drive }: SettledDrive, noise: boolean, byHand: readonly SettledBelt[]): PlanStep[] {
  const sprung = drive.adjusters.some(isSprung)
  return [
    {
      id: 'prove.load',
      phase: 'prove',
      title: 'Load test',
      lines: ['Lights, blower and A/C on, steering briefly to the stop: no squeal, charge light off.'],
      cautions: [SAFE.plane],
    },
    ...(noise
      ? [
          {
            ...({ id: 'prove.water', phase: 'prove', title: 'Water test' } as const),
            lines: [
              'A splash of water on the ribs from arm’s length. It must not get louder, and must be quiet when dry.',
            ],
            cautions: [
              'Wear eye protection. Never reach over a running belt. Never spray anything but water.',
              SAFE.plane,
            ],
          },
        ]
      : []),
    ...(sprung
      ? [
          {
            ...({ id: 'prove.pointer', phase: 'prove', title: 'Read the pointer' } as const),
            lines: ['Engine off: the arm’s mark is between the first mark and the mark for a new belt.'],
            cautions: [SAFE.engineOff],
          },
        ]
      : []),
    {
      id: 'prove.road',
      phase: 'prove',
      title: 'Road test',
      lines: ['Hot, and wet if possible. Check the belts again afterwards.'],
      cautions: [],
    },
    ...byHand.map(({ belt }): PlanStep => ({
      id: `re-check.${belt.id}`,
      phase: 're-check',
      belt: belt.id,
      title: `Check ${named(belt)} again`,
      runIn: true,
      lines: [`After ${SECOND_CHECK_KM} km (nominal): measure its tension again.`],
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
