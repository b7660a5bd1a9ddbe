/** Steps once the belts are on: a first start, running in, proof, a second look. */
import { SAFE } from './cautions.ts'
import { isSprung } from '../adjusters/kinds.ts'
import type { SettledBelt, SettledDrive } from '../path/settle.ts'
import { mustRule, ruleWords, type ShopRules } from '../rules/rules.ts'
import { wearKey } from '../rules/wear-rules.ts'
import { RUN_MINUTES, SECOND_CHECK_KM } from '../tension/nominal.ts'
import { WITHOUT_PUMP_S } from './nominal.ts'
import { named, type PlanStep } from './plan-step.ts'

/** What may stay off for a first start, and for how long. */
export function running(settled: SettledDrive, on: readonly SettledBelt[], byHand: readonly SettledBelt[]): PlanStep[] {
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
        reads: 'minutes',
        lines: [`${RUN_MINUTES} minutes at a fast idle, stop, let it cool, measure and re-tension (nominal).`],
        cautions: [SAFE.plane],
      })),
  ]
}

interface Proof {
  readonly noise: boolean
  /** Whether a noise may come of damp: false where it is known to come otherwise. */
  readonly damp: boolean
}

export function proving({ drive }: SettledDrive, { noise, damp }: Proof): PlanStep[] {
  const sprung = drive.adjusters.some(isSprung)
  return [
    {
      id: 'prove.load',
      phase: 'prove',
      title: 'Load test',
      lines: ['Lights, blower and A/C on, steering briefly to the stop: no squeal, charge light off.'],
      cautions: [SAFE.plane],
    },
    ...(noise && damp
      ? [
          {
            ...({ id: 'prove.water', phase: 'prove', title: 'Water test' } as const),
            lines: [
              'A splash of water on the belt’s working side from arm’s length. It must not get louder, and must be quiet when dry.',
            ],
            cautions: [SAFE.water, SAFE.plane],
          },
        ]
      : []),
    ...(sprung
      ? [
          {
            ...({ id: 'prove.pointer', phase: 'prove', title: 'Read the pointer' } as const),
            lines: ['Engine off: the arm’s mark is between the first mark and the mark for a new belt.'],
            reads: 'pointer' as const,
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
  ]
}

/** A belt seats and grows: one set by hand is measured again, the arm of another is looked at again. */
export function secondLooks(on: readonly SettledBelt[], byHand: readonly SettledBelt[], rules: ShopRules): PlanStep[] {
  const after = `${mustRule(rules, wearKey.secondLookKm)} km (${ruleWords(rules, wearKey.secondLookKm)})`
  const sprung = on.filter(({ adjuster }) => adjuster !== null && isSprung(adjuster.adjuster))
  return [
    ...sprung.map(({ belt }): PlanStep => ({
      id: `re-check.${belt.id}`,
      phase: 're-check',
      belt: belt.id,
      title: `Look at ${named(belt)} again`,
      lines: [`After ${after}: read the pointer, look at edges and dust.`],
      cautions: [SAFE.engineOff],
      reads: 'pointer',
    })),
    ...byHand.map(({ belt }): PlanStep => ({
      id: `re-check.${belt.id}`,
      phase: 're-check',
      belt: belt.id,
      title: `Check ${named(belt)} again`,
      runIn: true,
      reads: 'tension',
      lines: [`After ${SECOND_CHECK_KM} km (nominal): measure its tension again.`],
      cautions: [SAFE.engineOff],
    })),
  ]
}
