import { describe, expect, test } from '@jest/globals'
import { simulatedNoise, writeWav } from '@emery/core/sound'
import { vectorNamed } from '../../core/src/testing/vectors.ts'
import { run } from './run-for-tests.ts'

const ketch = vectorNamed('serpentine-1')
const compound = vectorNamed('compound-1')

const files = { 'ketch.json': JSON.stringify(ketch.drive) }

describe('fit', () => {
  test('prints how each length would sit', () => {
    const { status, out } = run(['fit', 'ketch.json', '--belt', 'main', '--lengths', '1600,1665,1670,1690,1800'], files)
    const { fits } = JSON.parse(out) as { fits: Record<string, unknown>[] }
    expect(status).toBe(0)
    expect(fits.map(({ verdict }) => verdict)).toEqual(['too short', 'good', 'good', 'long', 'too long'])
    expect(Object.keys(fits[0] ?? {})).toEqual(['length', 'verdict', 'slackToFit', 'u', 'lastPulley'])
    expect(fits[0]).toMatchObject({ length: 1600, u: { new: null } })
    expect(fits[2]).toMatchObject({ lastPulley: { pulley: 'wp.1' } })
  })

  test('prints a table for people', () => {
    expect(run(['fit', 'ketch.json', '--belt', 'main', '--lengths', '1670', '--text'], files).out).toMatch(
      /^1670\.0 +good +8\.4 +28 +34 +65 +wp\.1 +8\.4$/m,
    )
  })

  test.each([
    [['--lengths', '0'], '--lengths 0: A belt’s length must be above zero.'],
    [['--lengths=-3'], '--lengths -3: A belt’s length must be above zero.'],
    [['--lengths', '66'], '--lengths 66: A 66 mm belt is too short for any drive. Did you mean 66 in (1676 mm)?'],
    [['--lengths', '1670,long'], '--lengths: “long” is not a number.'],
    [[], 'fit needs --lengths A,B,C in mm.'],
  ])('%p exits 2 with one line', (args, line) => {
    expect(run(['fit', 'ketch.json', '--belt', 'main', ...args], files)).toEqual({ status: 2, out: '', err: [line] })
  })
})

describe('length', () => {
  const strap = {
    id: 'strap',
    belt: 'main',
    written: '',
    by: '',
    at: '2026-01-01T00:00:00Z',
    how: 'aid',
    aid: 'strap',
    thickness: 2,
    value: 1660,
    u: 0,
  }
  const known = { ...files, 'known.json': JSON.stringify({ ...ketch.drive, lengths: [strap] }) }

  test('prints what is wanted, what to bring and what each reading says', () => {
    const { status, out } = run(['length', 'known.json'], known)
    expect(status).toBe(0)
    const { belts } = JSON.parse(out) as { belts: Record<string, unknown>[] }
    expect(Object.keys(belts[0] ?? {})).toEqual(['id', 'wanted', 'bring', 'together', 'readings', 'settled'])
    expect(Object.keys(belts[0]?.['wanted'] ?? {})).toEqual(['mean', 'sigma', 'low', 'high', 'u'])
    expect(belts[0]).toMatchObject({
      id: 'main',
      settled: null,
      readings: [{ id: 'geometry' }, { id: 'strap', blunder: expect.any(Number) as unknown as number }],
    })
  })

  test('a document a line: one that cannot be read costs the others nothing', () => {
    const lines = [known['known.json'], '{"format":', known['known.json']].join('\n')
    const { status, out } = run(['length', 'lines.jsonl', '--lines'], { 'lines.jsonl': lines })
    expect(status).toBe(0)
    const answers = out
      .trim()
      .split('\n')
      .map((line) => Object.keys(JSON.parse(line) as object))
    expect(answers).toEqual([['belts'], ['problems'], ['belts']])
  })

  test('prints tables for people, and says which belts there are', () => {
    expect(run(['length', 'known.json', '--text'], known).out).toMatch(/main: \d+\.\d mm, 90 in 100 between/)
    expect(run(['length', 'known.json', '--belt', 'fan'], known)).toEqual({
      status: 2,
      out: '',
      err: ['--belt fan: the drive has no such belt; it has main.'],
    })
  })
})

describe('ring', () => {
  test('prints the pitches of the spans and where they meet what shakes them', () => {
    const { status, out } = run(['ring', 'ketch.json', '--belt', 'main'], files)
    expect(status).toBe(0)
    const found = JSON.parse(out) as { spans: { pitches: unknown[] }[]; crossings: Record<string, unknown>[] }
    expect(found.spans.length).toBe(ketch.drive.belts[0]?.route.length)
    expect(Object.keys(found.crossings[0] ?? {})).toEqual(['from', 'to', 'shaker', 'rpm', 'hz', 'verdict'])
    expect(run(['ring', 'ketch.json', '--belt', 'main', '--text'], files).out).toMatch(/once a turn/)
    expect(run(['ring', 'ketch.json', '--belt', 'main', '--load', '2'], files).status).toBe(2)
  })
})

