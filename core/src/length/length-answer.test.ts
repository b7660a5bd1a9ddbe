import { describe, expect, test } from '@jest/globals'
import type { LengthReading } from '../drive/length-reading.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { measureOnDrive } from './aids.ts'
import { effectsOf } from './effects.ts'
import { lengthAnswer, type LengthAnswer } from './length-answer.ts'
import { nextReading } from './next-reading.ts'
import { isBlunder, type LengthSource } from './sources.ts'

const base = { belt: 'main', written: '', by: '', at: '2026-01-01T00:00:00Z' }
const { drive } = vectorNamed('serpentine-1')
const [belt] = settleDrive(drive).belts
const lengthAt = (u: number) => belt?.adjuster?.lengthAt(u)?.length ?? NaN

function answerFor(readings: readonly LengthReading[], of: CheckedDrive = drive): LengthAnswer {
  const settled = settleDrive(mustCheck({ ...of, lengths: readings }))
  const [first] = settled.belts
  if (first === undefined) throw new Error('no belt')
  return lengthAnswer(settled, first)
}

const source = ({ sources }: LengthAnswer, id: string): LengthSource => {
  const found = sources.find((each) => each.id === id)
  if (found === undefined) throw new Error(`no source ${id}`)
  return found
}

/** A strap that reads exactly what it should on a drive whose path is `off` mm longer than drawn. */
function strap(off: number, u = 0): LengthReading {
  const measured = belt === undefined ? undefined : measureOnDrive(belt, { aid: 'strap', thickness: 2, reading: 0 }, u)
  const value = lengthAt(u) + off - (measured?.correction ?? NaN)
  return { ...base, id: 'strap', how: 'aid', aid: 'strap', thickness: 2, value, u }
}
const trial = (fields: Partial<Extract<LengthReading, { how: 'trial' }>>): LengthReading => ({
  ...base,
  id: 'trial',
  how: 'trial',
  value: 1680,
  outcome: 'on',
  ...fields,
})

/** The same drive before anyone has said where its shafts are. */
const unplaced = mustCheck({
  ...drive,
  shafts: drive.shafts.map((shaft) => (shaft.kind === 'crank' ? shaft : { ...shaft, x: null, y: null })),
})

describe('geometry alone', () => {
  test('wants what the path does where a new belt should stand', () => {
    // Marks at 0.1 and 0.45: half-way is 0.275.
    const answer = answerFor([])
    expect(answer.u).toBeCloseTo(0.275, 12)
    expect(answer.wanted?.mean).toBeCloseTo(lengthAt(0.275), 6)
    expect(answer.reachFrom).toBe('geometry')
    // Six places within 1 mm and diameters within 0.5 mm: a few millimetres to either side, nine times in ten.
    const { low, high } = answer.wanted ?? { low: NaN, high: NaN }
    expect(high - low).toBeGreaterThan(4)
    expect(high - low).toBeLessThan(16)
  })
})

describe('a strap', () => {
  test('is corrected at the place of the adjuster where it was laid, and carried to where a new belt stands', () => {
    for (const u of [0, 0.6, 1]) {
      const answer = answerFor([strap(4, u)])
      // Between the ends its place was judged by eye, and the path bends a little.
      expect(source(answer, 'strap').length).toBeCloseTo(lengthAt(0.275) + 4, 1)
    }
  })

  test('pulls the answer toward itself and narrows it', () => {
    const alone = answerFor([])
    const both = answerFor([strap(4)])
    const between = (both.wanted?.median ?? NaN) - (alone.wanted?.median ?? NaN)
    expect(between).toBeGreaterThan(0.5)
    expect(between).toBeLessThan(4)
    const width = ({ wanted }: LengthAnswer) => (wanted?.high ?? NaN) - (wanted?.low ?? NaN)
    expect(width(both)).toBeLessThan(width(alone))
    const settled = settleDrive(mustCheck({ ...drive, lengths: [strap(4)] }))
    const effect = settled.belts[0] === undefined ? undefined : effectsOf(settled, settled.belts[0], both).get('strap')
    expect(effect?.moved).toBeCloseTo(between, 9)
    expect(effect?.widthWithout).toBeCloseTo(width(alone), 9)
  })

  test('put aside counts for nothing and is kept', () => {
    const answer = answerFor([{ ...strap(4), leftOut: true }])
    expect(source(answer, 'strap').not).toBe('left out')
    expect(answer.wanted?.mean).toBeCloseTo(lengthAt(0.275), 6)
  })
})

