/** What the drive itself says of a noise: alignment, grip, fit and what was fitted last. docs/mechanics/noise.md. */
import { worstOf } from '../verdict/verdict.ts'
import { fitLength, fitSituation, type FitVerdict } from '../length/verdict.ts'
import { worseAngle } from '../alignment/entry-angles.ts'
import { spanLines } from '../alignment/fix-plan.ts'
import type { SettledDrive } from '../path/settle.ts'
import { GRIP_MARGIN } from '../tension/nominal.ts'
import { ringing } from '../tension/ringing.ts'
import { spanTensions } from '../tension/span-tensions.ts'
import type { CheckId } from '../wear/checks.ts'
import type { PartJudged } from '../wear/judge.ts'
import type { WearPartKind } from '../wear/parts.ts'
import type { Answer } from './diagnose.ts'
import type { Knowledge } from './knowledge.ts'
import { NEW_FOR_KM, NEW_FOR_DAYS, OLD_AFTER_DAYS } from './nominal.ts'

/** An answer that was computed, with the figure it rests on and the step of the bench that shows it. */
export interface DriveSays extends Answer {
  readonly detail: string
  readonly shownBy: 'alignment' | 'tension' | 'length' | 'history' | 'inspection'
}

export interface DriveEvidenceOptions {
  /** Since the newest belt was fitted; null where nobody knows. */
  readonly kmSinceFitted: number | null
  readonly daysSinceFitted: number | null
  /** Parts as they were last looked at since they were new. */
  readonly looked?: readonly PartJudged[]
}

/**
 * Answers to the questions a drive answers itself, the worst of its belts each. What nothing is known of, where no pulley’s place along its shaft, no load or
 * no length was put in, is left open rather than taken for fine.
 */
export function driveEvidence(settled: SettledDrive, since: DriveEvidenceOptions): readonly DriveSays[] {
  return [
    ...ofLine(settled),
    ...ofGrip(settled),
    ...ofPlan(settled),
    ...ofRinging(settled),
    ...ofAge(since),
    ...ofWear(since.looked ?? []),
    ...ofInspection(since.looked ?? []),
  ]
}

/**
 * What a drive says of questions that the knowledge asks and nobody has answered. That a belt is new is said once: by whoever brings the car, or else by the record.
 */
export function unanswered(
  { tests }: Pick<Knowledge, 'tests'>,
  says: readonly DriveSays[],
  answers: readonly Answer[],
): readonly DriveSays[] {
  const answered = (id: string) => answers.some(({ test }) => test === id)
  const asked = (id: string, outcome: string) =>
    tests.some((test) => test.id === id && test.outcomes.some((each) => each.id === outcome))
  return says.filter(
    ({ test, outcome }) =>
      asked(test, outcome) && !answered(test) && !(test === 'drive-recent' && answered('new-belt')),
  )
}

function ofLine({ drive, belts }: SettledDrive): readonly DriveSays[] {
  if (drive.pulleys.every(({ z, tilt }) => z === undefined && tilt === undefined)) return []
  const spans = belts.flatMap((belt) => spanLines(belt))
  if (spans.length === 0) return []
  const gravest = worstOf(spans.map(({ verdict }) => verdict))
  const worst = spans.filter(({ verdict }) => verdict === gravest).map(worseAngle)
  return [
    {
      test: 'drive-line',
      outcome: gravest === 'act' || gravest === 'watch' ? gravest : 'quiet',
      shownBy: 'alignment',
      detail: `enters its grooves at ${Math.max(...worst).toFixed(2)}° at worst`,
    },
  ]
}

function ofGrip(settled: SettledDrive): readonly DriveSays[] {
  if (settled.drive.shafts.every(({ load }) => load === undefined)) return []
  const { idleRpm, cruiseRpm, maxRpm } = settled.drive.engine
  return (['dry', 'wet'] as const).flatMap((condition): readonly DriveSays[] => {
    const reserves = [idleRpm, cruiseRpm, maxRpm].flatMap((rpm) =>
      spanTensions(settled, { rpm, load: 1 }, { condition }).map(({ worst }) => worst.gripReserve),
    )
    const known = reserves.filter((reserve) => reserve !== null)
    // One load that nobody knows leaves the whole belt open.
    if (known.length === 0 || known.length < reserves.length) return []
    const least = Math.min(...known)
    return [
      {
        test: `drive-grip-${condition}`,
        outcome: least < 1 ? 'act' : least < GRIP_MARGIN ? 'watch' : 'fine',
        detail: Number.isFinite(least)
          ? `${least.toFixed(2)} of the grip it needs at full load`
          : 'toothed, cannot slip',
        shownBy: 'tension',
      },
    ]
  })
}

const FIT_OUTCOME: Readonly<Record<FitVerdict, 'fine' | 'watch' | 'act' | 'short'>> = {
  'too short': 'short',
  tight: 'fine',
  good: 'fine',
  'good, short life': 'watch',
  long: 'watch',
  'too long': 'act',
}

