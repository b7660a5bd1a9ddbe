/** What of a belt's place on its drive decides how readings of its length are understood: docs/mechanics/length.md. */
import type { AdjusterMarks } from '../adjusters/adjuster-kind.ts'
import { kindOf } from '../adjusters/kinds.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { isSized } from '../drive/pulley.ts'
import { metalRadius } from '../path/cord-radius.ts'
import { limitsByMarks, type TravelLimits } from '../path/travel-limits.ts'
import type { SettledBelt } from '../path/settle.ts'
import { familyOf } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { aidsMeant } from './aids-meant.ts'
import { surveyDisagreement, type SurveyDisagreement } from './geometry-spread.ts'
import { FIXED_TENSION, NEW_BELT_TRAVEL, NOMINAL_MARKS, UNKNOWN_NEED } from './nominal.ts'
import type { ReadingPlace, SlackNeeded } from './said.ts'
import { fitSituation, type FitSituation } from './verdict.ts'

/** What of a belt's place on its drive the answer rests on. */
export interface BeltPlace {
  readonly forReadings: ReadingPlace
  readonly u: number | null
  readonly restsOn: 'marks' | 'nominal' | 'fixed'
  readonly limits: TravelLimits
  readonly unhung: boolean
  readonly need: SlackNeeded
  readonly survey: SurveyDisagreement
}

export function placeOf(drive: CheckedDrive, settled: SettledBelt): BeltPlace {
  const { adjuster, belt } = settled
  const unhung = isUnhung(drive, settled)
  const fixedPath = adjuster === null && settled.path.ok && !unhung ? settled.path.length : null
  const marks = marksOf(drive, settled)
  const u = marks === undefined ? NEW_BELT_TRAVEL : (marks.min + marks.nominal) / 2
  const situation = fitSituation(settled)
  const need = slackNeeded(settled, situation)
  return {
    forReadings: {
      section: belt.section,
      motion: adjuster?.motion,
      marks,
      need,
      shortestPath: shortestPath(settled),
      strain: fixedPath === null ? null : strainOf(settled, fixedPath),
      aidsMeant: (reading) => aidsMeant(settled, reading),
    },
    u: fixedPath === null ? u : null,
    restsOn: fixedPath !== null ? 'fixed' : marks === undefined ? 'nominal' : 'marks',
    limits: limitsByMarks(marks),
    unhung,
    need,
    survey: surveyDisagreement(drive),
  }
}

/** An adjuster's own marks, or those of the tensioner on the route where the adjuster is not known; nominal ones stand in for a mark whose travel nobody read. */
function marksOf(drive: CheckedDrive, { adjuster, pulleys }: SettledBelt): AdjusterMarks | undefined {
  const own = adjuster === null ? undefined : kindOf(adjuster.adjuster).marks(adjuster.adjuster)
  if (own !== undefined) return own
  const runs = new Set(pulleys.map(({ shaft }) => shaft))
  const seen = drive.shafts.find(({ id, kind, marks }) => kind === 'tensioner' && runs.has(id) && marks !== undefined)
  if (seen?.marks === undefined) return undefined
  const { min, nominal, max } = seen.marks
  return {
    min: min ?? NOMINAL_MARKS.min,
    nominal: nominal ?? NOMINAL_MARKS.nominal,
    max: max ?? NOMINAL_MARKS.max,
  }
}

/**
 * Whether some adjuster must take a belt up that is not hung on the drawing: it runs over a tensioner that nothing moves, or it
 * is a V belt, which fixed centres could not keep tight.
 */
function isUnhung(drive: CheckedDrive, { belt, pulleys, adjuster }: SettledBelt): boolean {
  if (adjuster !== null) return false
  const tensioners = new Set(drive.shafts.filter(({ kind }) => kind === 'tensioner').map(({ id }) => id))
  return familyOf(belt.section).wedges || pulleys.some(({ shaft }) => tensioners.has(shaft))
}

/** mm. How far the drawing's own need can be trusted. */
const DRAWN_NEED_SIGMA_MM = 0.5

function slackNeeded({ belt, pulleys }: SettledBelt, situation: FitSituation | undefined): SlackNeeded {
  const family = familyOf(belt.section)
  if (!family.wedges && situation?.lastPulleys[0] !== undefined)
    return { mean: situation.lastPulleys[0].need, sigma: DRAWN_NEED_SIGMA_MM }
  // A belt goes over a smooth rim without any slack.
  if (pulleys.some(({ face, flange = 0 }) => face === 'smooth' && flange === 0)) return UNKNOWN_NEED.plain
  return UNKNOWN_NEED[sectionFigures(belt.section).family]
}

/** A belt round pulleys that cannot lie in each other is never shorter than the two largest ask for; null where none is sized. */
function shortestPath({ belt, pulleys }: SettledBelt): Mm | null {
  const radii = pulleys
    .flatMap((pulley, i) =>
      belt.route[i]?.contact !== 'back' && isSized(pulley) ? [metalRadius(pulley, belt.section, 'ribs')] : [],
    )
    .toSorted((a, b) => b - a)
  const [first, second] = radii
  if (first === undefined) return null
  if (second === undefined) return 2 * Math.PI * first
  return Math.PI * (first + second) + 4 * Math.sqrt(first * second)
}

/** mm by which a belt on fixed centres is shorter than its path, from just tight to as tight as it may be. */
function strainOf({ belt }: SettledBelt, path: Mm): { readonly slack: Mm; readonly tight: Mm } {
  const { family, stiffness } = sectionFigures(belt.section)
  const { slack, max } = FIXED_TENSION[family]
  return { slack: (path * slack) / stiffness, tight: (path * max) / stiffness }
}
