/** Editions of the first format, carried over to the present one: docs/mechanics/noise.md. */
import {
  MIN_LIKELIHOOD,
  MIN_PRIOR,
  type FirstKnowledgeFile,
  type KnowledgeFile,
  type NoiseTest,
} from './knowledge-file.ts'

type FirstTest = FirstKnowledgeFile['tests'][number]

/** What an edition got with the present format, by id. */
export interface CarriedOver {
  readonly causes: readonly string[]
  readonly tests: readonly string[]
}

/** Whether it says it is of the first format; the rest of it is not looked at. */
export function isFirstFormat(value: unknown): boolean {
  return typeof value === 'object' && value !== null && (value as { readonly version?: unknown }).version === 1
}

const ORIGIN = 'From an earlier edition of this workshop.'

/**
 * What a workshop has said stays as it is: names, how common its causes are among themselves, likelihoods. Causes, tests, outcomes and findings that came
 * with the present format are added as they ship.
 */
export function carryOver(
  first: FirstKnowledgeFile,
  nominal: KnowledgeFile,
): { readonly file: unknown; readonly added: CarriedOver } {
  const own = new Set(first.causes.map(({ id }) => id))
  const newCauses = nominal.causes.filter(({ id }) => !own.has(id))
  const newPriors = newCauses.reduce((sum, { prior }) => sum + prior, 0)
  const causes = [
    ...first.causes.map((cause) => {
      const ships = nominal.causes.find(({ id }) => id === cause.id)
      return {
        ...(ships?.needs === undefined ? {} : { needs: ships.needs }),
        ...(ships?.mends === undefined ? {} : { mends: ships.mends }),
        ...(ships?.rest === undefined ? {} : { rest: ships.rest }),
        ...cause,
        prior: Math.max(MIN_PRIOR, cause.prior * (1 - newPriors)),
        origin: ORIGIN,
      }
    }),
    ...newCauses,
  ]
  const added = new Set(newCauses.map(({ id }) => id))
  const ownTests = new Set(first.tests.map(({ id }) => id))
  const newTests = nominal.tests.filter(({ id }) => !ownTests.has(id))
  const known = new Set(causes.map(({ id }) => id))
  return {
    file: {
      ...first,
      version: 2,
      causes,
      tests: [
        ...first.tests.map((test) => {
          const ships = nominal.tests.find(({ id }) => id === test.id)
          return ships === undefined ? withOrigin(test) : withShipped(test, ships, added)
        }),
        ...newTests.map((test) => aboutKnown(test, known)),
      ],
    },
    added: { causes: newCauses.map(({ id }) => id), tests: newTests.map(({ id }) => id) },
  }
}

function withOrigin(test: FirstTest): object {
  return { ...test, rows: test.rows.map((row) => ({ ...row, origin: ORIGIN })) }
}

/** A test of its own with what came with the present format: outcomes, rows of new causes, findings, what it needs. */
function withShipped(test: FirstTest, ships: NoiseTest, newCauses: ReadonlySet<string>): object {
  const { outcomes } = test
  const newOutcomes = ships.outcomes.filter(({ id }) => !outcomes.some((each) => each.id === id))
  const order = [...outcomes, ...newOutcomes].map(({ id }) => id)
  const shipped = (p: readonly number[], id: string) => p[ships.outcomes.findIndex((each) => each.id === id)] ?? 0
  // What is new in a row takes its shipped share; the rest keeps its own among itself.
  const widened = (p: readonly number[], like: readonly number[]) => {
    const more = newOutcomes.map(({ id }) => shipped(like, id))
    const share = 1 - more.reduce((sum, each) => sum + each, 0)
    return withinLimits([...p.map((each) => each * share), ...more])
  }
  const shippedRow = (cause: string) => ships.rows.find(({ causes }) => causes.includes(cause))?.p ?? ships.otherwise
  const rows = test.rows.map((row) => ({
    ...row,
    p: widened(row.p, shippedRow(row.causes[0] ?? '')),
    origin: ORIGIN,
  }))
  const newRows = ships.rows.flatMap((row) => {
    const causes = row.causes.filter((cause) => newCauses.has(cause))
    return causes.length === 0 ? [] : [{ ...row, causes, p: withinLimits(order.map((id) => shipped(row.p, id))) }]
  })
  const { nothing, needs, look, heard, looksAt, condition, after, findings } = ships
  return {
    ...withoutUndefined({ nothing, needs, look, heard, looksAt, condition, after, findings }),
    ...test,
    outcomes: [...outcomes, ...newOutcomes],
    otherwise: widened(test.otherwise, ships.otherwise),
    rows: [...rows, ...newRows],
  }
}

/** A shipped test, about the causes that an edition has. */
function aboutKnown(test: NoiseTest, known: ReadonlySet<string | undefined>): NoiseTest {
  return {
    ...test,
    rows: test.rows.flatMap((row) => {
      const causes = row.causes.filter((cause) => known.has(cause))
      return causes.length === 0 ? [] : [{ ...row, causes }]
    }),
    ...(test.findings === undefined ? {} : { findings: test.findings.filter(({ cause }) => known.has(cause)) }),
  }
}

/** Likelihoods of a row brought up to the least there is; what that takes comes off the largest. */
function withinLimits(p: readonly number[]): readonly number[] {
  const raised = p.map((each) => Math.max(MIN_LIKELIHOOD, each))
  const excess = raised.reduce((sum, each) => sum + each, 0) - p.reduce((sum, each) => sum + each, 0)
  const largest = raised.indexOf(Math.max(...raised))
  return raised.map((each, i) => (i === largest ? each - excess : each))
}

function withoutUndefined(of: Readonly<Record<string, unknown>>): object {
  return Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined))
}
