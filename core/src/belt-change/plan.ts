/** The work of changing belts, step by step, computed from the drive: docs/mechanics/belt-change.md. */
import { SAFE } from './cautions.ts'
import { isSprung, kindOf } from '../adjusters/kinds.ts'
import type { Adjuster } from '../adjusters/adjuster.ts'
import { TURN_WORDS } from '../drive/engine.ts'
import { onlyLeads } from '../drive/shaft.ts'
import { lastPulleys, wayOn, type WayOn } from '../length/last-pulley.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import { familyOf } from '../sections/families.ts'
import { shortWayRoundDeg } from '../numerics/vectors.ts'
import { beltOrder, tensionOrder, type BeltOrder } from './belt-order.ts'
import { named, nameOf, pulleyNameOf, type PlanStep } from './plan-step.ts'
import { proving, running, secondLooks } from './running-steps.ts'

export interface BeltChangePlan {
  readonly order: BeltOrder
  readonly steps: readonly PlanStep[]
}

export interface BeltChangeOptions {
  /** Belts to come off and go on again; those in their way come along. All where left out. */
  readonly belts?: readonly string[]
  /** Whether belts go back on as they were, rather than new ones. */
  readonly sameBelts?: boolean
  /** Whether there was a noise, and whether it may come of damp. */
  readonly noise?: boolean
  readonly damp?: boolean
  /** When a belt is looked at again is the workshop's to say. */
  readonly rules?: ShopRules
}

