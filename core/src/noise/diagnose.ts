/** What a noise may come from, and what to try next: naive Bayes over causes. docs/mechanics/noise.md. */
import type { Cause, Knowledge, NoiseTest } from './knowledge.ts'

export interface Answer {
  readonly test: string
  readonly outcome: string
  /** What was measured or computed, in words; kept with the evidence. */
  readonly detail?: string
}

/** One answer as it speaks for or against a cause. */
export interface Evidence {
  readonly test: string
  readonly outcome: string
  readonly words: string
  readonly why: string
  /** Natural logarithm of how much more often this cause gives the outcome than all others do: above 0 it speaks for it. */
  readonly weight: number
}

export interface Suspect {
  readonly cause: Cause
  readonly probability: number
  /** Those that speak most clearly first. */
  readonly evidence: readonly Evidence[]
}

export interface NextTest {
  readonly test: NoiseTest
  /** Bits by which what may be the cause is expected to narrow. */
  readonly information: number
  readonly minutes: number
}

export interface CauseRanking {
  /** Most probable first; their probabilities come to 1. */
  readonly causes: readonly Suspect[]
  /** The most information a minute first, less the more hazardous it is. */
  readonly next: readonly NextTest[]
  /** A sentence where the answers hardly go together under any one cause. */
  readonly doubt: string | null
}

export type Diagnosed =
  | { readonly ok: true; readonly diagnosis: CauseRanking }
  | { readonly ok: false; readonly problems: readonly { readonly path: string; readonly message: string }[] }

/** Share of a test's information that counts, by hazard: safe tests come first unless they tell much less. A choice of ours. */
const BY_HAZARD = [1, 0.7, 0.4] as const

/** Minutes that go by around every test, to fetch a lamp and walk round the car, so that a glance that tells little is not the best next one. A choice of ours. */
const AROUND_MINUTES = 3

/** Evidence below this weight is not worth a word. */
const WORTH_A_WORD = 0.1

/** An answer less likely than this under a cause is a surprise; this many surprises are a doubt. A choice of ours. */
const SURPRISING = 0.12
const SURPRISES = 2

/**
 * Weighs every cause by the answers, in the logarithm so that no outcome can rule all of them out. Tests in `skipped` are not proposed. Answers that
 * name no test or outcome, or answer one test twice in two ways, are refused with their place.
 */
export function diagnose(knowledge: Knowledge, answers: readonly Answer[], skipped: readonly string[] = []): Diagnosed {
  const problems = answers.flatMap((answer, i) => wrongAnswer(knowledge, answers, answer, i))
  if (problems.length > 0) return { ok: false, problems }
  const table = tableOf(knowledge)
  // The same answer twice says it once.
  const given = answers.filter(({ test }, i) => answers.findIndex((other) => other.test === test) === i)
  const probabilities = posterior(knowledge, table, given)
  const spoken = given.map((answer) => evidenceOf(knowledge, table, probabilities, answer))
  const causes = knowledge.causes
    .map((cause, c): Suspect => ({
      cause,
      probability: probabilities[c] ?? 0,
      evidence: spoken
        .flatMap((each) => each[c] ?? [])
        .filter(({ weight }) => Math.abs(weight) > WORTH_A_WORD)
        .toSorted((a, b) => Math.abs(b.weight) - Math.abs(a.weight)),
    }))
    .toSorted((a, b) => b.probability - a.probability)
  const answered = new Set([...given.map(({ test }) => test), ...skipped])
  const next = knowledge.tests
    .filter(({ id, ask }) => ask === 'test' && !answered.has(id))
    .map((test): NextTest => ({
      test,
      information: informationOf(table, probabilities, test),
      minutes: test.minutes,
    }))
    .toSorted((a, b) => worth(b) - worth(a))
  return { ok: true, diagnosis: { causes, next, doubt: doubtOf(knowledge, table, given, causes[0]) } }
}

function wrongAnswer(knowledge: Knowledge, answers: readonly Answer[], { test: id, outcome }: Answer, i: number) {
  const path = `$.answers[${i}]`
  const test = knowledge.tests.find((each) => each.id === id)
  if (test === undefined) return [{ path: `${path}.test`, message: `names "${id}", but there is no such test` }]
  if (!test.outcomes.some((each) => each.id === outcome)) {
    const known = test.outcomes.map((each) => each.id).join(', ')
    return [{ path: `${path}.outcome`, message: `names "${outcome}", but ${id} has ${known}` }]
  }
  const before = answers.findIndex((other, k) => k < i && other.test === id && other.outcome !== outcome)
  return before < 0 ? [] : [{ path, message: `answers ${id} differently from answers[${before}]. Which one is right?` }]
}

