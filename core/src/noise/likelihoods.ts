/** How often each outcome of a test comes with each set of faults: docs/mechanics/noise.md. */
import { faultSets, type FaultSets } from './fault-sets.ts'
import type { NoiseTest } from './knowledge-file.ts'
import type { Knowledge } from './knowledge.ts'
import { EXPLAINS_AS_WELL, RARE_ALARM } from './nominal.ts'

/** By test, by outcome, by set of faults. */
export type Likelihoods = ReadonlyMap<string, readonly Float64Array[]>

const made = new WeakMap<Knowledge, Likelihoods>()

/** Worked out once for an edition. */
export function likelihoodsOf(knowledge: Knowledge): Likelihoods {
  const before = made.get(knowledge)
  if (before !== undefined) return before
  const places = new Map(knowledge.causes.map(({ id }, i) => [id, i]))
  const sets = faultSets(knowledge.causes.length)
  const all: Likelihoods = new Map(knowledge.tests.map((test) => [test.id, ofTest(test, places, sets)]))
  made.set(knowledge, all)
  return all
}

function ofTest(test: NoiseTest, places: ReadonlyMap<string, number>, { members }: FaultSets): readonly Float64Array[] {
  const shares = sharesOf(test, places)
  const table = test.outcomes.map(() => new Float64Array(members.length))
  for (const [i, set] of members.entries()) {
    const p = shares(set)
    for (const [k, each] of p.entries()) (table[k] as Float64Array)[i] = each
  }
  return table
}

/** How often each outcome of one test comes with a set of faults. */
export function sharesOf(
  test: NoiseTest,
  places: ReadonlyMap<string, number>,
): (set: readonly number[]) => readonly number[] {
  const rows = new Map<number, readonly number[]>()
  for (const { causes, p } of test.rows)
    for (const cause of causes) {
      const at = places.get(cause)
      if (at !== undefined) rows.set(at, p)
    }
  const { otherwise, outcomes } = test
  const nothing = nothingOf(test)
  const isSymptom = outcomes.length === 2 && (test.findings ?? []).length === 0
  const rowOf = (fault: number) => rows.get(fault) ?? otherwise
  if (isSymptom) return (set) => symptom(set.map(rowOf), otherwise, nothing)
  const findings = outcomes.map(({ id }, outcome) => ({
    outcome,
    by: (test.findings ?? [])
      .filter((each) => each.outcome === id)
      .flatMap(({ cause, miss, falseAlarm }) => {
        const fault = places.get(cause)
        return fault === undefined ? [] : [{ fault, miss, falseAlarm }]
      }),
  }))
  return (set) => {
    const base = loudest(set.map(rowOf), otherwise, nothing)
    return withFindings(base, (outcome) => {
      const by = findings[outcome]?.by ?? []
      if (by.length === 0) return null
      const present = by.filter(({ fault }) => set.includes(fault))
      if (present.length > 0) return 1 - present.reduce((product, { miss }) => product * miss, 1)
      const falseAlarm = Math.max(...by.map((each) => each.falseAlarm))
      // Another fault that often looks the same explains it as well; a rare alarm only by one that does so as a rule.
      const most = Math.max(0, ...set.map((fault) => rows.get(fault)?.[outcome] ?? 0))
      const explains = falseAlarm <= RARE_ALARM ? most >= EXPLAINS_AS_WELL : most > (otherwise[outcome] ?? 0)
      return explains ? Math.max(falseAlarm, most) : falseAlarm
    })
  }
}

/** The outcome that says that nothing was found: named, else “no”, else the most common one. */
function nothingOf({ nothing, outcomes, otherwise }: NoiseTest): number {
  const named = outcomes.findIndex(({ id }) => id === (nothing ?? 'no'))
  return named >= 0 ? named : otherwise.indexOf(Math.max(...otherwise))
}

/**
 * Noisy-or: any fault that is there brings the symptom, `P(yes) = 1 − (1 − leak)·Π(1 − s_f)`, the leak the lowest of what the faults and chance give, so
 * that one fault alone gives what its row says.
 */
function symptom(rows: readonly (readonly number[])[], otherwise: readonly number[], no: number): readonly number[] {
  const yes = 1 - no
  const chance = otherwise[yes] ?? 0
  if (rows.length === 0) return otherwise
  const leak = Math.min(chance, ...rows.map((row) => row[yes] ?? chance))
  const silent = rows.reduce((product, row) => (product * (1 - (row[yes] ?? chance))) / (1 - leak), 1 - leak)
  const p = [0, 0]
  p[yes] = 1 - silent
  p[no] = silent
  return p
}

/** The row of the fault that leaves “nothing” least likely. */
function loudest(
  rows: readonly (readonly number[])[],
  otherwise: readonly number[],
  nothing: number,
): readonly number[] {
  if (rows.length === 0) return otherwise
  return rows.reduce((least, row) => ((row[nothing] ?? 1) < (least[nothing] ?? 1) ? row : least))
}

/** Outcomes that show a fault itself come as often as that fault is there; the others share what is left in the proportion of their row. */
function withFindings(base: readonly number[], finding: (outcome: number) => number | null): readonly number[] {
  const found = base.map((_, outcome) => finding(outcome))
  const sum = found.reduce<number>((total, each) => total + (each ?? 0), 0)
  // One look tells one thing: what several faults would show together shares it.
  const scale = sum > ALL_FOUND ? ALL_FOUND / sum : 1
  const rest = base.reduce((total, each, i) => (found[i] === null ? total + each : total), 0)
  return base.map((each, i) => {
    const mine = found[i]
    if (mine !== null && mine !== undefined) return mine * scale
    return rest > 0 ? (each * (1 - sum * scale)) / rest : 0
  })
}

/** Share of a test’s outcomes that findings take at most. */
const ALL_FOUND = 0.97