describe('lineup --plan', () => {
  test('names what is out, moves it, and says what is left', () => {
    const out = structuredClone(ketch.drive) as {
      pulleys: { id: string; z?: number; tilt?: unknown }[]
      shafts: { id: string; moves?: unknown[] }[]
    }
    for (const pulley of out.pulleys) {
      pulley.z = pulley.id === 'alt.1' ? 1.4 : 0
      delete pulley.tilt
    }
    for (const shaft of out.shafts) if (shaft.id === 'alt') shaft.moves = [{ kind: 'press', min: -4, max: 4 }]
    const { status, out: printed } = run(['lineup', 'out.json', '--plan'], { 'out.json': JSON.stringify(out) })
    expect(status).toBe(0)
    const plan = JSON.parse(printed) as { out: unknown[]; moves: unknown[]; after: { worst: number } }
    expect(plan.out).toEqual([{ shaft: 'alt', offset: expect.closeTo(1.4, 9) as unknown as number, tilt: 0 }])
    expect(plan.moves).toEqual([
      { shaft: 'alt', pulley: 'alt.1', kind: 'press', amount: expect.closeTo(-1.4, 9) as unknown as number },
    ])
    expect(plan.after.worst).toBeLessThan(1e-9)
  })
})

describe('deflect --ei', () => {
  const span = ['deflect', 'ketch.json', '--belt', 'main', '--span']
  const named = ['crank.1', ketch.drive.belts[0]?.route[1]?.pulley ?? ''].join(',')
  const read = (...args: string[]) =>
    JSON.parse(run([...span, named, ...args], files).out) as Record<string, number> & {
      low: Record<string, number>
      high: Record<string, number>
    }

  test('corrects a pluck for the belt’s bending, nominal unless it is said; 0 is the bare string', () => {
    const [bare, nominal, stiff] = [
      read('--frequency', '60', '--ei', '0'),
      read('--frequency', '60'),
      read('--frequency', '60', '--ei', '0.06'),
    ]
    expect(bare['low']).toEqual({ tension: bare['tension'] })
    expect(nominal['tension']).toBeLessThan(bare['tension'] ?? NaN)
    expect(stiff['tension']).toBeLessThan(nominal['tension'] ?? NaN)
    expect(nominal.high['tension']).toBeCloseTo(bare['tension'] ?? NaN, 6)
    expect(Object.keys(nominal.low)).toEqual(['tension'])
  })
})

describe('measure', () => {
  const strap = ['measure', 'ketch.json', '--belt', 'main', '--aid', 'strap', '--thickness', '2', '--reading', '1660']

  test('the aid’s length and the correction make the stated length', () => {
    const { status, out } = run(strap, files)
    const { aidLength, correction, statedLength, spread } = JSON.parse(out) as Record<string, number>
    expect(status).toBe(0)
    expect([aidLength, spread]).toEqual([1660, 3])
    expect(statedLength).toBeCloseTo((aidLength ?? NaN) + (correction ?? NaN), 9)
  })

  test('a string gives 0.8 % unless another share is said', () => {
    const string = strap.map((arg) => (arg === 'strap' ? 'string' : arg))
    const { aidLength } = JSON.parse(run(string, files).out) as Record<string, number>
    expect(aidLength).toBeCloseTo(1660 / 0.992, 9)
    const stiff = JSON.parse(run([...string, '--stretch', '0'], files).out) as Record<string, number>
    expect(stiff['aidLength']).toBe(1660)
  })

  test.each([
    [strap.slice(0, -2), 'measure needs --reading L in mm.'],
    [[...strap, '--u', '2'], '--u 2: write a number from 0 to 1.'],
    [
      strap.map((arg) => (arg === 'strap' ? 'ribbon' : arg)),
      'measure needs --aid, one of string, wire, rope, strap, tape, oldbelt.',
    ],
    [strap.map((arg) => (arg === 'main' ? 'other' : arg)), '--belt other: the drive has no such belt; it has main.'],
  ])('%p exits 2 with one line', (args, line) => {
    expect(run(args, files)).toEqual({ status: 2, out: '', err: [line] })
  })
})

describe('label', () => {
  test('prints the readings, the likeliest first', () => {
    const { readings } = JSON.parse(run(['label', '6PK1725']).out) as { readings: unknown[] }
    expect(readings).toEqual([
      { section: 'PK', ribs: 6, length: 1725, notation: 'metric-rib', lengthAt: 'effective', confidence: 0.97 },
    ])
    expect(JSON.parse(run(['label', 'nonsense']).out)).toEqual({ readings: [] })
  })

  test('prints a table for people', () => {
    expect(run(['label', '679 K 6', '--text']).out).toMatch(/^PK +6 +1724\.7 +67\.900 in +inch-rib +0\.95/m)
    expect(run(['label', 'nonsense', '--text']).out).toBe('“nonsense” cannot be read as a belt label.\n')
  })

  test('takes one text', () => {
    expect(run(['label']).status).toBe(2)
    expect(run(['label', '6', 'PK'])).toMatchObject({
      status: 2,
      err: ['label takes one TEXT; put quotes round it where it has blanks.'],
    })
  })
})

