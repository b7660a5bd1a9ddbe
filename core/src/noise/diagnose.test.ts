import { describe, expect, test } from '@jest/globals'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { drawn, oneJob, worldBeside } from '../testing/workshop.ts'
import { diagnose, type Answer, type CauseRanking } from './diagnose.ts'
import nominal from './knowledge.json' with { type: 'json' }
import { NOMINAL_KNOWLEDGE, readKnowledge, type Knowledge } from './knowledge.ts'

const cause = (id: string, prior: number) => ({
  id,
  prior,
  name: id,
  part: 'belt',
  what: 'x',
  actions: ['x'],
  goesWith: [],
  prove: 'x',
})
const outcomes = ['yes', 'no'].map((id) => ({ id, name: id, means: '' }))
/** Two causes, one cheap test that tells little and one dear one that tells much. */
const small = {
  format: 'emery-knowledge',
  version: 1,
  edition: 'test',
  note: '',
  causes: [cause('slip', 0.75), cause('line', 0.25)],
  tests: [
    {
      id: 'water',
      ask: 'test',
      name: 'Water',
      minutes: 0,
      outcomes,
      otherwise: [0.5, 0.5],
      rows: [
        { causes: ['slip'], p: [0.2, 0.8], why: 'it slips' },
        { causes: ['line'], p: [0.9, 0.1], why: 'it slides in' },
      ],
    },
    {
      id: 'laser',
      ask: 'test',
      name: 'Laser',
      minutes: 1,
      hazard: 2,
      outcomes,
      otherwise: [0.05, 0.95],
      rows: [{ causes: ['line'], p: [0.95, 0.05], why: 'it shows' }],
    },
    { id: 'heard', ask: 'heard', name: 'Heard', minutes: 0, outcomes, otherwise: [0.5, 0.5], rows: [] },
  ],
}

function knowledgeOf(value: unknown): Knowledge {
  const read = readKnowledge(value)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.knowledge
}
const twoCauses = knowledgeOf(small)

function found(knowledge: Knowledge, answers: readonly Answer[], skipped: readonly string[] = []): CauseRanking {
  const result = diagnose(knowledge, answers, skipped)
  if (!result.ok) throw new Error(JSON.stringify(result.problems))
  return result.diagnosis
}
const share = ({ causes }: CauseRanking, id: string) => causes.find((each) => each.cause.id === id)?.probability

