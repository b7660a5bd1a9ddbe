import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { vectorNamed } from '../../core/src/testing/vectors.ts'
import { run } from './run-for-tests.ts'

const ketch = vectorNamed('serpentine-1')
const compound = vectorNamed('compound-1')

const files = { 'ketch.json': JSON.stringify(ketch.drive), '-': JSON.stringify(compound.drive) }

describe('solve', () => {
  test('prints the solution as one JSON object', () => {
    const { status, out } = run(['solve', 'ketch.json'], files)
    const solution = JSON.parse(out) as { format: string; belts: { adjuster: { u: number } }[] }
    expect(status).toBe(0)
    expect(solution.format).toBe('emery-solution')
    expect(solution.belts[0]?.adjuster.u).toBeCloseTo(ketch.solution.belts[0]?.adjuster.u ?? NaN, 9)
  })

  test('reads standard input and holds adjusters', () => {
    const held = Object.entries(compound.held.u).flatMap(([id, u]) => ['--u', `${id}=${u}`])
    const { out } = run(['solve', '-', ...held], files)
    const solution = JSON.parse(out) as { belts: { statedLength: number; adjuster: { wanted: string } }[] }
    solution.belts.forEach((belt, i) => {
      expect(belt.statedLength).toBeCloseTo(compound.held.belts[i]?.statedLength ?? NaN, 6)
      expect(belt.adjuster.wanted).toBe('held')
    })
  })

  test('prints tables for people', () => {
    const { out } = run(['solve', 'ketch.json', '--text'], files)
    expect(out).toMatch(/^main +1681\.0 +1661\.6 to 1703\.4 +tens 53\.4 %$/m)
    expect(out).toMatch(/^alt +cw +2\.684 +2286 +5636 +13123$/m)
  })

  test('a drive with problems still exits 0', () => {
    const drive = structuredClone(ketch.drive) as { belts: { length: number }[] }
    Object.assign(drive.belts[0] ?? {}, { length: 1500 })
    const { status, out } = run(['solve', 'bad.json', '--text'], { 'bad.json': JSON.stringify(drive) })
    expect(status).toBe(0)
    expect(out).toContain('error OUT_OF_REACH')
  })

  test.each([
    [['solve'], 'solve takes one FILE, or - for standard input.'],
    [['solve', 'a', 'b'], 'solve takes one FILE, or - for standard input.'],
    [['solve', 'gone.json'], 'gone.json cannot be read: there is no such file.'],
    [['solve', 'ketch.json', '--u', 'tens'], '--u tens: write ADJUSTER=VALUE with a value from 0 to 1.'],
    [['solve', 'ketch.json', '--u', 'tens=1.5'], '--u tens=1.5: write ADJUSTER=VALUE with a value from 0 to 1.'],
    [['solve', 'ketch.json', '--u', 'rod=0.5'], '--u rod=0.5: the drive has no adjuster "rod".'],
    [
      ['polish'],
      'emery knows no command "polish"; it knows solve, tension, run, length, lineup, survey, route, fit, measure, label, deflect, ring, diagnose, sound, schema.',
    ],
    [
      ['toString'],
      'emery knows no command "toString"; it knows solve, tension, run, length, lineup, survey, route, fit, measure, label, deflect, ring, diagnose, sound, schema.',
    ],
    [['schema', 'x'], 'schema takes no arguments.'],
  ])('%p exits 2 with one line', (args, line) => {
    expect(run(args, files)).toEqual({ status: 2, out: '', err: [line] })
  })

  test('an unknown option exits 2', () => {
    const { status, err } = run(['solve', '--fast', 'ketch.json'], files)
    expect(status).toBe(2)
    expect(err).toHaveLength(1)
  })

  test('what is wrong with a document is one line a problem, with its path', () => {
    const { status, err } = run(['solve', 'x.json'], { 'x.json': '{"format":"emery-drive","version":9}' })
    expect({ status, err }).toEqual({ status: 2, err: ['$.version is 9; this Emery reads versions 1 and 2.'] })
  })
})

