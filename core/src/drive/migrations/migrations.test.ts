import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { checkDrive, openStored, problemLine } from '../read.ts'

/** A file of version 1, as it was written then; it opens for ever. */
const V1 = JSON.parse(readFileSync(join('demo', 'drives', 'ketch-main.drive.json'), 'utf8')) as Record<
  string,
  unknown
> & {
  readonly engine: object
  readonly shafts: readonly Record<string, unknown>[]
}
const by = { by: 'Wren', at: '2026-11-24T08:00:00Z' }
const READINGS = [{ id: 'l1', pulley: 'crank.1', how: 'depth', value: 30, ...by }]
const withShaft = (more: object) => ({
  ...V1,
  shafts: V1.shafts.map((shaft, i) => (i === 1 ? { ...shaft, ...more } : shaft)),
})
const problems = (value: unknown) => {
  const read = checkDrive(value)
  return read.ok ? [] : read.problems.map(problemLine)
}

describe('a document of version 1', () => {
  test('opens as version 2, with what was renamed under its new names and all else as it was', () => {
    const read = checkDrive({ ...withShaft({ leastRpm: 1500 }), lineUp: READINGS })
    if (!read.ok) throw new Error(read.problems.map(problemLine).join(' '))
    const { version, alignment, shafts, ...rest } = read.drive
    const { version: was, shafts: shaftsWere, ...restWas } = V1
    expect([was, version, alignment]).toEqual([1, 2, READINGS])
    expect(shafts[1]).toEqual({ ...shaftsWere[1], minRpm: 1500 })
    expect(rest).toEqual(restWas)
  })

  test('does not gain a depth that nobody knows', () => {
    const pulleys = structuredClone(V1['pulleys'] as { z?: number }[])
    for (const pulley of pulleys) delete pulley.z
    const shallow = { ...V1, pulleys }
    const read = checkDrive(shallow)
    expect(read.ok && read.drive.pulleys.every((pulley) => !('z' in pulley))).toBe(true)
  })

  test.each<readonly [string, unknown, string]>([
    ['a key of version 2 in the engine', { ...V1, engine: { ...V1.engine, cylinders: 4 } }, '$.engine.cylinders'],
    ['a key of version 2 in a shaft', withShaft({ clutch: 'one-way' }), '$.shafts[1].clutch'],
    ['a new name of an old key', withShaft({ minRpm: 1500 }), '$.shafts[1].minRpm'],
    ['the new name of the readings', { ...V1, alignment: READINGS }, '$.alignment'],
  ])('%s is refused by its path', (_, document, path) => {
    expect(problems(document)).toEqual([`${path} is a key of version 2, and this document says it is version 1.`])
  })

  test('is told what is wrong by its own paths', () => {
    expect(problems(withShaft({ leastRpm: -1 }))[0]).toMatch(/^\$\.shafts\[1\]\.leastRpm must be a number/)
    expect(problems({ ...V1, lineUp: [{ ...READINGS[0], pulley: 'gone' }] })[0]).toMatch(
      /^\$\.lineUp\[0\]\.pulley names "gone"/,
    )
  })
})

describe('a document of version 2', () => {
  const V2 = { ...V1, version: 2 }
  const shaft = (more: object) => ({ ...withShaft(more), version: 2 })

  test('takes the keys that came with it', () => {
    expect(
      problems({
        ...shaft({
          clutch: 'decoupler',
          inertia: 0.003,
          rating: { amps: 120, volts: 14.2 },
          hubDepth: 1.5,
          assumed: ['x', 'y'],
        }),
        engine: { ...V1.engine, cylinders: 4, strokes: 4 },
      }),
    ).toEqual([])
  })

  test.each<readonly [string, unknown, RegExp]>([
    ['a name of version 1', shaft({ leastRpm: 1500 }), /^\$\.shafts\[1\]\.leastRpm is not a known key/],
    [
      'an assumed key the record does not have',
      shaft({ assumed: ['throw'] }),
      /^\$\.shafts\[1\]\.assumed\[0\] names "throw"/,
    ],
    ['three strokes', { ...V2, engine: { ...V1.engine, strokes: 3 } }, /^\$\.engine\.strokes must be 2 or 4/],
    ['a later version', { ...V1, version: 3 }, /^\$\.version is 3; this Emery reads versions 1 and 2/],
  ])('%s is refused in one sentence with its path', (_, document, line) => {
    const said = problems(document)
    expect(said).toHaveLength(1)
    expect(said[0]).toMatch(line)
  })

  test('that is stored is opened as it stands; one of version 1 is taken along', () => {
    expect(openStored(JSON.stringify(V2))).toEqual(V2)
    expect(openStored(JSON.stringify(V1))).toEqual(V2)
  })
})