describe('an old belt', () => {
  test('that fitted somewhere in the adjuster’s reach, or so somebody says, is named where it cannot have', () => {
    const answer = answerFor([
      strap(0),
      { ...base, id: 'label', how: 'label', section: 'PK', ribs: 6, value: lengthAt(1) + 60 },
    ])
    expect(isBlunder(source(answer, 'label'))).toBe(true)
    expect(Math.abs((answer.wanted?.mean ?? NaN) - lengthAt(0.275))).toBeLessThan(0.5)
  })

  test('seen to stand at a mark says the length there', () => {
    const answer = answerFor([
      { ...base, id: 'label', how: 'label', section: 'PK', ribs: 6, value: 1690, scale: 'marks', place: 2 },
    ])
    expect(source(answer, 'label').length).toBeCloseTo(1690 + lengthAt(0.275) - lengthAt(0.45), 0)
  })

  test('of another section is kept and not counted', () => {
    const answer = answerFor([{ ...base, id: 'label', how: 'label', section: 'V13', ribs: 1, value: 1670 }])
    expect(source(answer, 'label')).toMatchObject({ not: 'wrong section', length: null })
  })
})

describe('a belt tried on', () => {
  test('says the length at its own place, as closely as the place was read', () => {
    const answer = answerFor([trial({ scale: 'travel', place: 0.5 })])
    const { length, sigma } = source(answer, 'trial')
    // The path bends a little over the places that may have been meant.
    expect(Math.abs((length ?? NaN) - (1680 + lengthAt(0.275) - lengthAt(0.5)))).toBeLessThan(0.2)
    const perU = belt?.adjuster?.lengthAt(0.5)?.perU ?? NaN
    expect(sigma).toBeGreaterThan(1)
    expect(sigma).toBeLessThan(Math.hypot(1, 0.05 * perU))
  })

  test('is read in degrees too, along the arm’s own turn', () => {
    const motion = belt?.adjuster?.motion
    const answer = answerFor([trial({ scale: 'reading', place: motion?.valueAt(0.5) ?? NaN })])
    expect(Math.abs((source(answer, 'trial').length ?? NaN) - (1680 + lengthAt(0.275) - lengthAt(0.5)))).toBeLessThan(
      0.2,
    )
  })

  test('that would not go on counts only once it was seen to sit in every groove', () => {
    const wouldNot = { outcome: 'too-short', value: lengthAt(0) + 2 } as const
    const unseen = answerFor([trial(wouldNot)])
    expect(source(unseen, 'trial').not).toBe('not seated')
    expect(unseen.wanted?.mean).toBeCloseTo(lengthAt(0.275), 2)
    const seen = answerFor([trial({ ...wouldNot, seated: true })])
    expect(source(seen, 'trial')).toMatchObject({ not: null, bound: 'longer' })
    expect(seen.wanted?.mean).toBeGreaterThan(lengthAt(0.275) + 1)
  })

  test('that stayed slack makes the answer shorter', () => {
    const slack = answerFor([trial({ outcome: 'slack', value: lengthAt(1) - 2 })])
    expect(slack.wanted?.mean).toBeLessThan(lengthAt(0.275) - 1)
  })

  test('that contradicts everything else is named, and hardly moves the answer', () => {
    const answer = answerFor([strap(0), trial({ scale: 'travel', place: 0.9, value: 1600 })])
    expect(isBlunder(source(answer, 'trial'))).toBe(true)
    expect(Math.abs((answer.wanted?.mean ?? NaN) - lengthAt(0.275))).toBeLessThan(0.5)
  })

  test('of another section is kept, said, and not counted', () => {
    const answer = answerFor([trial({ written: '13x1680', scale: 'travel', place: 0.5 })])
    expect(source(answer, 'trial').not).toBe('wrong section')
  })

  test('that is on and stands where a new belt should ends the search: only its equal is bought', () => {
    const value = Math.round(lengthAt(0.25))
    const answer = answerFor([trial({ value, scale: 'marks', place: 1.5 })])
    expect(answer.settled).toMatchObject({ id: 'trial', length: value })
    expect(answer.bring([1600, 1650, 1700]).belts.map(({ length }) => length)).toEqual([value])
    const atItsStop = answerFor([trial({ value: lengthAt(1), scale: 'marks', place: 4 })])
    expect(atItsStop.settled).toBeNull()
  })
})

test('eleven readings that cannot all be true: all are kept, and those that are out of line are named', () => {
  const straps = Array.from({ length: 7 }, (_, i): LengthReading => ({ ...strap(i % 3), id: `strap-${i}` }))
  const wild = [-90, -60, 70, 110].map((off, i): LengthReading => ({ ...strap(off), id: `wild-${i}` }))
  const answer = answerFor([...straps, ...wild])
  expect(answer.sources).toHaveLength(12)
  expect(answer.sources.filter(isBlunder).map(({ id }) => id)).toEqual(['wild-0', 'wild-1', 'wild-2', 'wild-3'])
  expect(Math.abs((answer.wanted?.mean ?? NaN) - lengthAt(0.275))).toBeLessThan(3)
})