/** Every step of the work, in order. */
export function beltChangePlan(
  settled: SettledDrive,
  { belts: wanted, sameBelts = false, noise = false, damp = true, rules = NOMINAL_RULES }: BeltChangeOptions = {},
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
      ...(sameBelts ? [] : on.map((belt) => compared(belt))),
      ...on.flatMap((belt) => putOn(settled, belt, sameBelts)),
      ...belts(tensioned.belts).flatMap((belt) => tension(settled, belt)),
      ...on.filter((belt) => !byHand.includes(belt)).map((belt) => letTake(belt)),
      ...on.map((belt) => seated(settled, belt)),
      ...checks(settled, on),
      ...running(settled, on, byHand),
      ...proving(settled, { noise, damp }),
      ...secondLooks(on, byHand, rules),
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

/** Whether a terminal may be near: of a drive that nobody has drawn yet nobody knows what is on it. */
function mayBeElectric({ belts, shafts }: SettledDrive['drive']): boolean {
  return belts.length === 0 || shafts.some(({ kind }) => kind === 'alternator' || kind === 'generator')
}

function before({ drive }: SettledDrive, off: readonly SettledBelt[], sameBelts: boolean): PlanStep[] {
  const electric = mayBeElectric(drive)
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
          ...(belt.construction === 'elastic'
            ? {
                title: `${name} has no adjuster`,
                lines: ['A stretch-fit belt comes off with its own tool or is cut. Do not refit it.'],
              }
            : {
                title: `Slacken ${name}`,
                lines: ['Which part tightens it nobody has said: find it, and say so in Measure, Adjusters.'],
              }),
          cautions: [SAFE.engineOff],
        }
      : {
          id: `off.release.${belt.id}`,
          phase: 'off',
          belt: belt.id,
          title: `Slacken ${name}`,
          lines: [...kindOf(adjuster.adjuster).slacken, ...wayToSlacken(adjuster.adjuster)],
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

/** Which way an arm is turned to slacken; where its ends were not read, how to find out. */
function wayToSlacken(adjuster: Adjuster): readonly string[] {
  if (adjuster.kind !== 'spring-arm') return []
  const { angleFree, angleReleased, assumed = [] } = adjuster
  if (assumed.includes('angleFree') || assumed.includes('angleReleased'))
    return ['Which way is not known: the way that carries its pulley away from the belt.']
  const turn = shortWayRoundDeg(angleFree, angleReleased) > 0 ? 'ccw' : 'cw'
  return [`That is ${TURN_WORDS[turn]}, seen from the front.`]
}

/** The new belt beside the old one, before it goes on: a number can be right and the belt in the box wrong. */
function compared({ belt }: SettledBelt): PlanStep {
  const family = familyOf(belt.section)
  const count = belt.count ?? 1
  return {
    id: `compare.${belt.id}`,
    phase: 'while off',
    belt: belt.id,
    title: `Compare the new ${named(belt)} with the old`,
    lines: [
      ...(family.hasRibs
        ? [`Count the ribs: ${belt.ribs}.`]
        : family.meshes
          ? ['Teeth: same pitch and shape, and as many.']
          : ['Same section: top widths side by side, and how deep they sit in one groove.']),
      'Same width. Hang both over one hand: the same length; an old belt has grown by a little.',
      ...(count > 1 ? [`All ${count} of one set, by the code on their backs.`] : []),
    ],
    cautions: [],
    reads: 'length',
  }
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
      cautions: [SAFE.arm],
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
        ...(belt.assumed?.includes('route') === true
          ? ['Nobody has said how it runs: as in the picture that was taken before.']
          : []),
        `Round ${belt.route
          .filter(({ pulley }) => pulley !== last?.pulley)
          .map(({ pulley }) => pulleyNameOf(settled, pulley))
          .join(', ')}.`,
        ...(last === undefined
          ? []
          : [
              `Fit last over ${pulleyNameOf(settled, last.pulley)}.${slack === null ? '' : ` ${WAY_WORDS[wayOn(last, slack, family)]}`}`,
            ]),
        ...(adjuster !== null && isSprung(adjuster.adjuster)
          ? ['Hold the arm back again for that last pulley, as when slackening.', ...wayToSlacken(adjuster.adjuster)]
          : []),
        family.hasRibs ? 'Every rib in a groove, none over the edge.' : 'Seated in every groove.',
      ],
      cautions: [SAFE.engineOff, SAFE.starter, ...(adjuster === null ? [] : adjusterCautions(adjuster.adjuster))],
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
      reads: 'tension',
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
    title: sprung
      ? `Release the arm onto ${named(belt)}`
      : belt.construction === 'elastic'
        ? `${named(belt)} tensions itself`
        : `Tension ${named(belt)}`,
    lines: sprung
      ? ['Slowly, with the wrench, until it stops. Read its pointer.']
      : belt.construction === 'elastic'
        ? ['Check that it sits in every groove.']
        : ['Which part tightens it nobody has said: as the service data has it.'],
    cautions: sprung ? adjusterCautions(adjuster.adjuster) : [],
    ...(sprung ? { reads: 'pointer' as const } : {}),
  }
}

/** Pulley by pulley, from the front: a belt one groove off looks right from above. */
function seated(settled: SettledDrive, { belt }: SettledBelt): PlanStep {
  const family = familyOf(belt.section)
  const inGrooves = belt.route.filter(({ contact }) => contact === 'ribs')
  const others = belt.route.filter(({ contact }) => contact !== 'ribs')
  const names = (of: typeof belt.route) => of.map(({ pulley }) => pulleyNameOf(settled, pulley)).join(', ')
  return {
    id: `check.seated.${belt.id}`,
    phase: 'check',
    belt: belt.id,
    title: `Count the grooves under ${named(belt)} at every pulley`,
    lines: [
      family.hasRibs
        ? `From the front, with a fingertip: ${names(inGrooves)}. As many grooves stay free in front and behind as its place asks; no rib over an edge.`
        : family.meshes
          ? `Every tooth in a gap: ${names(inGrooves)}.`
          : `The same groove on each, counted from the front: ${names(inGrooves)}.`,
      ...(others.length > 0 ? [`In the middle of the face: ${names(others)}.`] : []),
    ],
    cautions: [SAFE.engineOff],
    reads: 'count',
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
        ...(mayBeElectric(drive) ? ['Battery negative on again.'] : []),
      ],
      cautions: [SAFE.starter],
    },
  ]
}
