import { describe, expect, test } from '@jest/globals'
import { solveDrive } from '../solution/solve-drive.ts'
import { settleDrive } from '../path/settle.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import type { DriveDraft } from './edits.ts'
import { checkDrive, problemLine } from './read.ts'

const whole = vectorNamed('serpentine-1').drive
const half = (change: (draft: DriveDraft) => void) => {
  const draft = structuredClone(whole) as DriveDraft
  change(draft)
  return draft
}
const shaft = (draft: DriveDraft, id: string) => draft.shafts.find((each) => each.id === id) as DriveDraft['shafts'][0]

describe('a half-known drive says all that can be said', () => {
  test('without places there are still turning directions and ratios, the same as with them', () => {
    const drive = mustCheck(half((d) => d.shafts.forEach((each) => Object.assign(each, { x: null, y: null }))))
    const [with_, without] = [solveDrive(whole), solveDrive(drive)]
    expect(without.shafts.map(({ turns, ratio }) => ({ turns, ratio }))).toEqual(
      with_.shafts.map(({ turns, ratio }) => ({ turns, ratio })),
    )
    expect(without.belts[0]).toMatchObject({ ok: false, cordLength: null, spans: [], wraps: [] })
  })

  test('without one diameter the other ratios stand, and its own direction does', () => {
    const drive = mustCheck(
      half((d) =>
        d.pulleys.filter(({ shaft: on }) => on === 'alt').forEach((p) => Object.assign(p, { diameter: null })),
      ),
    )
    const [with_, without] = [solveDrive(whole), solveDrive(drive)]
    for (const [i, { id, turns, ratio, rpm }] of without.shafts.entries()) {
      expect(turns).toBe(with_.shafts[i]?.turns)
      if (id === 'alt') expect([ratio, rpm]).toEqual([null, null])
      else expect(ratio).toBe(with_.shafts[i]?.ratio)
    }
  })

  test('an arm’s shaft needs no place of its own', () => {
    const drive = mustCheck(half((d) => Object.assign(shaft(d, 'tens'), { x: null, y: null })))
    expect(solveDrive(drive).belts[0]?.statedLength).toBe(solveDrive(whole).belts[0]?.statedLength)
  })

  test('what is known already placed, what is not has none', () => {
    const { places, metal } = settleDrive(
      mustCheck(
        half((d) => {
          Object.assign(shaft(d, 'alt'), { x: null, y: null })
          Object.assign(d.pulleys[0] as object, { diameter: null })
        }),
      ),
    )
    expect(places.has('alt')).toBe(false)
    expect(places.has('ps')).toBe(true)
    expect(metal.has(whole.pulleys[0]?.id ?? '')).toBe(false)
  })
})

describe('kept readings hold together', () => {
  const by = { by: 'Wren', at: '2026-11-24T08:00:00Z' }
  const lines = (change: (draft: DriveDraft) => void) => {
    const read = checkDrive(half(change))
    return read.ok ? [] : read.problems.map(problemLine)
  }
  const reading = { id: 'r1', pulley: 'crank.1', how: 'outside' as const, value: 160, written: '160', ...by }
  const far = { id: 'd1', from: 'crank.1', to: 'alt.1', kind: 'centre' as const, value: 300, written: '300', ...by }

  test('readings, distances and marks are taken as they are', () => {
    const draft = half((d) => {
      d.readings = [reading, { ...reading, id: 'r2', how: 'balls', ball: 2.5 }]
      d.survey = { distances: [far], sides: [], upright: { from: 'crank.1', to: 'alt.1', direction: 90 } }
      d.photo = {
        id: 'p',
        width: 1000,
        height: 800,
        strength: 0.5,
        view: 'square-on',
        rims: [{ pulley: 'crank.1', points: [[1, 2]] }],
        ...by,
      }
    })
    const read = checkDrive(draft)
    expect(read.ok && read.drive).toEqual(draft)
  })

  test.each<[string, (draft: DriveDraft) => void, string]>([
    [
      'half a place',
      (d) => Object.assign(shaft(d, 'alt'), { x: null }),
      '$.shafts[2].x must not be null alone: a place is known or it is not.',
    ],
    [
      'a reading of nothing',
      (d) => (d.readings = [{ ...reading, pulley: 'gone' }]),
      '$.readings[0].pulley names "gone", but there is no such pulley.',
    ],
    [
      'a way to read that nobody has',
      (d) => (d.readings = [{ ...reading, how: 'guessed' as never }]),
      '$.readings[0].how must be one of outside, effective, pitch, overBelt, circumference, step, balls, grooves, teeth, ride.',
    ],
    [
      'a distance along one shaft',
      (d) => (d.survey = { distances: [{ ...far, to: 'crank.1' }], sides: [] }),
      '$.survey.distances[0].to is on the same shaft as "crank.1", so there is no distance between them.',
    ],
    [
      'a moment in words',
      (d) => (d.readings = [{ ...reading, at: 'yesterday' }]),
      '$.readings[0].at must be a moment like 2026-11-24T09:30:00Z.',
    ],
  ])('%s is refused', (_, change, line) => {
    expect(lines(change)).toEqual([line])
  })
})