describe('diagnose', () => {
  const answers = [
    { test: 'heard', outcome: 'squeal' },
    { test: 'water', outcome: 'louder' },
  ]

  test('prints causes with evidence, what was found first, and the next tests', () => {
    const { status, out } = run(['diagnose', 'noise.json'], { 'noise.json': JSON.stringify({ answers }) })
    expect(status).toBe(0)
    const found = JSON.parse(out) as {
      causes: { id: string; probability: number; explains: number; evidence: unknown[] }[]
      found: string[]
      next: { test: string; information: number; minutes: number }[]
    }
    const ranks = found.causes.map(({ probability, explains }) => probability * explains)
    expect(ranks).toEqual(ranks.toSorted((a, b) => b - a))
    expect(found.found).toEqual([])
    expect(found.causes[0]?.evidence).toHaveLength(2)
    expect(found.next.map(({ test: id }) => id)).not.toContain('water')
    expect(found.next[0]?.information).toBeGreaterThan(0)
    const rocks = [...answers, { test: 'rock', outcome: 'play' }]
    const asked = { answers: rocks, skipped: [found.next[0]?.test] }
    const seen = JSON.parse(run(['diagnose', '-'], { '-': JSON.stringify(asked) }).out) as typeof found
    expect([seen.found, seen.causes[0]?.id]).toEqual([['bearing-play'], 'bearing-play'])
    expect(seen.causes[0]?.probability).toBeGreaterThanOrEqual(0.95)
    expect(seen.next.map(({ test: id }) => id)).not.toContain(found.next[0]?.test)
  })

  test('what the drive says counts, unless it was answered', () => {
    const out = (more: readonly object[]) => {
      const noise = JSON.stringify({ drive: compound.drive, answers: [...answers, ...more] })
      return JSON.parse(run(['diagnose', '-'], { '-': noise }).out) as { causes: { evidence: { test: string }[] }[] }
    }
    const tests = (of: ReturnType<typeof out>) =>
      of.causes.flatMap(({ evidence }) => evidence.map(({ test: id }) => id))
    expect(tests(out([]))).toContain('drive-line')
    const answered = out([{ test: 'drive-line', outcome: 'quiet' }])
    expect(
      answered.causes.every(({ evidence }) => evidence.filter(({ test: id }) => id === 'drive-line').length < 2),
    ).toBe(true)
  })

  test('as a table, and refused with the place', () => {
    const text = run(['diagnose', '-', '--text'], { '-': JSON.stringify({ answers }) })
    expect(text.out).toMatch(/in 100.*\n[\s\S]*next/)
    const bad = run(['diagnose', '-'], { '-': JSON.stringify({ answers: [{ test: 'air', outcome: 'yes' }] }) })
    expect([bad.status, bad.err]).toEqual([2, [expect.stringMatching(/^\$\.answers\[0\]\.test names "air"/)]])
    expect(run(['diagnose', '-'], { '-': '{' }).err[0]).toMatch(/is not JSON/)
  })
})

describe('sound', () => {
  const rpm = 800
  // The crank of any drive turns so often; a chirp with it.
  const chirp = writeWav(simulatedNoise({ kind: 'chirp', seed: 2, repetition: rpm / 60, seconds: 3 }))
  const heard = (args: readonly string[] = []) => run(['sound', 'c.wav', ...args], files, { 'c.wav': chirp })

  test('prints kind, pitch and repetition, and with a drive what keeps time with it', () => {
    expect(JSON.parse(heard().out)).toMatchObject({ kind: 'chirp', matches: [] })
    const found = JSON.parse(heard(['--drive', 'ketch.json', '--rpm', `${rpm}`]).out) as {
      repetition: number
      matches: { what: string; expected: number; error: number }[]
    }
    expect(Math.abs(found.repetition / (rpm / 60) - 1)).toBeLessThan(0.02)
    expect(found.matches[0]?.expected).toBeCloseTo(rpm / 60, 9)
    expect(Math.abs(found.matches[0]?.error ?? NaN)).toBeLessThan(0.02)
    expect(heard(['--drive', 'ketch.json', '--rpm', `${rpm}`, '--text']).out).toMatch(/chirp[\s\S]*keeps time with/)
  })

  test.each([
    [['sound', 'none.wav'], /none\.wav cannot be read: there is no such file/],
    [['sound', 'c.wav', '--rpm', '800'], /takes --drive and --rpm together/],
    [['sound', 'c.wav', '--drive', 'ketch.json', '--rpm', 'fast'], /--rpm/],
    [['sound', 'text.wav'], /text\.wav: /],
  ])('%j exits 2 with a line', (args, words) => {
    const { status, err } = run(args, files, {
      'c.wav': chirp,
      'text.wav': new TextEncoder().encode('not a sound at all'),
    })
    expect([status, err.join(' ')]).toEqual([2, expect.stringMatching(words)])
  })
})
