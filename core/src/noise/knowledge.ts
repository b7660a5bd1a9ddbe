/** What is known of noises: causes, tests and how often a cause gives each outcome. docs/mechanics/noise.md. */
import type { InferType } from 'yup'
import { problemsOf } from '../schema/problems.ts'
import type { DocumentProblem } from '../drive/document-problem.ts'
import { choice, constant, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'
import nominal from './knowledge.json' with { type: 'json' }

/** What a question is about: what is heard, when, since when, with what else, what the drive itself says, a recording, or a test to do. */
export const ASKS = ['heard', 'when', 'since', 'sign', 'drive', 'sound', 'test'] as const
export type Ask = (typeof ASKS)[number]

/** Likelihoods stay this far from never and always: no outcome may make a cause impossible. */
const MIN_LIKELIHOOD = 0.005

const sentence = (description: string) => text(description, 400).required('must not be empty')
const likelihoods = list(
  quantity('', 'How often.', { min: MIN_LIKELIHOOD, max: 1 - MIN_LIKELIHOOD }),
  'How often each outcome comes, in the order of the outcomes; together 1.',
  { min: 2, max: 12 },
)

const causeSchema = record({
  id: identifier('The name rows refer to.'),
  name: sentence('What a mechanic calls it.'),
  prior: quantity('', 'How often it is that, before anything is asked; together 1.', { min: 0.0005, max: 0.9 }),
  part: sentence('The part it is found on.'),
  what: sentence('What happens.'),
  actions: list(sentence('One thing to do.'), 'What mends it.', { min: 1, max: 8 }),
  goesWith: list(sentence('One part.'), 'What usually goes with it.', { max: 8 }),
  prove: sentence('Proof of repair.'),
})

const testSchema = record({
  id: identifier('The name answers refer to.'),
  ask: choice(ASKS, 'What it is about.'),
  name: sentence('Question or test.'),
  minutes: quantity('min', 'What it takes; 0 for what is only asked.', { min: 0, max: 240 }),
  engine: choice(['off', 'running', 'any'], 'What the engine does meanwhile.').optional(),
  hazard: quantity('', '0 harmless, 1 beside a running engine, 2 near to what turns.', {
    min: 0,
    max: 2,
    integer: true,
  }).optional(),
  how: list(sentence('One step.'), 'How it is done.', { max: 8 }).optional(),
  cautions: list(sentence('One caution.'), 'What can hurt.', { max: 8 }).optional(),
  limitSeconds: quantity('s', 'No longer than this.', { min: 1, max: 600 }).optional(),
  outcomes: list(
    record({
      id: identifier('The name answers refer to.'),
      name: sentence('What it looks or sounds like.'),
      means: text('What it points to.', 200),
    }),
    'What may come of it.',
    { min: 2, max: 12 },
  ),
  otherwise: likelihoods,
  rows: list(
    record({
      causes: list(identifier('A cause.'), 'The causes it is about.', { min: 1, max: 40 }),
      p: likelihoods,
      why: sentence('The reason.'),
    }),
    'How often some causes give each outcome.',
    { max: 40 },
  ),
})

const knowledgeSchema = record({
  format: constant('emery-knowledge', 'must be "emery-knowledge"', 'What this file is.'),
  version: constant(1, 'must be 1', 'Version of the format.'),
  edition: sentence('Which edition of the knowledge.'),
  note: text('What its figures rest on.', 1000),
  causes: list(causeSchema, 'Possible causes.', { min: 2, max: 60 }),
  tests: list(testSchema, 'What is asked or done.', { min: 1, max: 120 }),
})

/** Knowledge as it is written; not yet known to hold together. */
export type KnowledgeFile = Readonly<InferType<typeof knowledgeSchema>>
export type Cause = KnowledgeFile['causes'][number]
export type NoiseTest = KnowledgeFile['tests'][number]

declare const checked: unique symbol

/** Knowledge that `readKnowledge` has accepted: every likelihood within its limits, every row together 1, every name known. */
export type Knowledge = KnowledgeFile & { readonly [checked]: true }

export type KnowledgeRead =
  | { readonly ok: true; readonly knowledge: Knowledge }
  | { readonly ok: false; readonly problems: readonly DocumentProblem[] }

/** How far a row may be from 1 through rounding. */
const ROUNDING = 0.005

/** Checks what is said to be knowledge; problems name their place as a JSON path. */
export function readKnowledge(value: unknown): KnowledgeRead {
  const shape = problemsOf(knowledgeSchema, value)
  if (shape.length > 0) return { ok: false, problems: shape }
  const file = value as KnowledgeFile
  const problems = [...repeated(file), ...unevenRows(file)]
  return problems.length > 0 ? { ok: false, problems } : { ok: true, knowledge: file as Knowledge }
}

function repeated({ causes, tests }: KnowledgeFile): DocumentProblem[] {
  const known = new Set(causes.map(({ id }) => id))
  const twice = (items: readonly { readonly id: string }[], path: string) =>
    items.flatMap(({ id }, i) =>
      items.findIndex((other) => other.id === id) < i ? [{ path: `${path}[${i}].id`, message: `repeats "${id}"` }] : [],
    )
  return [
    ...twice(causes, '$.causes'),
    ...twice(tests, '$.tests'),
    ...tests.flatMap(({ outcomes, rows }, i) => {
      const named = rows.flatMap((row, k) => row.causes.map((cause) => ({ cause, path: `$.tests[${i}].rows[${k}]` })))
      return [
        ...twice(outcomes, `$.tests[${i}].outcomes`),
        ...named.flatMap(({ cause, path }, at) =>
          !known.has(cause)
            ? [{ path: `${path}.causes`, message: `names "${cause}", but there is no such cause` }]
            : named.findIndex((other) => other.cause === cause) < at
              ? [{ path: `${path}.causes`, message: `names "${cause}" a second time in this test` }]
              : [],
        ),
      ]
    }),
  ]
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
