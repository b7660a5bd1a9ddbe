import { describe, expect, test } from '@jest/globals'
import type { LengthReading } from '../drive/length-reading.ts'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { mustCheck, vectorNamed } from '../testing/vectors.ts'
import { measureOnDrive } from './aids.ts'
import { lengthAnswer, type LengthAnswer, type LengthSource } from './length-answer.ts'

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
    expect(answer.wanted?.mean).toBeCloseTo(lengthAt(0.275), 9)
    expect(answer.curve).toBe('geometry')
    // Six places within 1 mm and diameters within 0.5 mm: a few millimetres.
    expect(answer.wanted?.sigma).toBeGreaterThan(1)
    expect(answer.wanted?.sigma).toBeLessThan(5)
  })
})

describe('a strap', () => {
  test('is corrected at the place of the adjuster where it was laid, and carried to where a new belt stands', () => {
    for (const u of [0, 0.6, 1]) {
      const answer = answerFor([strap(4, u)])
      expect(source(answer, 'strap').length).toBeCloseTo(lengthAt(0.275) + 4, 6)
    }
  })

  test('pulls the answer toward itself and narrows it', () => {
    const alone = answerFor([])
    const both = answerFor([strap(4)])
    const between = (both.wanted?.mean ?? NaN) - (alone.wanted?.mean ?? NaN)
    expect(between).toBeGreaterThan(0.5)
    expect(between).toBeLessThan(4)
    expect(both.wanted?.sigma).toBeLessThan(alone.wanted?.sigma ?? NaN)
  })

  test('put aside counts for nothing and is kept', () => {
    const answer = answerFor([{ ...strap(4), leftOut: true }])
    expect(source(answer, 'strap').not).toBe('left out')
    expect(answer.wanted?.mean).toBeCloseTo(lengthAt(0.275), 9)
  })
})

describe('an old belt', () => {
  test('far off is called out by name', () => {
    const answer = answerFor([
      strap(0),
      { ...base, id: 'label', how: 'label', section: 'PK', ribs: 6, value: lengthAt(0.275) + 40 },
    ])
    expect(source(answer, 'label')).toMatchObject({ not: 'outlier' })
    expect(source(answer, 'label').apart).toBeCloseTo(40, 0)
  })

  test('of another section is kept and not counted', () => {
    const answer = answerFor([{ ...base, id: 'label', how: 'label', section: 'V13', ribs: 1, value: 1670 }])
    expect(source(answer, 'label')).toMatchObject({ not: 'wrong section', length: null })
  })
})

