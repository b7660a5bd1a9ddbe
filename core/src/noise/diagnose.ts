/** What a noise may come from, and what to try next: exact sums over sets of faults. docs/mechanics/noise.md. */
import type { HasParts } from './drive-parts.ts'
import { faultSets, type FaultSets } from './fault-sets.ts'
import { LOOKS_AT, type Ask, type Cause, type Finding, type NoiseTest } from './knowledge-file.ts'
import type { Knowledge } from './knowledge.ts'
import { likelihoodsOf, type Likelihoods } from './likelihoods.ts'
import { FAULTS_AT_ONCE, FOUND, FOUND_SURELY, HAS_PART, NOT_DRAWN, NOTHING_WRONG, RARE_ALARM } from './nominal.ts'

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
  /** Natural logarithm of how much more often the outcome comes with this cause than without it: above 0 it speaks for it. */
  readonly weight: number
}

export interface Suspect {
  readonly cause: Cause
  /** That it is there, alone or with others. */
  readonly probability: number
  /** Share of what is heard that would go if it alone were taken away. */
  readonly explains: number
  /** Whether a test or an inspection showed it itself. */
  readonly found: boolean
  /** Those that speak most clearly first. */
  readonly evidence: readonly Evidence[]
}

export interface NextTest {
  readonly test: NoiseTest
  /** Bits by which what may be there is expected to narrow. */
  readonly information: number
  readonly minutes: number
}

export interface CauseRanking {
  /** What was found first; then by probability times what it explains. Several may be there at once. */
  readonly causes: readonly Suspect[]
  /** The most information a minute first, less the more hazardous it is. */
  readonly next: readonly NextTest[]
  /** A sentence where the answers hardly go together under any faults. */
  readonly doubt: string | null
}

export type Diagnosed =
  | { readonly ok: true; readonly diagnosis: CauseRanking }
  | { readonly ok: false; readonly problems: readonly { readonly path: string; readonly message: string }[] }

export interface DiagnoseOptions {
  /** Tests that are not proposed. */
  readonly skipped?: readonly string[]
  /** What the drive has; what is left out nobody knows. */
  readonly has?: HasParts
}

/** Share of a test's information that counts, by hazard: safe tests come first unless they tell much less. A choice of ours. */
const BY_HAZARD = [1, 0.7, 0.4] as const

/** Minutes that go by around every test, to fetch a lamp and walk round the car, so that a glance that tells little is not the best next one. A choice of ours. */
const AROUND_MINUTES = 3

/** Evidence below this weight is not worth a word. */
const WORTH_A_WORD = 0.1

/** An answer less likely than this under the likeliest faults is a surprise; this many surprises are a doubt. A choice of ours. */
const SURPRISING = 0.12
const SURPRISES = 2

/** Sets of faults less probable than this are left out when information is weighed. */
const NEGLIGIBLE = 1e-7

/**
 * Weighs every set of up to three faults, two of more than thirty, by the answers. A finding whose false alarm is rare is not outvoted by symptoms. Answers that name no test or
 * outcome, or answer one test twice in two ways, are refused with their place.
 */