describe('a document a line', () => {
  const bad = { ...ketch.drive, format: 'something else' }
  const content = [ketch.drive, bad, compound.drive].map((each) => JSON.stringify(each)).join('\n') + '\n\n{\n'
  const asked = { answers: [] }
  const answers = (args: readonly string[], of = content) => {
    const { status, out, err } = run([...args, 'many', '--lines'], { many: of })
    expect({ status, err }).toEqual({ status: 0, err: [] })
    return out
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as unknown)
  }
  const alone = (args: readonly string[], document: unknown) =>
    JSON.parse(run([...args, 'one'], { one: JSON.stringify(document) }).out) as unknown

  test.each([['solve'], ['lineup'], ['fit', '--belt', 'main', '--lengths', '1680']])(
    '%s answers each as it would alone; one that cannot be read says why, and costs no other its answer',
    (...args) => {
      const [first, second, third, fourth, ...more] = answers(args)
      expect(first).toEqual(alone(args, ketch.drive))
      expect(second).toMatchObject({ problems: [{ path: '$.format' }] })
      if (args[0] !== 'fit') expect(third).toEqual(alone(args, compound.drive))
      // Its belts have other names: an option that does not go with a document is that line's problem.
      else expect(third).toMatchObject({ problems: [{ message: /^--belt main: the drive has no such belt/ }] })
      expect(fourth).toMatchObject({ problems: [{}] })
      expect(more).toEqual([])
    },
  )

  test('diagnose does', () => {
    expect(answers(['diagnose'], `${JSON.stringify(asked)}\n[]\n`)).toEqual([
      alone(['diagnose'], asked),
      { problems: [expect.objectContaining({ path: '$' })] },
    ])
  })

  test('tables are none of its answers', () => {
    expect(run(['solve', 'many', '--lines', '--text'], { many: content })).toMatchObject({
      status: 2,
      err: ['--lines prints JSON: leave --text out.'],
    })
  })
})

describe('lineup', () => {
  test('prints what the independent program says', () => {
    const { belts } = JSON.parse(run(['lineup', 'ketch.json'], files).out) as {
      belts: { id: string; spans: Record<string, number | string>[] }[]
    }
    for (const [b, { id, spans }] of ketch.lineup.entries()) {
      expect(belts[b]?.id).toBe(id)
      for (const [i, { offset, leaveAngle, enterAngle }] of spans.entries()) {
        expect(belts[b]?.spans[i]?.['offset']).toBeCloseTo(offset, 9)
        expect(belts[b]?.spans[i]?.['leaveAngle']).toBeCloseTo(leaveAngle, 9)
        expect(belts[b]?.spans[i]?.['enterAngle']).toBeCloseTo(enterAngle, 9)
        expect(['quiet', 'watch', 'act']).toContain(belts[b]?.spans[i]?.['verdict'])
      }
    }
    expect(run(['lineup', 'ketch.json', '--text'], files).out).toMatch(/^main\nfrom +to +offset, mm/)
  })
})

describe('tension and deflect', () => {
  test('tension prints what the independent program says', () => {
    const point = ketch.tension?.[0]
    if (point === undefined) throw new Error('no tensions')
    const { status, out } = run(
      ['tension', 'ketch.json', '--rpm', String(point.rpm), '--load', String(point.load)],
      files,
    )
    expect(status).toBe(0)
    const { belts } = JSON.parse(out) as { belts: typeof point.belts }
    expect(belts[0]?.worst.pulley).toBe(point.belts[0]?.worst.pulley)
    expect(belts[0]?.spans[2]).toMatchObject({ from: 'alt.1', to: 'wp.1' })
    // Forces agree to 1e-6 N.
    expect(belts[0]?.spans[2]?.tension).toBeCloseTo(point.belts[0]?.spans[2]?.tension ?? NaN, 6)
    expect(run(['tension', 'ketch.json', '--rpm', '2000', '--load', '1', '--text'], files).out).toMatch(
      /^alt\.1 +\d+ /m,
    )
  })

  test('deflect gives back what it was given', () => {
    const span = ['deflect', 'ketch.json', '--belt', 'main', '--span', 'crank.1,tens.1']
    const pressed = JSON.parse(run([...span, '--tension', '400', '--force', '45'], files).out) as Record<string, number>
    const back = JSON.parse(
      run([...span, '--force', '45', '--deflection', String(pressed['deflection'])], files).out,
    ) as Record<string, number>
    expect(back['tension']).toBeCloseTo(400, 6)
    const rung = JSON.parse(run([...span, '--frequency', String(pressed['frequency'])], files).out) as object
    expect(rung).toMatchObject({ force: null, deflection: null })
    expect((rung as Record<string, number>)['tension']).toBeCloseTo(400, 9)
    expect(run([...span, '--tension', '400', '--text'], files).out).toMatch(/146\.8 mm: 400 N, rings at/)
  })

  test.each([
    [['tension', 'ketch.json', '--rpm', '2000'], 'tension needs --rpm N and --load LAMBDA.'],
    [['tension', 'ketch.json', '--rpm', 'fast', '--load', '1'], '--rpm fast: write a number from 0 to 30000.'],
    [['deflect', 'ketch.json', '--belt', 'main'], 'deflect needs --span FROM,TO.'],
    [
      ['deflect', 'ketch.json', '--belt', 'main', '--span', 'crank.1,alt.1', '--tension', '1'],
      '--span crank.1,alt.1: this belt has no such span; it has crank.1,tens.1 tens.1,alt.1 alt.1,wp.1 wp.1,ps.1 ps.1,ac.1 ac.1,crank.1.',
    ],
    [
      ['deflect', 'ketch.json', '--belt', 'main', '--span', 'crank.1,tens.1', '--frequency', '0'],
      'The frequency must be above zero.',
    ],
  ])('%p exits 2 with one line', (args, line) => {
    expect(run(args, files)).toEqual({ status: 2, out: '', err: [line] })
  })
})

