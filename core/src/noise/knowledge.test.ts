import { describe, expect, test } from '@jest/globals'
import type { Answer } from './diagnose.ts'
import { diagnose } from './diagnose.ts'
import nominal from './knowledge.json' with { type: 'json' }
import first from '../testing/knowledge-v1.json' with { type: 'json' }
import { readKnowledge, type Knowledge } from './knowledge.ts'

type File = typeof nominal
const edited = (change: (file: File) => void) => {
  const copy = structuredClone(nominal)
  change(copy)
  const read = readKnowledge(copy)
  return read.ok ? [] : read.problems.map(({ path, message }) => `${path} ${message}`)
}
const firstRow = (file: File) => file.tests[0]?.rows[0]
const testOf = (file: File, id: string) => file.tests.find((each) => each.id === id) as Record<string, unknown>

describe('knowledge that was edited', () => {
  test.each<readonly [string, (file: File) => void, RegExp]>([
    [
      'a likelihood of 0',
      (file) => firstRow(file)?.p.splice(0, 1, 0),
      /^\$\.tests\[0\]\.rows\[0\]\.p\[0\] must be a number from 0\.005 to 0\.995/,
    ],
    ['a likelihood of 1.2', (file) => firstRow(file)?.p.splice(0, 1, 1.2), /must be a number from 0\.005 to 0\.995/],
    ['a row that is not 1', (file) => firstRow(file)?.p.splice(0, 1, 0.5), /rows\[0\]\.p must come to 1 together/],
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
      /\$\.causes\[24\]\.id repeats "out-of-line"/,
    ],
    [
      'a cause without tests',
      (file) => {
        file.causes.push({
          ...structuredClone(file.causes[0] as File['causes'][number]),
          id: 'ghosts',
          name: 'Ghosts',
          prior: 0.001,
        })
        const [one] = file.causes
        if (one !== undefined) one.prior -= 0.001
      },
      /\$\.causes\[24\] “Ghosts” has no test that could show it/,
    ],
    [
      'a cycle',
      (file) => {
        testOf(file, 'straightedge')['after'] = ['water']
        testOf(file, 'water')['after'] = ['revving-line']
      },
      /\.after makes revving-line wait for itself, by way of straightedge/,
    ],
    [
      'a test that waits for one that there is not',
      (file) => (testOf(file, 'water')['after'] = ['ghosts']),
      /\.after\[0\] names "ghosts", but there is no such test/,
    ],
    [
      'a finding of an outcome that there is not',
      (file) =>
        (testOf(file, 'water')['findings'] = [
          { outcome: 'pink', cause: 'wet', miss: 0.1, falseAlarm: 0.01, why: 'x', origin: 'x' },
        ]),
      /findings\[0\]\.outcome names "pink", but there is no such outcome/,
    ],
    [
      'a finding that always comes',
      (file) =>
        (testOf(file, 'water')['findings'] = [
          { outcome: 'louder', cause: 'wet', miss: 0.1, falseAlarm: 1.2, why: 'x', origin: 'x' },
        ]),
      /findings\[0\]\.falseAlarm must be a number from/,
    ],
    [
      'priors that are not 1',
      (file) => Object.assign(file.causes[0] ?? {}, { prior: 0.5 }),
      /\$\.causes must have priors that come to 1 together/,
    ],
    ['a key nobody knows', (file) => Object.assign(file.tests[0] ?? {}, { colour: 'red' }), /colour/],
    ['another file', (file) => Object.assign(file, { format: 'emery-drive' }), /^\$\.format must be "emery-knowledge"/],
    ['a format of the future', (file) => Object.assign(file, { version: 3 }), /^\$\.version must be 1 or 2/],
  ])('%s is refused with its place', (_, change, words) => {
    expect(edited(change).join('; ')).toMatch(words)
  })

  test('what is no file at all is refused, and a change within the limits is taken', () => {
    expect(readKnowledge(null).ok).toBe(false)
    expect(readKnowledge([]).ok).toBe(false)
    expect(edited((file) => firstRow(file)?.p.splice(0, 2, 0.7, 0.08))).toEqual([])
  })
})