/** For each test, by cause: how often each outcome comes, and why. */
type Table = ReadonlyMap<string, readonly { readonly p: readonly number[]; readonly why: string | null }[]>

const tables = new WeakMap<Knowledge, Table>()

function tableOf(knowledge: Knowledge): Table {
  const before = tables.get(knowledge)
  if (before !== undefined) return before
  const { causes, tests } = knowledge
  const made: Table = new Map(
    tests.map(({ id, otherwise, rows }) => [
      id,
      causes.map((cause) => {
        const row = rows.find((each) => each.causes.includes(cause.id))
        return row === undefined ? { p: otherwise, why: null } : { p: row.p, why: row.why }
      }),
    ]),
  )
  tables.set(knowledge, made)
  return made
}

function outcomeAt(knowledge: Knowledge, { test, outcome }: Answer): number {
  return knowledge.tests.find(({ id }) => id === test)?.outcomes.findIndex(({ id }) => id === outcome) ?? -1
}

function posterior(knowledge: Knowledge, table: Table, answers: readonly Answer[]): readonly number[] {
  const logs = knowledge.causes.map(({ prior }, c) =>
    answers.reduce(
      (sum, answer) => sum + Math.log(table.get(answer.test)?.[c]?.p[outcomeAt(knowledge, answer)] ?? 1),
      Math.log(prior),
    ),
  )
  const most = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - most))
  const all = weights.reduce((sum, each) => sum + each, 0)
  return weights.map((each) => each / all)
}

/** What one answer says of every cause, against all others as probable as they are. */
function evidenceOf(
  knowledge: Knowledge,
  table: Table,
  probabilities: readonly number[],
  answer: Answer,
): readonly Evidence[] {
  const test = knowledge.tests.find(({ id }) => id === answer.test)
  const at = outcomeAt(knowledge, answer)
  const rows = table.get(answer.test) ?? []
  const all = rows.reduce((sum, { p }, k) => sum + (probabilities[k] ?? 0) * (p[at] ?? 1), 0)
  const words = `${test?.name ?? answer.test}: ${answer.detail ?? test?.outcomes[at]?.name ?? answer.outcome}`
  return rows.map(({ p, why }, c): Evidence => {
    const [mine, own] = [p[at] ?? 1, probabilities[c] ?? 0]
    const others = own < 1 ? (all - own * mine) / (1 - own) : 0
    return {
      test: answer.test,
      outcome: answer.outcome,
      words,
      why: why ?? '',
      weight: others > 0 ? Math.log(mine / others) : 0,
    }
  })
}

/** Expected narrowing, bits: what is unknown now less what would be, over the outcomes. */
function informationOf(table: Table, probabilities: readonly number[], { id, outcomes }: NoiseTest): number {
  const rows = table.get(id) ?? []
  return outcomes.reduce((sum, _, at) => {
    const joint = rows.map(({ p }, c) => (p[at] ?? 0) * (probabilities[c] ?? 0))
    const likely = joint.reduce((total, each) => total + each, 0)
    return likely <= 0 ? sum : sum - likely * entropy(joint.map((each) => each / likely))
  }, entropy(probabilities))
}

function entropy(p: readonly number[]): number {
  return -p.reduce((sum, each) => (each > 0 ? sum + each * Math.log2(each) : sum), 0)
}

function worth({ test, information, minutes }: NextTest): number {
  return ((BY_HAZARD[test.hazard ?? 0] ?? 1) * information) / (AROUND_MINUTES + minutes)
}

/** Two surprises under the best cause: two faults at once, or an answer that is off. */
function doubtOf(
  knowledge: Knowledge,
  table: Table,
  answers: readonly Answer[],
  best: Suspect | undefined,
): string | null {
  const c = knowledge.causes.findIndex(({ id }) => id === best?.cause.id)
  const surprises = answers.filter((answer) => {
    const p = table.get(answer.test)?.[c]?.p
    const at = outcomeAt(knowledge, answer)
    // An outcome that is rare whatever the cause surprises nobody.
    return p !== undefined && (p[at] ?? 1) < SURPRISING && (p[at] ?? 1) < 0.5 * maxLikely(table, answer, at)
  })
  if (surprises.length < SURPRISES || best === undefined) return null
  const names = surprises.map(({ test }) => knowledge.tests.find(({ id }) => id === test)?.name ?? test)
  return `These answers contradict each other: ${names.join('; ')}. Either there are two faults, or one answer should be checked again.`
}

function maxLikely(table: Table, { test }: Answer, at: number): number {
  return Math.max(...(table.get(test) ?? []).map(({ p }) => p[at] ?? 0))
}
