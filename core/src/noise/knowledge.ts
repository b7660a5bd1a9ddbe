/** Knowledge of noises that holds together, and what ships with Emery. docs/mechanics/noise.md. */
import type { DocumentProblem } from '../drive/document-problem.ts'
import { problemsOf } from '../schema/problems.ts'
import {
  BELT_KINDS,
  firstKnowledgeSchema,
  knowledgeSchema,
  type FirstKnowledgeFile,
  type KnowledgeFile,
  type NoiseTest,
} from './knowledge-file.ts'
import { carryOver, isFirstFormat, type CarriedOver } from './knowledge-v1.ts'
import nominal from './knowledge.json' with { type: 'json' }

declare const checked: unique symbol

/** Knowledge that `readKnowledge` has accepted: every likelihood within its limits, every row together 1, every name known. */
export type Knowledge = KnowledgeFile & { readonly [checked]: true }

export type KnowledgeRead =
  | {
      readonly ok: true
      readonly knowledge: Knowledge
      /** What came with the present format, where an edition of an older one was carried over; null otherwise. */
      readonly carriedOver: CarriedOver | null
    }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** How far a row may be from 1 through rounding. */
const ROUNDING = 0.005

/** Checks what is said to be knowledge; problems name their place as a JSON path. An edition of the first format is carried over to the present one. */
export function readKnowledge(value: unknown): KnowledgeRead {
  if (isFirstFormat(value)) {
    const wrong = problemsOf(firstKnowledgeSchema, value)
    if (wrong.length > 0) return { ok: false, problems: wrong }
    const carried = carryOver(value as FirstKnowledgeFile, nominal as KnowledgeFile)
    const read = readKnowledge(carried.file)
    return read.ok ? { ...read, carriedOver: carried.added } : read
  }
  const shape = problemsOf(knowledgeSchema, value)
  if (shape.length > 0) return { ok: false, problems: shape }
  const file = value as KnowledgeFile
  const problems = [...repeated(file), ...unevenRows(file), ...loose(file)]
  return problems.length > 0 ? { ok: false, problems } : { ok: true, knowledge: file as Knowledge, carriedOver: null }
}

/** What is named and is not there, causes that nothing can show, and tests that wait for each other. */
function loose({ causes, tests }: KnowledgeFile): DocumentProblem[] {
  const shown = new Set(
    tests.flatMap(({ rows, findings = [] }) => [
      ...rows.flatMap((row) => row.causes),
      ...findings.map(({ cause }) => cause),
    ]),
  )
  const known = new Set(causes.map(({ id }) => id))
  const testAt = new Map(tests.map((test) => [test.id, test]))
  return [
    ...causes.flatMap(({ id, name }, i) =>
      shown.has(id) ? [] : [{ path: `$.causes[${i}]`, message: `“${name}” has no test that could show it` }],
    ),
    ...tests.flatMap(({ id, outcomes, nothing, findings = [], after = [], otherWords = {} }, i): DocumentProblem[] => {
      const path = `$.tests[${i}]`
      const has = (outcome: string) => outcomes.some((each) => each.id === outcome)
      return [
        ...(nothing === undefined || has(nothing)
          ? []
          : [{ path: `${path}.nothing`, message: `names "${nothing}", but there is no such outcome` }]),
        ...BELT_KINDS.flatMap((belts) =>
          (otherWords[belts]?.outcomes ?? []).flatMap(({ id: outcome }, k) =>
            has(outcome)
              ? []
              : [
                  {
                    path: `${path}.otherWords.${belts}.outcomes[${k}]`,
                    message: `names "${outcome}", but there is no such outcome`,
                  },
                ],
          ),
        ),
        ...findings.flatMap(({ outcome, cause }, k) => [
          ...(has(outcome)
            ? []
            : [
                { path: `${path}.findings[${k}].outcome`, message: `names "${outcome}", but there is no such outcome` },
              ]),
          ...(known.has(cause)
            ? []
            : [{ path: `${path}.findings[${k}].cause`, message: `names "${cause}", but there is no such cause` }]),
        ]),
        ...after.flatMap((before, k) =>
          testAt.has(before)
            ? []
            : [{ path: `${path}.after[${k}]`, message: `names "${before}", but there is no such test` }],
        ),
        ...(waitsForItself(id, testAt)
          ? [{ path: `${path}.after`, message: `makes ${id} wait for itself, by way of ${after.join(', ')}` }]
          : []),
      ]
    }),
  ]
}