function ofPlan({ belts }: SettledDrive): readonly DriveSays[] {
  const fits = belts.flatMap((belt) => {
    const situation = fitSituation(belt)
    return situation === undefined || belt.belt.length === null ? [] : [fitLength(situation, belt.belt.length)]
  })
  const rank = { fine: 0, watch: 1, act: 2, short: 3 }
  const [worst] = fits.toSorted((a, b) => rank[FIT_OUTCOME[b.verdict]] - rank[FIT_OUTCOME[a.verdict]])
  return worst === undefined
    ? []
    : [{ test: 'drive-fit', outcome: FIT_OUTCOME[worst.verdict], detail: worst.verdict, shownBy: 'length' }]
}

/** Whether a span swings at idle or cruise with nothing worn; none does only where every belt's tension and speed are known. */
function ofRinging(settled: SettledDrive): readonly DriveSays[] {
  const belts = settled.belts.map((belt) => ringing(settled, belt))
  const near = belts
    .flatMap((belt) => belt?.crossings ?? [])
    .filter(({ verdict }) => verdict === 'watch')
    .map(({ rpm }) => Math.round(rpm / 10) * 10)
  const says = (outcome: string, detail: string): readonly DriveSays[] => [
    { test: 'drive-ringing', outcome, detail, shownBy: 'tension' },
  ]
  if (near.length > 0) return says('rings', `at ${[...new Set(near)].toSorted((a, b) => a - b).join(', ')} rpm`)
  return belts.length > 0 && belts.every((belt) => belt?.isKnown === true)
    ? says('clear', 'none near idle or cruise')
    : []
}

/** The parts that a question about wear is asked of, and the checks that count for it; all of a part’s where none are named. */
const WEAR_QUESTIONS: readonly {
  readonly test: string
  readonly kind: WearPartKind
  readonly checks?: readonly CheckId[]
}[] = [
  { test: 'drive-belt-worn', kind: 'belt', checks: ['cracks', 'rib-depth', 'damage', 'glaze'] },
  { test: 'drive-arm-worn', kind: 'tensioner' },
  { test: 'drive-bearing-worn', kind: 'pulley', checks: ['bearing', 'rock'] },
]

/** What an inspection found shows the same as a test that is done for a noise: by part, check and what was seen. */
const INSPECTION_FINDINGS: readonly {
  readonly check: CheckId
  readonly test: string
  readonly outcome: string
}[] = [
  { check: 'rock', test: 'rock', outcome: 'play' },
  { check: 'bearing', test: 'spin', outcome: 'rough' },
  { check: 'damper', test: 'watch-damper', outcome: 'wobbles' },
  { check: 'clutch', test: 'decoupler-turn', outcome: 'free' },
]

/** What was to be replaced when it was looked at, and is still there. */
function ofInspection(looked: readonly PartJudged[]): readonly DriveSays[] {
  return INSPECTION_FINDINGS.flatMap(({ check, test, outcome }): readonly DriveSays[] => {
    const seen = looked.flatMap(({ part, checks }) =>
      checks
        .filter((each) => each.check === check && each.verdict === 'act')
        .map((each) => ({ ...each, name: part.name })),
    )
    const [worst] = seen
    return worst === undefined
      ? []
      : [{ test, outcome, detail: `${worst.name}, at the last inspection: ${worst.reason}`, shownBy: 'inspection' }]
  })
}

/** The worst that was seen of each kind; that all are fine is only said where nothing was left out. */
function ofWear(looked: readonly PartJudged[]): readonly DriveSays[] {
  return WEAR_QUESTIONS.flatMap(({ test, kind, checks }): readonly DriveSays[] => {
    const seen = looked
      .filter(({ part }) => part.kind === kind)
      .flatMap(({ part, checks: judged }) =>
        judged.filter(({ check }) => checks?.includes(check) ?? true).map((each) => ({ ...each, name: part.name })),
      )
    const worst = (['act', 'watch', 'unknown'] as const)
      .map((verdict) => seen.find((each) => each.verdict === verdict))
      .find((each) => each !== undefined)
    if (worst === undefined)
      return seen.length === 0 ? [] : [{ test, outcome: 'fine', detail: 'fine when checked', shownBy: 'inspection' }]
    return worst.verdict === 'unknown'
      ? []
      : [
          {
            test,
            outcome: worst.verdict === 'act' ? 'replace' : worst.verdict,
            detail: `${worst.name}: ${worst.reason}`,
            shownBy: 'inspection',
          },
        ]
  })
}

function ofAge({ kmSinceFitted: km, daysSinceFitted: days }: DriveEvidenceOptions): readonly DriveSays[] {
  const says = (isNew: boolean, detail: string): readonly DriveSays[] => [
    { test: 'drive-recent', outcome: isNew ? 'yes' : 'no', detail, shownBy: 'history' },
  ]
  if (km !== null) return says(km < NEW_FOR_KM, `fitted ${Math.round(km)} km ago`)
  if (days === null || (days > NEW_FOR_DAYS && days < OLD_AFTER_DAYS)) return []
  return says(days <= NEW_FOR_DAYS, `fitted ${Math.round(days)} days ago`)
}