describe('with no geometry at all', () => {
  const alone = (readings: readonly LengthReading[]) => answerFor(readings, unplaced)
  const laid = (id: string, value: number, u: number): LengthReading => ({
    ...base,
    id,
    how: 'aid',
    aid: 'strap',
    thickness: 2,
    value,
    u,
  })

  test('a strap still gives an answer, by the reach that such adjusters have', () => {
    const answer = alone([laid('a', 1660, 0)])
    expect(answer.reachFrom).toBe('adjuster')
    expect(answer.wanted?.mean).toBeGreaterThan(1660 - 2 * Math.PI)
    expect(answer.wanted?.mean).toBeLessThan(1660 + 30)
    const width = (answer.wanted?.high ?? NaN) - (answer.wanted?.low ?? NaN)
    expect(width).toBeGreaterThan(10)
    expect(answer.window).not.toBeNull()
    // What is not known is the reach, so its other end is worth most.
    expect(nextOf(answer)).toEqual({ do: 'strap', at: 'tight end' })
  })

  test('two at both ends say the reach as well', () => {
    const one = alone([laid('a', 1660, 0)])
    const both = alone([laid('a', 1660, 0), laid('b', 1710, 1)])
    const width = ({ wanted }: LengthAnswer) => (wanted?.high ?? NaN) - (wanted?.low ?? NaN)
    expect(width(both)).toBeLessThan(0.75 * width(one))
    expect(both.situation?.stretch.lengthTo ?? NaN).toBeCloseTo(1710 - 2 * Math.PI, -1)
  })

  test('a string shorter than any path round these pulleys is not believed', () => {
    const answer = alone([laid('a', 300, 0)])
    expect(source(answer, 'a').not).toBe('impossible')
    expect(answer.wanted).toBeNull()
  })

  test('belts that were slack, without anything else, say only on which side to look', () => {
    const slack = (id: string, value: number) => trial({ id, value, outcome: 'slack' })
    const answer = alone([slack('a', 1700), slack('b', 1680)])
    expect(answer.wanted).toBeNull()
    expect(answer.onlySide).toEqual({ side: 'shorter', than: 1680 })
    expect(nextOf(answer)).toEqual({ do: 'strap', at: 'slack end' })
  })

  test('a rope that nobody saw lie is a mixture, and is asked how it lay', () => {
    const rope = { ...laid('a', 1660, 0), aid: 'rope', thickness: 6 } as LengthReading
    expect(nextOf(alone([rope]))).toMatchObject({ do: 'say how it lay' })
    const sides = [laid('b', 1660, 0), rope].map((reading) => source(alone([reading]), reading.id).sigma ?? NaN)
    expect(sides[1]).toBeGreaterThan(2 * (sides[0] ?? NaN))
  })

  test('nothing read, nothing said', () => {
    expect(alone([])).toMatchObject({ sources: [], wanted: null, window: null, settled: null })
  })
})

function nextOf(answer: LengthAnswer) {
  const [first] = settleDrive(unplaced).belts
  return first === undefined ? null : nextReading(answer, first)
}

describe('with no adjuster on the drawing', () => {
  const bare = mustCheck({ ...drive, adjusters: [], belts: drive.belts.map((each) => ({ ...each, adjuster: null })) })

  test('but a tensioner on the route: nobody knows where that stood, so the answer is as wide as the reach', () => {
    const answer = answerFor([], bare)
    const [settled] = settleDrive(bare).belts
    if (settled?.path.ok !== true) throw new Error('no path')
    expect(answer).toMatchObject({ unhung: true, reachFrom: 'kind' })
    const drawn = settled.path.length - 2 * Math.PI * 1.6
    const { low, high } = answer.wanted ?? { low: NaN, high: NaN }
    expect(low).toBeLessThan(drawn)
    expect(high).toBeGreaterThan(drawn)
    // 3 % of 1 700 mm.
    expect(high - low).toBeGreaterThan(35)
  })

  test('and none on the route: fixed centres, tight by strain', () => {
    const stiff = mustCheck({
      ...bare,
      shafts: bare.shafts.map((shaft) => (shaft.kind === 'tensioner' ? { ...shaft, kind: 'idler' as const } : shaft)),
    })
    expect(answerFor([], stiff)).toMatchObject({
      unhung: false,
      reachFrom: 'fixed',
      restsOn: 'fixed',
      situation: null,
    })
  })
})