describe('a belt tried on', () => {
  test('says the length at its own place: 1 mm and the reading’s own uncertainty', () => {
    const answer = answerFor([trial({ scale: 'travel', place: 0.5 })])
    const { length, sigma } = source(answer, 'trial')
    expect(length).toBeCloseTo(1680 + lengthAt(0.275) - lengthAt(0.5), 6)
    expect(sigma).toBeCloseTo(1 + 0.05 * (belt?.adjuster?.lengthAt(0.5)?.perU ?? NaN), 6)
  })

  test('is read in degrees too, along the arm’s own turn', () => {
    const motion = belt?.adjuster?.motion
    const answer = answerFor([trial({ scale: 'reading', place: motion?.valueAt(0.5) ?? NaN })])
    expect(source(answer, 'trial').length).toBeCloseTo(1680 + lengthAt(0.275) - lengthAt(0.5), 6)
  })

  test('that would not go on counts only once it was seen to sit in every groove', () => {
    const wouldNot = { outcome: 'too-short', value: lengthAt(0) + 2 } as const
    const unseen = answerFor([trial(wouldNot)])
    expect(source(unseen, 'trial').not).toBe('not seated')
    expect(unseen.wanted?.mean).toBeCloseTo(lengthAt(0.275), 9)
    const seen = answerFor([trial({ ...wouldNot, seated: true })])
    expect(source(seen, 'trial').not).toBe('bound only')
    // The path at release is longer than 2 mm more than drawn: so is the wanted length.
    expect(seen.wanted?.mean).toBeGreaterThan(lengthAt(0.275) + 2)
  })

  test('that stayed slack makes the answer shorter', () => {
    const slack = answerFor([trial({ outcome: 'slack', value: lengthAt(1) - 2 })])
    expect(slack.wanted?.mean).toBeLessThan(lengthAt(0.275) - 2)
  })

  test('that contradicts everything else is said and not averaged in', () => {
    const answer = answerFor([strap(0), trial({ scale: 'travel', place: 0.9, value: 1600 })])
    expect(source(answer, 'trial').not).toBe('outlier')
    const refused = answerFor([strap(0), trial({ outcome: 'too-short', seated: true, value: lengthAt(0) + 60 })])
    expect(source(refused, 'trial')).toMatchObject({ not: 'outlier' })
    expect(refused.wanted?.mean).toBeCloseTo(answer.wanted?.mean ?? NaN, 6)
  })

  test('two marked the same that sit apart, and two marked apart that sit the same', () => {
    const on = (id: string, value: number, place: number) => trial({ id, value, scale: 'pointer', place })
    expect(answerFor([on('a', 1680, 0.2), on('b', 1680, 0.7)]).findings).toMatchObject([
      { kind: 'same mark, different fit' },
    ])
    expect(answerFor([on('a', 1670, 0.4), on('b', 1690, 0.4)]).findings).toMatchObject([
      { kind: 'different mark, same fit', apart: 20 },
    ])
    expect(answerFor([on('a', 1670, 0.28), on('b', 1680, 0.5)]).findings).toEqual([])
    const refused = trial({ id: 'c', value: 1680, outcome: 'too-short', seated: true })
    expect(answerFor([on('a', 1680, 0.5), refused]).findings).toMatchObject([{ kind: 'same mark, different fit' }])
  })
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

  test('a strap still gives an answer, on a nominal reach that widens its spread', () => {
    const answer = alone([laid('a', 1660, 0)])
    expect(answer.curve).toBe('nominal')
    // −2π·1 mm for a strap of 2 mm; from release on to 0.275 of 3 % of the length.
    const stated = 1660 - 2 * Math.PI
    expect(answer.wanted?.mean).toBeCloseTo(stated + 0.275 * 0.03 * stated, 6)
    expect(answer.wanted?.sigma).toBeGreaterThan(3)
    expect(answer.window).not.toBeNull()
  })

  test('two at both ends give the reach as well', () => {
    const answer = alone([laid('a', 1660, 0), laid('b', 1710, 1)])
    expect(answer.curve).toBe('readings')
    expect(answer.wanted?.mean).toBeCloseTo(1660 - 2 * Math.PI + 0.275 * 50, 6)
  })

  test('nothing read, nothing said', () => {
    expect(alone([])).toMatchObject({ sources: [], wanted: null, curve: null, window: null })
  })
})

describe('with no adjuster on the drawing', () => {
  const bare = mustCheck({ ...drive, adjusters: [], belts: drive.belts.map((each) => ({ ...each, adjuster: null })) })

  test('but a tensioner on the route: drawn as it stands with a new belt, its reach nominal', () => {
    const answer = answerFor([], bare)
    const [settled] = settleDrive(bare).belts
    if (settled?.path.ok !== true) throw new Error('no path')
    expect(answer).toMatchObject({ unhung: true, curve: 'nominal' })
    expect(answer.wanted?.mean).toBeCloseTo(settled.path.length - 2 * Math.PI * 1.6, 9)
  })

  test('and none on the route: fixed centres, tight by strain', () => {
    const stiff = mustCheck({
      ...bare,
      shafts: bare.shafts.map((shaft) => (shaft.kind === 'tensioner' ? { ...shaft, kind: 'idler' as const } : shaft)),
    })
    expect(answerFor([], stiff)).toMatchObject({ unhung: false, curve: 'fixed', restsOn: 'fixed', situation: null })
  })
})
