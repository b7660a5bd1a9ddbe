import { isTravelAssumed } from '../adjusters/assumed.ts'
import { kindOf } from '../adjusters/kinds.ts'
import type { Pulley } from '../drive/pulley.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { degrees } from '../numerics/vectors.ts'
import { TOOTH_COUNT_MM } from '../numerics/tolerances.ts'
import { crossingSpans, metalClashes, nearMisses, type Span } from '../path/clearance.ts'
import { traceCord, type CordPath } from '../path/cord-path.ts'
import { LENGTH_DOUBT_SHARE } from '../path/nominal.ts'
import type { SettledAdjuster, SettledBelt, SettledDrive } from '../path/settle.ts'
import { mustRule, ruleKey, ruleWords, type ShopRules } from '../rules/rules.ts'
import { groovesTaken, statedMinusCord } from '../sections/families.ts'
import { sectionFigures } from '../sections/sections.ts'
import { listed, type Wording } from './part-names.ts'
import { problem, type Problem } from './problem.ts'

/** What problems are told by: the drive’s words, and the limits that count in this workshop. */
export interface Judging {
  readonly words: Wording
  readonly rules: ShopRules
}

/** Everything wrong with one belt on its pulleys: parts that do not go together, the path, the adjuster. */
export function beltProblems(
  settled: SettledDrive,
  belt: SettledBelt,
  spans: readonly Span[],
  { words, rules }: Judging,
): Problem[] {
  const { path } = belt
  return [
    ...contactProblems(belt, words),
    ...(path.ok ? pathProblems(settled, belt, path, spans, { words, rules }) : noPathProblems(belt, path, words)),
    ...adjusterProblems(belt, words),
  ]
}

function contactProblems({ belt, pulleys }: SettledBelt, words: Wording): Problem[] {
  const problems = belt.route.flatMap(({ contact, groove }, i): Problem[] => {
    const pulley = pulleys[i] as Pulley
    if (pulley.face === 'smooth') return []
    const where = [belt.id, pulley.id]
    const name = words.pulley(pulley)
    if (contact === 'back') {
      return [
        problem(
          'BACK_ON_GROOVES',
          where,
          `The back of ${words.belt(belt)} runs on the ${pulley.face} face of ${name}. Route it so that the ribs run in the grooves.`,
        ),
      ]
    }
    const mismatch =
      pulley.section !== belt.section
        ? [
            problem(
              'SECTION_MISMATCH',
              where,
              `${words.belt(belt)} is ${belt.section}, but ${name} is cut for ${pulley.section}.`,
            ),
          ]
        : []
    if (pulley.face === 'toothed') return mismatch
    const needed = groovesTaken(belt) + (groove ?? 1) - 1
    if (needed <= pulley.grooves) return mismatch
    const from = groove === undefined ? '' : ` from groove ${groove} on`
    return [
      ...mismatch,
      problem(
        'TOO_FEW_GROOVES',
        where,
        `${name} has ${pulley.grooves} groove${pulley.grooves === 1 ? '' : 's'}; ${words.belt(belt)} needs ${groovesTaken(belt)}${from}.`,
      ),
    ]
  })
  const { family, pitch } = sectionFigures(belt.section)
  if (family === 'toothed' && belt.length !== null) {
    const teeth = Math.round(belt.length / pitch)
    if (Math.abs(teeth * pitch - belt.length) > TOOTH_COUNT_MM) {
      const message = `${words.length(belt.length)} is not a whole number of teeth; ${teeth} teeth are ${words.length(teeth * pitch)}.`
      problems.push(problem('TEETH_NOT_WHOLE', [belt.id], message))
    }
  }
  return problems
}

type NoPath = Exclude<SettledBelt['path'], CordPath>

function noPathProblems(settledBelt: SettledBelt, path: NoPath, words: Wording): Problem[] {
  if (path.why === 'overlap') return overlapProblems(settledBelt, path.at, words)
  const { belt, pulleys } = settledBelt
  if (path.why === 'unrouted') {
    const message = `${words.belt(belt)} has no route yet. Route it by hand, or find routes.`
    return [problem('NOT_ROUTED', [belt.id], message)]
  }
  const named = (ids: readonly string[]) =>
    listed(pulleys.filter(({ id }) => ids.includes(id)).map((pulley) => words.pulley(pulley)))
  const missing = [
    ...(path.sizes.length > 0 ? [`the size of ${named(path.sizes)}`] : []),
    ...(path.places.length > 0 ? [`the position of ${named(path.places)}`] : []),
  ]
  const message = `The path of ${words.belt(belt)} needs ${missing.join(' and ')}.`
  return [problem('NOT_MEASURED', [belt.id, ...new Set([...path.sizes, ...path.places])], message)]
}

