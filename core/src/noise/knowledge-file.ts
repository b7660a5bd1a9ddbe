/** What a file of knowledge of noises holds: causes, tests and how often a cause gives each outcome. docs/mechanics/noise.md. */
import type { InferType } from 'yup'
import { CONDITIONS, WORK_KINDS } from '../belt-change/work-kinds.ts'
import { choice, constant, flag, identifier, list, quantity, record, text } from '../schema/schema-kit.ts'

/** What a question is about: what is heard, where, when, since when, with what else, what the drive itself says, a recording, or a test to do. */
export const ASKS = ['heard', 'where', 'when', 'since', 'sign', 'drive', 'sound', 'test'] as const
export type Ask = (typeof ASKS)[number]

/**
 * What a drive must have for a test to be done on it, or for a cause to be possible: a tensioner that moves by itself, a belt that is set by hand, a belt
 * narrow enough to be twisted, V grooves, teeth, an alternator driven by ribs, belts side by side.
 */
export const NEEDS = ['arm', 'byHand', 'narrow', 'vee', 'teeth', 'clutch', 'pair'] as const
export type Need = (typeof NEEDS)[number]

/** What has to be looked at before nothing is wrong: what holds the belt, its line, its fit. */
export const LOOKS_AT = ['tension', 'line', 'fit'] as const

/** What the work that mends a cause is done to. */
export const MENDED = ['belt', 'tensioner', 'pulley', 'damper', 'bracket', 'line'] as const

/** Likelihoods stay this far from never and always: no outcome may make a cause impossible. */
export const MIN_LIKELIHOOD = 0.005

/** No cause is rarer than this before anything is asked. */
export const MIN_PRIOR = 0.0005

const sentence = (description: string) => text(description, 400).required('must not be empty')
const likelihoods = list(
  quantity('', 'How often.', { min: MIN_LIKELIHOOD, max: 1 - MIN_LIKELIHOOD }),
  'How often each outcome comes, in the order of the outcomes; together 1.',
  { min: 2, max: 12 },
)

/** What both formats have of a cause. */
const causeFields = {
  id: identifier('The name rows refer to.'),
  name: sentence('What a mechanic calls it.'),
  prior: quantity('', 'How often it is that, before anything is asked; together 1.', { min: MIN_PRIOR, max: 0.9 }),
  part: sentence('The part it is found on.'),
  what: sentence('What happens.'),
  actions: list(sentence('One thing to do.'), 'What mends it.', { min: 1, max: 8 }),
  goesWith: list(sentence('One part.'), 'What usually goes with it.', { max: 8 }),
  prove: sentence('Proof of repair.'),
}

/** Belts that are spoken of in other words than ribbed ones: with V grooves, or with teeth. */
export const BELT_KINDS = ['vee', 'teeth'] as const
export type BeltKind = (typeof BELT_KINDS)[number]

const causeWords = record({
  name: causeFields.name.optional(),
  what: causeFields.what.optional(),
  actions: causeFields.actions.optional(),
  goesWith: causeFields.goesWith.optional(),
  prove: causeFields.prove.optional(),
}).optional()

const causeSchema = record({
  ...causeFields,
  /** What is said instead where every belt has V grooves, or every belt teeth. */
  otherWords: record({ vee: causeWords, teeth: causeWords }).optional(),
  needs: list(choice(NEEDS, 'What the drive must have.'), 'Without these it cannot be.', { max: 7 }).optional(),
  mends: list(
    record({
      does: choice(WORK_KINDS, 'What is done.'),
      on: choice(MENDED, 'What it is done to.'),
    }),
    'The work of a job that mends it.',
    { max: 4 },
  ).optional(),
  rest: flag('Nothing that is wrong: it leads only once the rest was looked at.').optional(),
  origin: sentence('Where its figures come from.'),
})

const outcomes = list(
  record({
    id: identifier('The name answers refer to.'),
    name: sentence('What it looks or sounds like.'),
    means: text('What it points to.', 200),
  }),
  'What may come of it.',
  { min: 2, max: 12 },
)