test('schema prints a JSON Schema', () => {
  const { status, out } = run(['schema'])
  expect(status).toBe(0)
  expect(JSON.parse(out)).toMatchObject({ type: 'object', additionalProperties: false })
})

test('help is everywhere', () => {
  expect(run(['--help'])).toMatchObject({ status: 0 })
  expect(run(['solve', '--help']).out).toContain('--u ADJUSTER=VALUE')
  expect(run(['schema', '--help']).status).toBe(0)
  expect(run([]).status).toBe(2)
})

describe('survey', () => {
  const triangle = {
    pulleys: ['a', 'b', 'c'].map((id) => ({ id, diameter: 100 })),
    distances: [
      { from: 'a', to: 'b', kind: 'centre', value: 300 },
      { from: 'a', to: 'c', kind: 'gap', value: 300 },
      { from: 'b', to: 'c', kind: 'outside', value: 600, sigma: 2 },
    ],
  }
  const survey = (value: unknown, ...more: string[]) =>
    run(['survey', 'x', ...more], { x: typeof value === 'string' ? value : JSON.stringify(value) })

  test('prints places, residuals and what is not determined', () => {
    const { status, out } = survey(triangle)
    const result = JSON.parse(out) as {
      pulleys: { x: number; y: number }[]
      residuals: object[]
      undetermined: string[]
    }
    expect(status).toBe(0)
    // 300, 400, 500: a right angle at a; counter-clockwise from a over b puts c on the left.
    expect(result.pulleys.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [0, 0],
      [0, 300],
      [-400, 0],
    ])
    expect(result.residuals).toMatchObject([{ from: 'a', to: 'b', outlier: false }, {}, {}])
    expect(Object.keys(result)).toEqual(['pulleys', 'residuals', 'undetermined'])
    expect(survey(triangle, '--text').out).toMatch(/^c +−400\.0 +0\.0/m)
  })

  test.each<[string, unknown, string]>([
    ['no JSON', '{', 'x is not JSON'],
    ['no pulleys', { pulleys: [], distances: [] }, '$.pulleys must have at least 1 entry.'],
    [
      'a kind nobody has',
      { ...triangle, distances: [{ from: 'a', to: 'b', kind: 'far', value: 1 }] },
      '$.distances[0].kind must be one of centre, outside, gap.',
    ],
    [
      'a stranger',
      { ...triangle, distances: [{ from: 'a', to: 'z', kind: 'gap', value: 1 }] },
      '$.distances[0].to names "z", but there is no such pulley.',
    ],
    ['a key too many', { ...triangle, colour: 1 }, 'colour'],
    [
      'half a place',
      { ...triangle, pulleys: [{ id: 'a', diameter: 9, x: 1 }], distances: [] },
      '$.pulleys[0] must have both x and y, or neither.',
    ],
    [
      'a distance to itself',
      { ...triangle, distances: [{ from: 'a', to: 'a', kind: 'gap', value: 1 }] },
      '$.distances[0].to is the pulley it starts from.',
    ],
  ])('%s is refused', (_, value, line) => {
    const { status, err } = survey(value)
    expect([status, err.join('\n')]).toEqual([2, expect.stringContaining(line)])
  })
})

describe('route', () => {
  test('prints routes, best first, and how many beginnings it looked at', () => {
    const { status, out } = run(['route', 'ketch.json', '--belt', 'main', '--most', '2'], files)
    const result = JSON.parse(out) as {
      routes: { route: unknown[]; statedLength: number; leastWrap: object; reasons: string[] }[]
      searched: number
    }
    expect(status).toBe(0)
    expect(result.routes).toHaveLength(2)
    expect(result.routes[0]).toMatchObject({
      leastWrap: { pulley: 'tens.1' },
      reasons: expect.arrayContaining(['2 reverse bends.']) as unknown,
    })
    expect(result.searched).toBeGreaterThan(10)
    expect(run(['route', 'ketch.json', '--belt', 'main', '--text'], files).out).toMatch(
      /^\d+ routes found, \d+ beginnings looked at\.$/m,
    )
  })

  test.each([
    [['route', 'ketch.json'], 'route needs --belt ID.'],
    [['route', 'ketch.json', '--belt', 'other'], '--belt other: the drive has no such belt; it has main.'],
    [['route', 'ketch.json', '--belt', 'main', '--most', 'x'], '--most x: write a whole number from 1 up.'],
    [['route'], 'route takes one FILE, or - for standard input.'],
    [['route', 'gone', '--belt', 'main'], 'gone cannot be read: there is no such file.'],
  ])('%j is refused', (args, line) => {
    expect(run(args, files)).toMatchObject({ status: 2, err: [line] })
  })
})

test('the documented schema is the one that is printed', () => {
  const written = readFileSync(new URL('../../docs/reference/drive.schema.json', import.meta.url), 'utf8')
  expect(run(['schema']).out).toBe(written)
})