describe('causes weighed by answers', () => {
  test('as Bayes has it: 0.25 × 0.9 against 0.75 × 0.2', () => {
    const diagnosis = found(twoCauses, [{ test: 'water', outcome: 'yes' }])
    expect(share(diagnosis, 'line')).toBeCloseTo(0.225 / (0.225 + 0.15), 12)
    expect(share(diagnosis, 'slip')).toBeCloseTo(0.15 / (0.225 + 0.15), 12)
    expect(diagnosis.causes[0]?.evidence).toEqual([
      {
        test: 'water',
        outcome: 'yes',
        words: 'Water: yes',
        why: 'it slides in',
        weight: expect.closeTo(Math.log(4.5), 12),
      },
    ])
    // What speaks for the one speaks against the other.
    expect(diagnosis.causes[1]?.evidence[0]?.weight).toBeCloseTo(-Math.log(4.5), 12)
  })

  test('without an answer are as common as they are; the same answer twice says it once', () => {
    expect(found(twoCauses, []).causes.map(({ probability }) => probability)).toEqual([
      expect.closeTo(0.75, 12),
      expect.closeTo(0.25, 12),
    ])
    const answer = { test: 'water', outcome: 'no', detail: 'no change at all' }
    const twice = found(twoCauses, [answer, answer])
    expect(share(twice, 'slip')).toBe(share(found(twoCauses, [answer]), 'slip'))
    expect(twice.causes[0]?.evidence[0]?.words).toBe('Water: no change at all')
  })

  test('the next test is the one with the most information a minute, less if hazardous, never one that was done or skipped', () => {
    const { next } = found(twoCauses, [])
    // By hand: H(0.25) = 0.8113 bits; after water 0.1831 are gone, after the laser 0.5430.
    const bits = Object.fromEntries(next.map(({ test: { id }, information }) => [id, information]))
    const h = (p: number) => -p * Math.log2(p) - (1 - p) * Math.log2(1 - p)
    expect(bits['water']).toBeCloseTo(h(0.25) - 0.375 * h(0.6) - 0.625 * h(0.04), 9)
    expect(bits['laser']).toBeCloseTo(h(0.25) - 0.275 * h(0.2375 / 0.275) - 0.725 * h(0.0125 / 0.725), 9)
    const safe = structuredClone(small)
    for (const each of safe.tests) if ('hazard' in each) each.hazard = 0
    expect(found(knowledgeOf(safe), []).next[0]?.test.id).toBe('laser')
    expect(found(twoCauses, [{ test: 'laser', outcome: 'no' }]).next.map(({ test: { id } }) => id)).toEqual(['water'])
    expect(found(twoCauses, [], ['laser', 'water']).next).toEqual([])
  })

  test.each([
    [[{ test: 'air', outcome: 'yes' }], '$.answers[0].test', /names "air", but there is no such test/],
    [[{ test: 'water', outcome: 'blue' }], '$.answers[0].outcome', /names "blue", but water has yes, no/],
    [
      [
        { test: 'water', outcome: 'yes' },
        { test: 'water', outcome: 'no' },
      ],
      '$.answers[1]',
      /answers water differently from answers\[0\]/,
    ],
  ])('%j is refused with its place', (answers, path, message) => {
    expect(diagnose(twoCauses, answers)).toEqual({
      ok: false,
      problems: [{ path, message: expect.stringMatching(message) }],
    })
  })

  test('answers that contradict each other raise a doubt that names them', () => {
    const answers = [
      { test: 'heard', outcome: 'whine' },
      { test: 'spin', outcome: 'rough' },
      { test: 'rock', outcome: 'play' },
      { test: 'look-belt', outcome: 'oily' },
      { test: 'damp', outcome: 'yes' },
      { test: 'number', outcome: 'other' },
    ]
    expect(found(NOMINAL_KNOWLEDGE, answers).doubt).toMatch(/contradict each other: .*Look at the belt.*check/)
    expect(found(NOMINAL_KNOWLEDGE, answers.slice(0, 3)).doubt).toBeNull()
  })
})

describe('the knowledge that ships', () => {
  test('no answers make any cause impossible, whatever they are', () => {
    const random = randomFrom(SEED)
    for (let trial = 0; trial < 100; trial++) {
      const answers = NOMINAL_KNOWLEDGE.tests.map(({ id, outcomes: all }) => ({
        test: id,
        outcome: drawn(
          all.map((each) => each.id),
          all.map(() => 1),
          random,
        ),
      }))
      const probabilities = found(NOMINAL_KNOWLEDGE, answers).causes.map(({ probability }) => probability)
      expect(Math.min(...probabilities)).toBeGreaterThan(0)
      expect(probabilities.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 9)
    }
  })

  test('a chirp that water quietens for a while is alignment; a squeal that water makes worse is slip', () => {
    const chirp = found(NOMINAL_KNOWLEDGE, [
      { test: 'heard', outcome: 'chirp' },
      { test: 'idle', outcome: 'yes' },
      { test: 'water', outcome: 'quiet-then-back' },
      { test: 'drive-line', outcome: 'act' },
    ])
    expect(chirp.causes[0]?.cause.id).toBe('out-of-line')
    const squeal = found(NOMINAL_KNOWLEDGE, [
      { test: 'heard', outcome: 'squeal' },
      { test: 'damp', outcome: 'yes' },
      { test: 'water', outcome: 'louder' },
      { test: 'wrench', outcome: 'weak' },
    ])
    expect(squeal.causes[0]?.cause.id).toBe('weak-tensioner')
  })

  test('every test to be done says how, and beside what runs, what can hurt', () => {
    for (const { id, ask, how, engine, cautions, hazard } of NOMINAL_KNOWLEDGE.tests) {
      if (ask !== 'test') continue
      expect([id, (how ?? []).length > 0]).toEqual([id, true])
      if (engine === 'running') expect([id, (cautions ?? []).length > 0, (hazard ?? 0) > 0]).toEqual([id, true, true])
    }
    // The one with a limit of time, since the water pump stands still.
    expect(NOMINAL_KNOWLEDGE.tests.find(({ id }) => id === 'belt-off-run')?.limitSeconds).toBe(30)
  })

  test('in a workshop whose likelihoods differ by a fifth, six tests find most faults, and fewer than a fixed order', () => {
    const random = randomFrom(SEED)
    const fixed = NOMINAL_KNOWLEDGE.tests.filter(({ ask }) => ask === 'test').map(({ id }) => id)
    const jobs = (order: 'proposed' | readonly string[], most: number) =>
      Array.from({ length: runs(60, 600) }, () =>
        oneJob({ knowledge: NOMINAL_KNOWLEDGE, world: worldBeside(random), random, order, max: most, sureAt: 0.95 }),
      )
    const mean = (of: readonly { readonly tests: number }[]) =>
      of.reduce((sum, { tests }) => sum + tests, 0) / of.length
    const six = jobs('proposed', 6)
    // 85 in 100 over thousands (bench/diagnosis.ts); of 60, three standard deviations less.
    expect(six.filter(({ right }) => right).length / six.length).toBeGreaterThan(0.7)
    expect(mean(jobs('proposed', 40))).toBeLessThan(0.7 * mean(jobs(fixed, 40)))
  })
})

