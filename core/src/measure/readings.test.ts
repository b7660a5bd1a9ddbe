import { describe, expect, test } from '@jest/globals'
import type { DriveDraft, DriveEdit } from '../drive/edits.ts'
import type { Reading } from '../drive/reading.ts'
import { checkDrive } from '../drive/read.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { diameterFrom, newestReading, overBalls, strikeReading, takeReading, waysToRead } from './readings.ts'

const stamp = { written: '', by: 'Wren', at: '2026-11-24T08:00:00Z' }
const base = { id: 'r1', pulley: 'crank.1', ...stamp }

function after(...edits: readonly DriveEdit[]) {
  const draft = structuredClone(vectorNamed('serpentine-1').drive) as DriveDraft
  edits.forEach((edit) => edit(draft))
  const read = checkDrive(draft)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return { draft, pulley: (id: string) => draft.pulleys.find((each) => each.id === id) }
}

describe('diameters, by hand', () => {
  const outer = vectorNamed('serpentine-1').drive.pulleys
  const crank = outer.find(({ id }) => id === 'crank.1')
  const across = crank?.face === 'ribbed' ? (crank.diameter ?? 0) : 0
  test.each<[string, Reading, number, string]>([
    ['across the outside', { ...base, how: 'outside', value: 158 }, 158, 'outside'],
    ['over the belt', { ...base, how: 'overBelt', value: 163 }, 163, 'overBelt'],
    ['round it: C / π', { ...base, how: 'circumference', value: 500 }, 500 / Math.PI, 'outside'],
    [
      'round it with a 0.4 mm tape',
      { ...base, how: 'circumference', value: 500, tape: 0.4 },
      500 / Math.PI - 0.4,
      'outside',
    ],
    [
      'a step 11.5 mm down, which counts twice',
      { ...base, pulley: 'alt.1', how: 'step', value: 11.5, outer: 'crank.1' },
      across - 23,
      'outside',
    ],
    // ISO-style tables give 0.99 mm for 2.5 mm balls in PK grooves.
    ['over 2.5 mm balls', { ...base, how: 'balls', value: 100.99, ball: 2.5 }, 100, 'effective'],
  ])('%s', (_, reading, diameter, at) => {
    const read = diameterFrom(reading, outer)
    expect(read?.diameter).toBeCloseTo(diameter, 2)
    expect(read?.diameterAt).toBe(at)
  })

  test('larger balls stand out further: by 1 + 1/sin 20° of their diameter', () => {
    expect(overBalls(3) - overBalls(2.5)).toBeCloseTo(0.5 * (1 + 1 / Math.sin(Math.PI / 9)), 12)
  })

  test('counts say nothing of a diameter, and a step of an unmeasured pulley neither', () => {
    expect(diameterFrom({ ...base, how: 'grooves', value: 6 }, outer)).toBeUndefined()
    expect(diameterFrom({ ...base, how: 'step', value: 3, outer: 'gone' }, outer)).toBeUndefined()
  })
})

describe('readings are kept, and the newest counts', () => {
  const first: Reading = { ...base, how: 'outside', value: 158 }
  const second: Reading = { ...base, id: 'r2', how: 'circumference', value: 500 }

  test('taken, then deleted', () => {
    const { draft, pulley } = after(takeReading(first), takeReading(second))
    expect(draft.readings).toEqual([first, second])
    expect(pulley('crank.1')).toMatchObject({ diameter: 500 / Math.PI })
    expect(newestReading(draft.readings ?? [], 'crank.1', 'diameter')).toEqual(second)
    const struck = after(takeReading(first), takeReading(second), strikeReading('r2'))
    expect(struck.pulley('crank.1')).toMatchObject({ diameter: 158 })
    expect(after(takeReading(first), strikeReading('r1')).pulley('crank.1')).toMatchObject({ diameter: 158 })
    expect(after(strikeReading('nothing')).draft.readings).toBeUndefined()
  })

  test('an inner step follows the outer one it was read from', () => {
    const step: Reading = { ...base, id: 's', pulley: 'alt.1', how: 'step', value: 10, outer: 'crank.1' }
    expect(after(takeReading(first), takeReading(step)).pulley('alt.1')).toMatchObject({ diameter: 138 })
    expect(
      after(takeReading(first), takeReading(step), takeReading({ ...first, id: 'r3', value: 160 })).pulley('alt.1'),
    ).toMatchObject({
      diameter: 140,
    })
  })

  test('grooves and ride are set where they belong', () => {
    expect(after(takeReading({ ...base, how: 'grooves', value: 7 })).pulley('crank.1')).toMatchObject({ grooves: 7 })
    // A ribbed pulley has no ride; the reading is kept and changes nothing.
    const { draft, pulley } = after(takeReading({ ...base, how: 'ride', value: 1 }))
    expect(pulley('crank.1')).not.toHaveProperty('ride')
    expect(draft.readings).toHaveLength(1)
  })

  test('teeth are counted on a toothed pulley', () => {
    const draft = structuredClone(vectorNamed('toothed-1').drive) as DriveDraft
    takeReading({ ...base, how: 'teeth', value: 31 })(draft)
    expect(draft.pulleys.find(({ id }) => id === 'crank.1')).toMatchObject({ teeth: 31 })
  })
})

test('each face has its own ways to be read', () => {
  const ways = (face: string, stepped: boolean) => waysToRead({ face } as never, stepped)
  expect(ways('toothed', true)).toEqual(['teeth'])
  expect(ways('vee', false)).toContain('ride')
  expect(ways('smooth', true)).toContain('step')
  expect(ways('ribbed', false)).not.toContain('step')
})