describe('an edition of the first format', () => {
  const carried = (change: (file: typeof first) => void = () => undefined) => {
    const copy = structuredClone(first)
    change(copy)
    const read = readKnowledge(copy)
    if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
    return read
  }
  const rowOf = ({ tests }: Knowledge, id: string, cause: string) =>
    tests.find((each) => each.id === id)?.rows.find(({ causes }) => causes.includes(cause))?.p

  test('is carried over: what the workshop said stays, what is new is added and named', () => {
    const { knowledge, carriedOver } = carried((file) => {
      const [one] = file.causes
      if (one !== undefined) one.name = 'Pulley out of true'
    })
    expect(carriedOver?.causes).toEqual(['stuck-tensioner', 'bearing-play', 'decoupler', 'ringing'])
    expect(carriedOver?.tests).toContain('decoupler-turn')
    expect(knowledge.causes[0]?.name).toBe('Pulley out of true')
    // Its likelihoods are its own, those of new causes as they ship.
    expect(rowOf(knowledge, 'rock', 'bad-bearing')).toEqual(
      first.tests.find(({ id }) => id === 'rock')?.rows.find(({ causes }) => causes.includes('bad-bearing'))?.p,
    )
    expect(rowOf(knowledge, 'rock', 'bearing-play')?.[1]).toBeGreaterThan(0.8)
    expect(knowledge.causes.reduce((sum, { prior }) => sum + prior, 0)).toBeCloseTo(1, 3)
  })

  test('an outcome that came later has its shipped share, and the rest of each row keeps its own among itself', () => {
    const { knowledge } = carried()
    const before = first.tests
      .find(({ id }) => id === 'wrench')
      ?.rows.find(({ causes }) => causes.includes('worn-bush'))
    const after = rowOf(knowledge, 'wrench', 'worn-bush')
    expect(after).toHaveLength(5)
    expect((after?.[2] ?? NaN) / (after?.[0] ?? NaN)).toBeCloseTo((before?.p[2] ?? NaN) / (before?.p[0] ?? NaN), 9)
  })

  test('a row of its own that does not hold together is refused by its place there', () => {
    const copy = structuredClone(first)
    copy.tests[0]?.rows[0]?.p.splice(0, 1, 0.2)
    const read = readKnowledge(copy)
    expect(read.ok ? '' : read.problems[0]?.path).toBe('$.tests[0].rows[0].p')
  })

  test.each<readonly [string, (file: typeof first) => void, string]>([
    ['rows that are a word', (file) => Object.assign(file.tests[0] as object, { rows: 'many' }), '$.tests[0].rows'],
    [
      'outcomes that are a figure',
      (file) => Object.assign(file.tests[0] as object, { outcomes: 5 }),
      '$.tests[0].outcomes',
    ],
    ['a row that is nothing', (file) => file.tests[0]?.rows.splice(0, 1, null as never), '$.tests[0].rows[0]'],
    [
      'likelihoods that are a word',
      (file) => Object.assign(file.tests[0] as object, { otherwise: 'even' }),
      '$.tests[0].otherwise',
    ],
    [
      'a thousand causes',
      (file) => file.causes.push(...Array.from({ length: 1000 }, () => file.causes[0] as never)),
      '$.causes',
    ],
  ])('with %s is refused by its place, before it is carried over', (_, change, path) => {
    const copy = structuredClone(first)
    change(copy)
    const read = readKnowledge(copy)
    expect(read.ok ? [] : read.problems.map((each) => each.path)).toContain(path)
  })

  test('at the limits of what may be said stays within them, with an outcome of its own', () => {
    const { knowledge } = carried((file) => {
      const wrench = file.tests.find(({ id }) => id === 'wrench')
      if (wrench === undefined) throw new Error('There is no wrench.')
      wrench.outcomes.push({ id: 'squeaks', name: 'Squeaks', means: '' })
      const even = wrench.outcomes.map((_, i) => (i === 0 ? 1 - 0.005 * (wrench.outcomes.length - 1) : 0.005))
      wrench.otherwise = even
      for (const row of wrench.rows) row.p = even
      const [rare, common] = file.causes
      if (rare === undefined || common === undefined) throw new Error('There are no causes.')
      common.prior += rare.prior - 0.0005
      rare.prior = 0.0005
    })
    const wrench = knowledge.tests.find(({ id }) => id === 'wrench')
    for (const p of [wrench?.otherwise ?? [], ...(wrench?.rows ?? []).map((row) => row.p)]) {
      expect(Math.min(...p)).toBeGreaterThanOrEqual(0.005)
      expect(p.reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 2)
    }
  })

  test('an answer to a test that an edition no longer has is refused by its place', () => {
    const { knowledge } = carried((file) => {
      file.tests = file.tests.filter(({ id }) => id !== 'probe')
      return undefined
    })
    // It came back with the format: a workshop that wants it gone deletes it in the present one.
    const without = { ...knowledge, tests: knowledge.tests.filter(({ id }) => id !== 'probe') } as Knowledge
    const answers: readonly Answer[] = [{ test: 'probe', outcome: 'one' }]
    expect(diagnose(without, answers)).toMatchObject({
      ok: false,
      problems: [{ path: '$.answers[0].test', message: 'names "probe", but there is no such test' }],
    })
  })
})