describe('knowledge that was edited', () => {
  const edited = (change: (file: typeof nominal) => void) => {
    const copy = structuredClone(nominal)
    change(copy)
    const read = readKnowledge(copy)
    return read.ok ? [] : read.problems.map(({ path, message }) => `${path} ${message}`)
  }
  const firstRow = (file: typeof nominal) => file.tests[0]?.rows[0]

  test.each<readonly [string, (file: typeof nominal) => void, RegExp]>([
    [
      'a likelihood of 0',
      (file) => firstRow(file)?.p.splice(0, 1, 0),
      /^\$\.tests\[0\]\.rows\[0\]\.p\[0\] must be a number from 0\.005 to 0\.995/,
    ],
    ['a likelihood of 1.2', (file) => firstRow(file)?.p.splice(0, 1, 1.2), /must be a number from 0\.005 to 0\.995/],
    [
      'a row that is not 1',
      (file) => firstRow(file)?.p.splice(0, 1, 0.5),
      /rows\[0\]\.p must come to 1 together, and comes to 0\.780/,
    ],
    ['a row too short', (file) => firstRow(file)?.p.pop(), /must have one entry for each of the 7 outcomes/],
    [
      'a cause nobody knows',
      (file) => firstRow(file)?.causes.push('ghosts'),
      /names "ghosts", but there is no such cause/,
    ],
    [
      'a cause named twice',
      (file) => firstRow(file)?.causes.push('worn-bush'),
      /names "worn-bush" a second time in this test/,
    ],
    [
      'a cause twice',
      (file) => file.causes.push(structuredClone(file.causes[0] as never)),
      /\$\.causes\[20\]\.id repeats "out-of-line"/,
    ],
    [
      'priors that are not 1',
      (file) => Object.assign(file.causes[0] ?? {}, { prior: 0.5 }),
      /\$\.causes must have priors that come to 1 together/,
    ],
    ['a key nobody knows', (file) => Object.assign(file.tests[0] ?? {}, { colour: 'red' }), /colour/],
    ['another file', (file) => Object.assign(file, { format: 'emery-drive' }), /^\$\.format must be "emery-knowledge"/],
  ])('%s is refused with its place', (_, change, words) => {
    expect(edited(change).join('; ')).toMatch(words)
  })

  test('what is no file at all is refused, and a change within the limits is taken', () => {
    expect(readKnowledge(null).ok).toBe(false)
    expect(readKnowledge([]).ok).toBe(false)
    expect(edited((file) => firstRow(file)?.p.splice(0, 2, 0.7, 0.08))).toEqual([])
  })
})
