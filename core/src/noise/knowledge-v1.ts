/** Editions of the first format, carried over to the present one: docs/mechanics/noise.md. */
import type { Cause, KnowledgeFile, NoiseTest } from './knowledge-file.ts'

/** What an edition got with the present format, by id. */
export interface CarriedOver {
  readonly causes: readonly string[]
  readonly tests: readonly string[]
}

/** The first format, as far as it matters here: the rest of it is checked once it has been carried over. */
interface FirstFormat {
  readonly version: 1
  readonly causes: readonly Partial<Cause>[]
  readonly tests: readonly Partial<NoiseTest>[]
}

export function isFirstFormat(value: unknown): value is FirstFormat {
  if (typeof value !== 'object' || value === null) return false
  const { version, causes, tests } = value as Readonly<Record<string, unknown>>
  const isList = (list: unknown): list is readonly object[] =>
    Array.isArray(list) && list.every((each) => typeof each === 'object' && each !== null)
  return version === 1 && isList(causes) && isList(tests)
}

const ORIGIN = 'From an earlier edition of this workshop.'

/**
 * What a workshop has said stays as it is: names, how common its causes are among themselves, likelihoods. Causes, tests, outcomes and findings that came
 * with the present format are added as they ship.
 */
export function carryOver(
  first: FirstFormat,
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
        ...(ships?.rest === undefined ? {} : { rest: ships.rest }),
        ...cause,
        prior: typeof cause.prior === 'number' ? cause.prior * (1 - newPriors) : cause.prior,
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

function withOrigin(test: Partial<NoiseTest>): object {
  return { ...test, rows: test.rows?.map((row) => ({ ...row, origin: ORIGIN })) }
}

/** A test of its own with what came with the present format: outcomes, rows of new causes, findings, what it needs. */
function withShipped(test: Partial<NoiseTest>, ships: NoiseTest, newCauses: ReadonlySet<string>): object {
  const outcomes = test.outcomes ?? []
  const newOutcomes = ships.outcomes.filter(({ id }) => !outcomes.some((each) => each.id === id))
  const order = [...outcomes, ...newOutcomes].map(({ id }) => id)
  const shipped = (p: readonly number[], id: string) => p[ships.outcomes.findIndex((each) => each.id === id)] ?? 0
  // What is new in a row takes its shipped share; the rest keeps its own among itself.
  const widened = (p: readonly number[] | undefined, like: readonly number[]) => {
    const more = newOutcomes.map(({ id }) => shipped(like, id))
    const share = 1 - more.reduce((sum, each) => sum + each, 0)
    return [...(p ?? []).map((each) => each * share), ...more]
  }
  const shippedRow = (cause: string) => ships.rows.find(({ causes }) => causes.includes(cause))?.p ?? ships.otherwise
  const rows = (test.rows ?? []).map((row) => ({
    ...row,
    p: widened(row.p, shippedRow(row.causes[0] ?? '')),
    origin: ORIGIN,
  }))
  const newRows = ships.rows.flatMap((row) => {
    const causes = row.causes.filter((cause) => newCauses.has(cause))
    return causes.length === 0 ? [] : [{ ...row, causes, p: order.map((id) => shipped(row.p, id)) }]
  })
  const { nothing, needs, look, heard, looksAt, after, findings } = ships
  return {
    ...withoutUndefined({ nothing, needs, look, heard, looksAt, after, findings }),
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

function withoutUndefined(of: Readonly<Record<string, unknown>>): object {
  return Object.fromEntries(Object.entries(of).filter(([, value]) => value !== undefined))
}