export function diagnose(
  knowledge: Knowledge,
  answers: readonly Answer[],
  { skipped = [], has = {} }: DiagnoseOptions = {},
): Diagnosed {
  const problems = answers.flatMap((answer, i) => wrongAnswer(knowledge, answers, answer, i))
  if (problems.length > 0) return { ok: false, problems }
  // The same answer twice says it once.
  const given = answers.filter(({ test }, i) => answers.findIndex((other) => other.test === test) === i)
  const search = new Search(knowledge, given, has)
  const answered = new Set([...given.map(({ test }) => test), ...skipped])
  const can = ({ needs = [] }: Pick<NoiseTest, 'needs'>) => needs.every((need) => has[need] !== false)
  const next = knowledge.tests
    .filter((test) => test.ask === 'test' && !answered.has(test.id) && can(test))
    .filter(({ after = [] }) => after.every((before) => answered.has(before)))
    .map((test): NextTest => ({ test, information: search.information(test), minutes: test.minutes }))
    .toSorted((a, b) => worth(b, has) - worth(a, has))
  return { ok: true, diagnosis: { causes: search.suspects(), next, doubt: search.doubt() } }
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

function worth({ test, information, minutes }: NextTest, has: HasParts): number {
  // What nobody knows to be there is asked for as often as it is there.
  const there = (test.needs ?? []).reduce((share, need) => share * (has[need] === true ? 1 : HAS_PART[need]), 1)
  return ((BY_HAZARD[test.hazard ?? 0] ?? 1) * information * there) / (AROUND_MINUTES + minutes)
}

/** An answer with what it stands for in the tables. */
interface Told extends Answer {
  readonly of: NoiseTest
  readonly at: number
  /** How often it comes with each set of faults. */
  readonly p: Float64Array
  readonly findings: readonly Finding[]
}

interface WithoutAnswer {
  readonly sum: number
}

/** What a search knows of noises once its answers are in. */
class Search {
  private readonly sets: FaultSets
  private readonly tables: Likelihoods
  private readonly told: readonly Told[]
  private readonly weights: Float64Array
  private readonly marginals: readonly number[]
  /** The sets that may well be: those too improbable could not change the order of tests. */
  private readonly possible: Int32Array

  constructor(
    private readonly knowledge: Knowledge,
    answers: readonly Answer[],
    has: HasParts,
  ) {
    this.sets = faultSets(knowledge.causes.length)
    this.tables = likelihoodsOf(knowledge)
    this.told = answers.flatMap((answer): Told[] => {
      const of = knowledge.tests.find(({ id }) => id === answer.test)
      const at = of?.outcomes.findIndex(({ id }) => id === answer.outcome) ?? -1
      const p = this.tables.get(answer.test)?.[at]
      if (of === undefined || p === undefined) return []
      return [
        { ...answer, of, at, p, findings: (of.findings ?? []).filter(({ outcome }) => outcome === answer.outcome) },
      ]
    })
    this.weights = this.weighed(has)
    this.believeRareFindings()
    this.possible = Int32Array.from(this.weights.keys()).filter((i) => (this.weights[i] ?? 0) > NEGLIGIBLE)
    this.marginals = knowledge.causes.map((_, fault) => this.there(fault))
  }

  /** Causes, what was found first. */
  suspects(): readonly Suspect[] {
    const told = this.told.map((each) => ({ each, without: this.withoutAnswer(each) }))
    const all = this.knowledge.causes.map((cause, fault): Suspect => {
      const probability = this.marginals[fault] ?? 0
      const isShown = this.told.some(({ findings }) => findings.some((each) => each.cause === cause.id))
      return {
        cause,
        probability,
        explains: this.explains(fault),
        found: isShown && probability >= FOUND,
        evidence: told
          .map(({ each, without }) => this.evidence(each, fault, without))
          .filter(({ weight }) => Math.abs(weight) > WORTH_A_WORD)
          .toSorted((a, b) => Math.abs(b.weight) - Math.abs(a.weight)),
      }
    })
    // Where nothing was heard yet, what is there has nothing to explain.
    const isHeard = this.told.some(({ of }) => isSymptom(of))
    const rank = ({ probability, explains }: Suspect) => probability * (isHeard ? explains : 1)
    const ordered = all.toSorted((a, b) => Number(b.found) - Number(a.found) || rank(b) - rank(a))
    return this.wasLookedAt() ? ordered : withoutALead(ordered)
  }

  /** Bits that a test is expected to tell of which faults are there. */
  information({ id }: NoiseTest): number {
    const { weights, possible } = this
    let bits = 0
    for (const p of this.tables.get(id) ?? []) {
      let likely = 0
      for (const i of possible) likely += (weights[i] ?? 0) * (p[i] ?? 0)
      if (likely <= 0) continue
      for (const i of possible) {
        const each = p[i] ?? 0
        if (each > 0) bits += (weights[i] ?? 0) * each * Math.log2(each / likely)
      }
    }
    return bits
  }

  /** Answers that hardly go together under the likeliest faults. */
  doubt(): string | null {
    const best = this.weights.indexOf(Math.max(...this.weights))
    const surprises = this.told.filter(({ of, at, p }) => {
      const most = Math.max(...(this.tables.get(of.id)?.[at] ?? []))
      const each = p[best] ?? 1
      // An outcome that is rare whatever the fault surprises nobody.
      return each < SURPRISING && each < 0.5 * most
    })
    if (surprises.length < SURPRISES) return null
    const names = surprises.map(({ of }) => of.name).join('; ')
    return `These answers contradict each other: ${names}. Either there are more faults than ${this.sets.atOnce}, or one answer should be checked again.`
  }

  /** The probability of every set, in the logarithm so that no outcome can rule all of them out. */
  private weighed(has: HasParts): Float64Array {
    const odds = this.knowledge.causes.map(({ prior, needs = [] }) => {
      const there = Math.min(0.9, FAULTS_AT_ONCE * prior)
      return (there / (1 - there)) * (needs.some((need) => has[need] === false) ? NOT_DRAWN : 1)
    })
    const logs = Float64Array.from(this.sets.members, (set, i) => {
      const prior = set.reduce((sum, fault) => sum + Math.log(odds[fault] ?? 1), 0)
      return this.told.reduce(
        (sum, { p }) => sum + Math.log(p[i] ?? 1),
        set.length === 0 ? Math.log(NOTHING_WRONG) : prior,
      )
    })
    const most = logs.reduce((max, each) => Math.max(max, each), -Infinity)
    const weights = logs.map((log) => Math.exp(log - most))
    const sum = weights.reduce((total, each) => total + each, 0)
    return weights.map((each) => each / sum)
  }

  /** What was seen or felt and is hardly ever a false alarm is believed: the sets without it share what is left. */
  private believeRareFindings(): void {
    const places = new Map(this.knowledge.causes.map(({ id }, fault) => [id, fault]))
    const rare = this.told.flatMap(({ findings }) =>
      findings.filter(({ falseAlarm }) => falseAlarm <= RARE_ALARM).flatMap(({ cause }) => places.get(cause) ?? []),
    )
    // Believing one may take from another that was believed before it: once more round, none is left below.
    for (const fault of [...rare, ...rare]) {
      const now = this.there(fault)
      if (now >= FOUND_SURELY || now <= 0) continue
      const by = (FOUND_SURELY * (1 - now)) / (now * (1 - FOUND_SURELY))
      for (const i of this.sets.holding[fault] ?? []) this.weights[i] = (this.weights[i] ?? 0) * by
      const sum = this.weights.reduce((total, each) => total + each, 0)
      for (const i of this.weights.keys()) this.weights[i] = (this.weights[i] ?? 0) / sum
    }
  }

  private there(fault: number): number {
    let sum = 0
    for (const i of this.sets.holding[fault] ?? []) sum += this.weights[i] ?? 0
    return sum
  }

  /** How much less likely what is heard becomes where this fault alone is taken away, on average over what may be there with it. */
  private explains(fault: number): number {
    const heard = this.told.filter(({ of }) => isSymptom(of))
    const [holding, without] = [this.sets.holding[fault] ?? [], this.sets.without[fault]]
    let [sum, all] = [0, 0]
    for (const [k, i] of holding.entries()) {
      const weight = this.weights[i] ?? 0
      if (weight <= NEGLIGIBLE) continue
      const rest = without?.[k] ?? 0
      const share = heard.reduce((product, { p }) => (product * (p[rest] ?? 1)) / (p[i] ?? 1), 1)
      sum += weight * Math.max(0, 1 - share)
      all += weight
    }
    return all > 0 ? sum / all : 0
  }

  /** What one answer says of one cause, all that was answered besides taken as it is. */
  private evidence({ of, at, p, findings, test, outcome, detail }: Told, fault: number, all: WithoutAnswer): Evidence {
    // As probable as it would be without this answer, with the cause and without it.
    let [mine, there] = [0, 0]
    for (const i of this.sets.holding[fault] ?? []) {
      const weight = this.weights[i] ?? 0
      if (weight > 0) {
        mine += weight / (p[i] ?? 1)
        there += weight
      }
    }
    const cause = this.knowledge.causes[fault]?.id ?? ''
    const row = of.rows.find(({ causes }) => causes.includes(cause))
    const finding = findings.find((each) => each.cause === cause)
    const [comes, comesNot] = [there / mine, (1 - there) / (all.sum - mine)]
    return {
      test,
      outcome,
      words: `${of.name}: ${detail ?? of.outcomes[at]?.name ?? outcome}`,
      why: finding?.why ?? row?.why ?? '',
      weight: comes > 0 && comesNot > 0 && Number.isFinite(comes / comesNot) ? Math.log(comes / comesNot) : 0,
    }
  }

  /** How probable everything would be without one answer, not yet brought to 1. */
  private withoutAnswer({ p }: Told): WithoutAnswer {
    let sum = 0
    for (let i = 0; i < this.weights.length; i++) {
      const weight = this.weights[i] ?? 0
      if (weight > 0) sum += weight / (p[i] ?? 1)
    }
    return { sum }
  }

  /** Whether tensioner, alignment and fit were looked at: until then “nothing is wrong” cannot lead. */
  private wasLookedAt(): boolean {
    return LOOKS_AT.every((what) => this.told.some(({ of }) => of.looksAt === what))
  }
}

/** “Nothing wrong” after the first cause that is something. */
function withoutALead(ordered: readonly Suspect[]): readonly Suspect[] {
  const first = ordered.findIndex(({ cause }) => cause.rest !== true)
  const lead = ordered[first]
  if (first <= 0 || lead === undefined) return ordered
  return [lead, ...ordered.filter((each) => each !== lead)]
}

/** What is heard, and what changes it; as against what is seen, measured or on record. */
function isSymptom({ ask, heard }: NoiseTest): boolean {
  return heard === true || HEARD.has(ask)
}

/** What is asked of what is heard. */
const HEARD: ReadonlySet<Ask> = new Set(['heard', 'where', 'when', 'sound'])