function overlapProblems({ belt, pulleys }: SettledBelt, at: number, words: Wording): Problem[] {
  const [a, b] = [pulleys[at], pulleys[(at + 1) % pulleys.length]] as [Pulley, Pulley]
  const message = `${words.pulley(a)} and ${words.pulley(b)} are too close for a span between them. Check their diameters and positions.`
  return [problem('PULLEYS_OVERLAP', [belt.id, a.id, b.id], message)]
}

function pathProblems(
  settled: SettledDrive,
  settledBelt: SettledBelt,
  path: CordPath,
  spans: readonly Span[],
  { words, rules }: Judging,
): Problem[] {
  const { belt } = settledBelt
  const problems: Problem[] = []
  if (path.turning !== settledBelt.ribsSign) problems.push(turningProblem(settledBelt, words))
  for (const [i, j] of crossingSpans(spans)) {
    const [a, b] = [spans[i], spans[j]] as [Span, Span]
    const where = [belt.id, a.from.id, a.to.id, b.from.id, b.to.id]
    problems.push(
      problem(
        'SPANS_CROSS',
        where,
        `${words.belt(belt)} crosses itself: ${between(a, words)} meets ${between(b, words)}.`,
      ),
    )
  }
  const clearance = mustRule(rules, ruleKey.clearance)
  for (const { span, pulley, gap } of nearMisses(settled, settledBelt, spans, clearance)) {
    const where = [belt.id, span.from.id, span.to.id, pulley.id]
    const passes = gap < 0 ? `runs ${words.length(-gap)} into` : `passes ${words.length(gap)} from`
    const message = `${words.belt(belt)}, ${between(span, words)}, ${passes} ${words.pulley(pulley)}; the minimum clearance is ${words.length(clearance)} (${ruleWords(rules, ruleKey.clearance)}).`
    problems.push(problem('SPAN_HITS_PULLEY', where, message))
  }
  return [...problems, ...wrapProblems(settled.drive, settledBelt, path, { words, rules })]
}

function between({ from, to }: Span, words: Wording): string {
  return `from ${words.pulley(from)} to ${words.pulley(to)}`
}

function turningProblem({ belt, circles, ribsSign }: SettledBelt, words: Wording): Problem {
  const back = traceCord([...circles].reverse())
  if (back.ok && back.turning === ribsSign) {
    return problem(
      'ROUTE_REVERSED',
      [belt.id],
      `The route of ${words.belt(belt)} runs against the crank’s direction. Reverse its order.`,
    )
  }
  return problem(
    'ROUTE_NOT_SIMPLE',
    [belt.id],
    `${words.belt(belt)} does not form one simple loop in this order. Check the order and which side touches each pulley.`,
  )
}

function wrapProblems(
  drive: CheckedDrive,
  { belt, pulleys }: SettledBelt,
  path: CordPath,
  { words, rules }: Judging,
): Problem[] {
  return pulleys.flatMap((pulley, i): Problem[] => {
    const shaft = drive.shafts.find(({ id }) => id === pulley.shaft)
    if (shaft === undefined) return []
    const wrap = degrees(path.wraps[i] as number)
    const where = [belt.id, pulley.id]
    if (pulley.face === 'toothed' && pulley.teeth !== null && belt.route[i]?.contact === 'ribs') {
      const inMesh = (pulley.teeth * wrap) / 360
      const least = mustRule(rules, ruleKey.teethInMesh)
      if (inMesh >= least) return []
      return [
        problem(
          'WRAP_LOW',
          where,
          `${words.pulley(pulley)} has ${inMesh.toFixed(1)} teeth in mesh; ${least} is the minimum (${ruleWords(rules, ruleKey.teethInMesh)}).`,
        ),
      ]
    }
    const least = shaft.minWrap ?? mustRule(rules, ruleKey.leastWrap(shaft.kind))
    if (wrap >= least) return []
    const rests = shaft.minWrap === undefined ? ruleWords(rules, ruleKey.leastWrap(shaft.kind)) : 'set for this shaft'
    return [
      problem(
        'WRAP_LOW',
        where,
        `${words.belt(belt)} wraps ${words.pulley(pulley)} by ${wrap.toFixed(0)}°; ${least}° is the minimum (${rests}).`,
      ),
    ]
  })
}