/** What both formats have of a test, but for its rows. */
const testFields = {
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
  outcomes,
  otherwise: likelihoods,
}

/** What both formats have of a row. */
const rowFields = {
  causes: list(identifier('A cause.'), 'The causes it is about.', { min: 1, max: 40 }),
  p: likelihoods,
  why: sentence('The reason.'),
}

const MAX_ROWS = 40

const testWords = record({
  name: testFields.name.optional(),
  how: testFields.how,
  outcomes: outcomes.min(0).optional(),
}).optional()

const testSchema = record({
  ...testFields,
  /** As for a cause; outcomes by their id. */
  otherWords: record({ vee: testWords, teeth: testWords }).optional(),
  condition: choice(CONDITIONS, 'The condition in which the noise comes, where the answer is yes.').optional(),
  heard: flag('Its outcome is heard, so that a cause has something to explain.').optional(),
  looksAt: choice(LOOKS_AT, 'What it looks at; once all three were, nothing may be wrong.').optional(),
  nothing: identifier('The outcome that nothing was found; the most common one when left out.').optional(),
  needs: list(choice(NEEDS, 'What the drive must have.'), 'Without these it cannot be done.', { max: 7 }).optional(),
  look: flag('Takes no tool and hardly a minute: it belongs to the first two minutes.').optional(),
  after: list(identifier('A test.'), 'Tests that come before it.', { max: 8 }).optional(),
  findings: list(
    record({
      outcome: identifier('The outcome that shows a cause itself.'),
      cause: identifier('The cause.'),
      miss: quantity('', 'How often it is missed though it is there.', { min: 0.0005, max: 0.95 }),
      falseAlarm: quantity('', 'How often it seems to be there though it is not.', { min: 0.0005, max: 0.5 }),
      why: sentence('The reason.'),
      origin: sentence('Where the figures come from.'),
    }),
    'Outcomes that show a cause itself, rather than what it does.',
    { max: 20 },
  ).optional(),
  rows: list(
    record({ ...rowFields, origin: sentence('Where the figures come from.') }),
    'How often some causes give each outcome.',
    { max: MAX_ROWS },
  ),
})

const head = {
  format: constant('emery-knowledge', 'must be "emery-knowledge"', 'What this file is.'),
  edition: sentence('Which edition of the knowledge.'),
  note: text('What its figures rest on.', 1000),
}
/** Of the present format; the first had room for fewer causes, so that those that came since have theirs when it is carried over. */
const [CAUSES, FIRST_CAUSES, TESTS] = [
  { min: 2, max: 80 },
  { min: 2, max: 60 },
  { min: 1, max: 140 },
] as const

/** The format that is written; older ones are carried over. */
const KNOWLEDGE_VERSION = 2

export const knowledgeSchema = record({
  ...head,
  version: constant(KNOWLEDGE_VERSION, 'must be 1 or 2', 'Version of the format.'),
  causes: list(causeSchema, 'Possible causes.', CAUSES),
  tests: list(testSchema, 'What is asked or done.', TESTS),
})

/** The first format, of which workshops have editions. */
export const firstKnowledgeSchema = record({
  ...head,
  version: constant(1, 'must be 1', 'Version of the format.'),
  causes: list(record(causeFields), 'Possible causes.', FIRST_CAUSES),
  tests: list(
    record({
      ...testFields,
      rows: list(record(rowFields), 'How often some causes give each outcome.', { max: MAX_ROWS }),
    }),
    'What is asked or done.',
    TESTS,
  ),
})

export type FirstKnowledgeFile = Readonly<InferType<typeof firstKnowledgeSchema>>

/** Knowledge as it is written; not yet known to hold together. */
export type KnowledgeFile = Readonly<InferType<typeof knowledgeSchema>>
export type Cause = KnowledgeFile['causes'][number]
export type NoiseTest = KnowledgeFile['tests'][number]
export type Finding = NonNullable<NoiseTest['findings']>[number]
