import { describe, expect, test } from '@jest/globals'
import { vectorNamed } from '../testing/vectors.ts'
import type { DriveDraft } from './edits.ts'
import { checkDrive, problemLine, type DriveRead } from './read.ts'
import { MAX_TEXT, readDriveText } from './read-text.ts'

const good = vectorNamed('serpentine-1').drive

function broken(change: (draft: DriveDraft) => void): DriveRead {
  const draft = structuredClone(good) as DriveDraft
  change(draft)
  return checkDrive(draft)
}

function lines(read: DriveRead): string[] {
  return read.ok ? [] : read.problems.map(problemLine)
}

test('a good document is taken, and comes back as it was', () => {
  const read = readDriveText(JSON.stringify(good))
  expect(read.ok && read.drive).toEqual(good)
})

describe('refused with the path and a sentence', () => {
  test.each<[string, (draft: DriveDraft) => void, string]>([
    [
      'an unknown key',
      (d) => Object.assign(d.shafts[1] as object, { colour: 'red' }),
      '$.shafts[1].colour is not a known key.',
    ],
    ['an unknown key at the top', (d) => Object.assign(d, { author: 'x' }), '$.author is not a known key.'],
    [
      'a dangling shaft',
      (d) => ((d.pulleys[0] as { shaft: string }).shaft = 'nowhere'),
      '$.pulleys[0].shaft names "nowhere", but there is no such shaft.',
    ],
    [
      'a dangling pulley',
      (d) => ((d.belts[0] as (typeof d.belts)[0]).route[2] = { pulley: 'gone', contact: 'ribs' }),
      '$.belts[0].route[2].pulley names "gone", but there is no such pulley.',
    ],
    [
      'a dangling adjuster',
      (d) => ((d.belts[0] as (typeof d.belts)[0]).adjuster = 'gone'),
      '$.belts[0].adjuster names "gone", but there is no such adjuster.',
    ],
    [
      'two cranks',
      (d) => ((d.shafts[2] as { kind: string }).kind = 'crank'),
      '$.shafts[2].kind makes a second crank beside shafts[0]; exactly one shaft must be of kind crank.',
    ],
    [
      'no crank',
      (d) => ((d.shafts[0] as { kind: string }).kind = 'other'),
      '$.shafts has no crank; exactly one shaft must be of kind crank.',
    ],
    [
      'an id twice',
      (d) => d.shafts.push({ id: 'alt', name: 'Another', kind: 'other', x: 0, y: 0 }),
      '$.shafts[6].id repeats "alt", the id of shafts[2].',
    ],
    [
      'a later version',
      (d) => ((d as { version: number }).version = 3),
      '$.version is 3; this Emery reads versions 1 and 2.',
    ],
    [
      'another format',
      (d) => ((d as { format: string }).format = 'gears'),
      '$.format must be "emery-drive"; this is not a drive document.',
    ],
    [
      'a diameter that is not finite',
      (d) => ((d.pulleys[0] as { diameter: number }).diameter = Infinity),
      '$.pulleys[0].diameter must be a number from 5 to 2000 mm.',
    ],
    [
      'a diameter that is no number',
      (d) => ((d.pulleys[0] as { diameter: number }).diameter = NaN),
      '$.pulleys[0].diameter must be a number from 5 to 2000 mm.',
    ],
    [
      'a diameter as text',
      (d) => Object.assign(d.pulleys[0] as object, { diameter: '160' }),
      '$.pulleys[0].diameter must be a number from 5 to 2000 mm.',
    ],
    [
      'half a groove',
      (d) => ((d.pulleys[0] as { grooves: number }).grooves = 5.5),
      '$.pulleys[0].grooves must be a whole number from 1 to 30.',
    ],
    [
      'a face nobody makes',
      (d) => Object.assign(d.pulleys[0] as object, { face: 'flat' }),
      '$.pulleys[0].face must be one of ribbed, vee, toothed, smooth.',
    ],
    [
      'a key of another face',
      (d) => Object.assign(d.pulleys[1] as object, { grooves: 6 }),
      '$.pulleys[1].grooves is not a known key.',
    ],
    [
      'an adjuster of the crank',
      (d) => ((d.adjusters[0] as { shaft: string }).shaft = 'crank'),
      '$.adjusters[0].shaft moves the crank, which cannot move.',
    ],
    [
      'a route that comes back',
      (d) => d.belts[0]?.route.push({ pulley: 'crank.1', contact: 'ribs' }),
      '$.belts[0].route[6].pulley comes to "crank.1" a second time.',
    ],
    [
      'ribs on a V belt',
      (d) => ((d.belts[0] as { section: string }).section = 'V13'),
      '$.belts[0].ribs must be 1 for a V13 belt.',
    ],
    [
      'a load that runs backwards',
      (d) =>
        ((d.shafts[2] as { load: unknown }).load = {
          light: [
            [100, 1],
            [50, 2],
          ],
          heavy: [[0, 1]],
        }),
      '$.shafts[2].load.light must rise in speed from one point to the next.',
    ],
    ['a name of nothing', (d) => (d.name = ''), '$.name must not be empty.'],
    [
      'marks out of order',
      (d) => Object.assign(d.adjusters[0] as object, { marks: { min: 0.5, nominal: 0.2, max: 0.9 } }),
      '$.adjusters[0].marks must rise from min over nominal to max.',
    ],
  ])('%s', (_, change, line) => {
    expect(lines(broken(change))).toEqual([line])
  })

  test('a missing key', () => {
    expect(lines(broken((d) => delete (d as Partial<DriveDraft>).engine))).toEqual(['$.engine is missing.'])
  })

  test('ten thousand pulleys', () => {
    const read = broken((d) => {
      d.pulleys = Array.from({ length: 10_000 }, (_, i) => ({
        ...(d.pulleys[0] as object),
        id: `p${i}`,
      })) as DriveDraft['pulleys']
    })
    expect(lines(read)).toEqual(['$.pulleys has 10000 entries; no list of a drive document has more than 240.'])
  })

  test('several mistakes are told together, a flood of them cut short', () => {
    const read = broken((d) => d.shafts.push(...Array.from({ length: 30 }, () => ({}) as (typeof d.shafts)[0])))
    expect(lines(read).length).toBeLessThanOrEqual(21)
    expect(lines(read).at(-1)).toMatch(/more problems like these/)
  })
})