function waitsForItself(id: string, tests: ReadonlyMap<string, NoiseTest>): boolean {
  const seen = new Set<string>()
  const waiting = [...(tests.get(id)?.after ?? [])]
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (next === id) return true
    if (seen.has(next)) continue
    seen.add(next)
    waiting.push(...(tests.get(next)?.after ?? []))
  }
  return false
}

function repeated({ causes, tests }: KnowledgeFile): DocumentProblem[] {
  const known = new Set(causes.map(({ id }) => id))
  const twice = (items: readonly { readonly id: string }[], path: string) =>
    repeats(items, ({ id }) => id).map(([i, { id }]) => ({ path: `${path}[${i}].id`, message: `repeats "${id}"` }))
  return [
    ...twice(causes, '$.causes'),
    ...twice(tests, '$.tests'),
    ...tests.flatMap(({ outcomes, rows }, i) => {
      const named = rows.flatMap((row, k) => row.causes.map((cause) => ({ cause, path: `$.tests[${i}].rows[${k}]` })))
      return [
        ...twice(outcomes, `$.tests[${i}].outcomes`),
        ...named.flatMap(({ cause, path }) =>
          known.has(cause) ? [] : [{ path: `${path}.causes`, message: `names "${cause}", but there is no such cause` }],
        ),
        ...repeats(named, ({ cause }) => cause).flatMap(([, { cause, path }]) =>
          known.has(cause) ? [{ path: `${path}.causes`, message: `names "${cause}" a second time in this test` }] : [],
        ),
      ]
    }),
  ]
}

/** Items, with their places, whose key stood before them. */
function repeats<Item>(items: readonly Item[], keyOf: (item: Item) => string): readonly (readonly [number, Item])[] {
  const seen = new Set<string>()
  return [...items.entries()].filter(([, item]) => {
    const key = keyOf(item)
    if (seen.has(key)) return true
    seen.add(key)
    return false
  })
}

function unevenRows({ causes, tests }: KnowledgeFile): DocumentProblem[] {
  const sum = (of: readonly number[]) => of.reduce((total, each) => total + each, 0)
  const uneven = (p: readonly number[], outcomes: number, path: string): DocumentProblem[] =>
    p.length !== outcomes
      ? [{ path, message: `must have one entry for each of the ${outcomes} outcomes` }]
      : Math.abs(sum(p) - 1) > ROUNDING
        ? [{ path, message: `must come to 1 together, and comes to ${sum(p).toFixed(3)}` }]
        : []
  const priors = sum(causes.map(({ prior }) => prior))
  return [
    ...(Math.abs(priors - 1) > ROUNDING
      ? [
          {
            path: '$.causes',
            message: `must have priors that come to 1 together, and they come to ${priors.toFixed(3)}`,
          },
        ]
      : []),
    ...tests.flatMap(({ outcomes, otherwise, rows }, i) => [
      ...uneven(otherwise, outcomes.length, `$.tests[${i}].otherwise`),
      ...rows.flatMap(({ p }, k) => uneven(p, outcomes.length, `$.tests[${i}].rows[${k}].p`)),
    ]),
  ]
}

/** What ships with Emery. */
export const NOMINAL_KNOWLEDGE: Knowledge = (() => {
  const read = readKnowledge(nominal)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join(' '))
  return read.knowledge
})()