/** An adjuster whose readings do not fit together: a rod too short for its eyes, say. */
function cannotReach({ adjuster, motion }: SettledAdjuster, where: readonly string[], words: Wording): Problem[] {
  if (motion.moves !== 'shaft') return []
  const ends = ([0, 1] as const).filter((u) => motion.placeAt(u) === undefined)
  if (ends.length === 0) return []
  const at = ends.length === 2 ? 'either end' : ends[0] === 0 ? 'its slack end' : 'its tight end'
  return [
    problem(
      'ADJUSTER_CANNOT_REACH',
      where,
      `The ${kindOf(adjuster).name} of ${words.shaft(motion.shaft)} does not reach at ${at} of its travel. Measure its length and the points it hangs between again.`,
    ),
  ]
}

function adjusterProblems(settledBelt: SettledBelt, words: Wording): Problem[] {
  const { belt, adjuster } = settledBelt
  if (adjuster === null) return fixedCentreProblems(settledBelt, words)
  const { seat, stretch, adjuster: part } = adjuster
  // Nothing can be said of a travel that nobody has read.
  if (isTravelAssumed(part)) return []
  const where = [belt.id, part.id]
  const problems: Problem[] = [...cannotReach(adjuster, where, words)]
  if (stretch !== undefined && stretch.turnsAt !== null) {
    const message =
      stretch.turnsAt <= stretch.from
        ? `Tightening the adjuster of ${words.belt(belt)} slackens the belt. Swap its slack and tight ends.`
        : `Past ${Math.round(100 * stretch.turnsAt)} % of its travel, the adjuster of ${words.belt(belt)} slackens the belt again. Only the travel before that counts.`
    problems.push(problem('ADJUSTER_TURNS_BACK', where, message))
  }
  if (seat?.ok === false && belt.length !== null)
    problems.push(problem('OUT_OF_REACH', where, outOfReach(settledBelt, seat, words)))
  if (adjuster.wanted === 'shared' && belt.length !== null && settledBelt.path.ok) {
    const wanted = settledBelt.path.length + statedMinusCord(belt.section)
    if (Math.abs(wanted - belt.length) > LENGTH_DOUBT_SHARE * belt.length) {
      const message = `Another belt sets this adjuster. There ${words.belt(belt)} would have to be ${words.length(wanted)}, but it is ${words.length(belt.length)}.`
      problems.push(problem('OUT_OF_REACH', where, message))
    }
  }
  return problems
}

/** On fixed centres a belt is tight only as far as it is stretched: one longer than its path hangs slack. */
function fixedCentreProblems({ belt, path }: SettledBelt, words: Wording): Problem[] {
  if (!path.ok || belt.length === null) return []
  const slack = belt.length - (path.length + statedMinusCord(belt.section))
  if (slack <= LENGTH_DOUBT_SHARE * belt.length) return []
  const message = `${words.belt(belt)} is ${words.length(slack)} too long for these fixed centres, so it is slack.`
  return [problem('OUT_OF_REACH', [belt.id], message)]
}

function outOfReach(
  { belt, adjuster }: SettledBelt,
  { why, by }: { readonly why: 'short' | 'long' | 'no-travel'; readonly by: number },
  words: Wording,
): string {
  const miss = words.length(by)
  if (why === 'short')
    return `${words.belt(belt)} is ${miss} too short: it does not go on even with the adjuster at its slack end.`
  if (why === 'no-travel')
    return `The adjuster of ${words.belt(belt)} moves no pulley of this belt, and the belt length is off by ${miss}.`
  const end = adjuster?.stretch?.turnsAt === null ? 'at its tight end' : 'where it turns back'
  return `${words.belt(belt)} is ${miss} too long: it stays slack with the adjuster ${end}.`
}

/** Pulleys that would have to be in the same place, beside those a belt's own path has already told of. */
export function clashProblems(settled: SettledDrive, words: Wording): Problem[] {
  const told = new Set(
    settled.belts.flatMap(({ path, pulleys }) =>
      path.ok || path.why !== 'overlap' ? [] : [pairOf(pulleys[path.at], pulleys[(path.at + 1) % pulleys.length])],
    ),
  )
  return metalClashes(settled)
    .filter(({ pulleys: [a, b] }) => !told.has(pairOf(a, b)))
    .map(({ pulleys: [a, b], by }) =>
      problem(
        'PULLEYS_OVERLAP',
        [a.id, b.id],
        `${words.pulley(a)} and ${words.pulley(b)} overlap by ${words.length(by)}.`,
      ),
    )
}

function pairOf(a: Pulley | undefined, b: Pulley | undefined): string {
  return [a?.id, b?.id].toSorted().join(' ')
}