describe('text that is no document', () => {
  test.each([
    [
      'NaN',
      '{"format": "emery-drive", "engine": {"idleRpm": NaN}}',
      '$.engine.idleRpm is NaN at line 1, column 49; it must be a number.',
    ],
    ['nothing', '', '$ is not JSON at line 1, column 1 (value expected).'],
    ['a list', '[]', '$ must be an object.'],
    [
      'half a document',
      '{"format": "emery-drive"',
      /^\$\.format is not JSON at line 1, column 25 \(close brace expected\)/,
    ],
    ['a comma too many', '{"a": [1,2,]}', /is not JSON at line 1/],
    ['a comment', '{ // hello\n}', /is not JSON at line 1/],
    ['a key twice', '{"format": "emery-drive", "name": "a", "name": "b"}', '$.name is given twice.'],
    ['deep nesting', '['.repeat(100_000), /nested more than 32 deep at line 1, column 33/],
    ['fifty megabytes', 'x'.repeat(MAX_TEXT + 1), /has at most 1000000/],
    [
      'a number too large to hold',
      JSON.stringify(good).replace('"idleRpm":852', '"idleRpm":1e999'),
      '$.engine.idleRpm must be a number from 1 to 30000 rpm.',
    ],
  ])('%s', (_, text, line) => {
    const [first] = lines(readDriveText(text))
    if (typeof line === 'string') expect(first).toBe(line)
    else expect(first).toMatch(line)
  })
})
