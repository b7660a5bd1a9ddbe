/** A workshop that nobody runs: faults drawn at random, outcomes drawn from other likelihoods than the table's. */
import { diagnose, type Answer, type CauseRanking } from '../noise/diagnose.ts'
import type { HasParts } from '../noise/drive-parts.ts'
import type { NoiseTest } from '../noise/knowledge-file.ts'
import type { Knowledge } from '../noise/knowledge.ts'
import { sharesOf } from '../noise/likelihoods.ts'

/** One world: a table's likelihoods, each changed by up to `by` of itself, and evened out again. */
export type World = (test: NoiseTest, faults: readonly string[]) => readonly number[]

export function worldBeside({ causes, tests }: Knowledge, random: () => number, by = 0.2): World {
  const places = new Map(causes.map(({ id }, i) => [id, i]))
  const beside = (value: number) => value * (1 + by * (2 * random() - 1))
  const evened = (p: readonly number[]) => {
    const changed = p.map(beside)
    const sum = changed.reduce((total, each) => total + each, 0)
    return changed.map((each) => each / sum)
  }
  const shares = new Map(
    tests.map((test) => {
      const changed: NoiseTest = {
        ...test,
        otherwise: evened(test.otherwise),
        // A cause of its own, so that each differs by itself.
        rows: test.rows.flatMap((row) => row.causes.map((cause) => ({ ...row, causes: [cause], p: evened(row.p) }))),
        ...(test.findings === undefined
          ? {}
          : {
              findings: test.findings.map((finding) => ({
                ...finding,
                miss: Math.min(0.95, beside(finding.miss)),
                falseAlarm: beside(finding.falseAlarm),
              })),
            }),
      }
      return [test.id, sharesOf(changed, places)] as const
    }),
  )
  return (test, faults) => {
    const of = shares.get(test.id)
    if (of === undefined) throw new Error(`There is no test ${test.id} in this world.`)
    return of(faults.map((fault) => places.get(fault) ?? -1).toSorted((a, b) => a - b))
  }
}

export function drawn<Item>(items: readonly Item[], weights: readonly number[], random: () => number): Item {
  let left = random() * weights.reduce((sum, each) => sum + each, 0)
  for (const [i, item] of items.entries()) {
    left -= weights[i] ?? 0
    if (left <= 0) return item
  }
  return items.at(-1) as Item
}

/** A car that comes in with some faults, and what each test would show on it. */
export interface Patient {
  readonly faults: readonly string[]
  readonly answer: (test: NoiseTest) => Answer
  /** What whoever brings it can say. */
  readonly said: readonly Answer[]
}

export interface PatientOptions {
  readonly knowledge: Knowledge
  readonly world: World
  readonly random: () => number
  /** Faults that it has. */
  readonly count: number
  /** Share of symptoms that nobody can answer. */
  readonly unanswered?: number
  /** Share of its own questions that its drive answers: none where there is no drive. */
  readonly drawn?: number
  /** What it has; a cause that needs what it has not is none of its faults. */
  readonly has?: HasParts
}

export function patient(options: PatientOptions): Patient {
  const { knowledge, world, random, count, unanswered = 0, drawn: ofDrive = 0, has = {} } = options
  const possible = knowledge.causes.filter(({ needs = [] }) => needs.every((need) => has[need] !== false))
  const faults: string[] = []
  while (faults.length < count) {
    const fault = drawn(
      possible,
      possible.map(({ prior }) => prior),
      random,
    ).id
    if (!faults.includes(fault)) faults.push(fault)
  }
  const answer = (test: NoiseTest): Answer => ({
    test: test.id,
    outcome: drawn(
      test.outcomes.map(({ id }) => id),
      world(test, faults),
      random,
    ),
  })
  const said = knowledge.tests
    .filter(({ ask }) => ask !== 'test' && ask !== 'sound')
    .filter(({ ask }) => ask === 'heard' || random() >= (ask === 'drive' ? 1 - ofDrive : unanswered))
    .map(answer)
  return { faults, answer, said }
}

/** Whatever ranks causes by answers and says what to try next; the workshop's own, or an older one to hold it against. */
export type Searcher = (answers: readonly Answer[]) => {
  readonly causes: readonly { readonly id: string; readonly probability: number }[]
  readonly next: readonly string[]
  /** Named as what is there. */
  readonly named: readonly string[]
}

/** Probability from which a fault counts as named, found or not: the page says “could also be”. */
const NAMED = 0.2

export function searcher(knowledge: Knowledge, has: HasParts = {}): Searcher {
  return (answers) => {
    const { causes, next } = ranked(knowledge, answers, has)
    const named = causes.filter(({ found, probability }, i) => i === 0 || found || probability >= NAMED)
    return {
      causes: causes.map(({ cause, probability }) => ({ id: cause.id, probability })),
      next: next.map(({ test }) => test.id),
      named: named.map(({ cause }) => cause.id),
    }
  }
}

export function ranked(knowledge: Knowledge, answers: readonly Answer[], has: HasParts = {}): CauseRanking {
  const result = diagnose(knowledge, answers, { has })
  if (!result.ok) throw new Error(JSON.stringify(result.problems))
  return result.diagnosis
}

export interface Job {
  readonly faults: readonly string[]
  readonly named: readonly string[]
  readonly causes: ReturnType<Searcher>['causes']
  readonly answers: readonly Answer[]
  readonly tests: number
}

export interface JobOptions {
  readonly knowledge: Knowledge
  readonly patient: Patient
  readonly search: Searcher
  /** The next test: the one proposed, or in a fixed order. */
  readonly order?: readonly string[]
  readonly max: number
  /** Tests done before the first that counts: what is looked at anyway. */
  readonly before?: readonly NoiseTest[]
  /** Probability of the first cause at which the work stops; never where it is left out. */
  readonly sureAt?: number
}

/** A car comes in: what is heard and when is asked, then one test at a time until somebody is sure. */
export function oneJob({
  knowledge,
  patient: car,
  search,
  order,
  max: most,
  before = [],
  sureAt = 2,
}: JobOptions): Job {
  const answers = [...car.said, ...before.map(car.answer)]
  for (let tests = 0; ; tests++) {
    const { causes, next, named } = search(answers)
    const following = order === undefined ? next[0] : order.find((each) => next.includes(each))
    const test = knowledge.tests.find(({ id }) => id === following)
    if ((causes[0]?.probability ?? 0) >= sureAt || tests >= most || test === undefined)
      return { faults: car.faults, named, causes, answers, tests }
    answers.push(car.answer(test))
  }
}
