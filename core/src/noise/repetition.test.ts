import { describe, expect, test } from '@jest/globals'
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive } from '../path/settle.ts'
import { demoDrive } from '../testing/demo-drives.ts'
import { loopDrive } from '../testing/drives.ts'
import { recurring, repetitionAnswer, repetitionMatches } from './repetition.ts'

describe('what keeps time', () => {
  // Cord circles of 50 and 25 mm, 300 mm apart, built so that the figures can be had by hand.
  const drive: CheckedDrive = loopDrive(
    [
      { x: 0, y: 0, diameter: 100 },
      { x: 300, y: 0, diameter: 50 },
    ],
    { ribs: 6 },
  )
  const settled = settleDrive(drive)
  const of = (id: string, times: 1 | 2) =>
    recurring(settled, 900).find((each) => each.id === id && each.times === times)?.expected

  test('a shaft’s turn, n/60; the belt’s passing, v/L', () => {
    expect(of('p0', 1)).toBeCloseTo(15, 9)
    expect(of('p0', 2)).toBeCloseTo(30, 9)
    const [belt] = settled.belts
    const [crank, other] = (belt?.circles ?? []).map(({ r }) => r)
    expect(of('p1', 1)).toBeCloseTo((15 * (crank ?? NaN)) / (other ?? NaN), 9)
    const length = belt?.path.ok === true ? belt.path.length : NaN
    expect(of('belt', 1)).toBeCloseTo((15 * 2 * Math.PI * (crank ?? NaN)) / length, 9)
  })

  test.each([
    [15, 'p0', 1],
    [15.44, 'p0', 1],
    [30.2, 'p0', 2],
  ])('%d times a second is %s', (repetition, id, times) => {
    expect(repetitionMatches(settled, 900, repetition)[0]).toMatchObject({ id, times })
  })

  test('beyond 3 % nothing keeps time', () => {
    expect(repetitionMatches(settled, 900, 15.46).filter(({ id }) => id === 'p0')).toEqual([])
  })

  test('is an answer in words; a steady noise is one too, and a repetition of nothing known is none', () => {
    expect(repetitionAnswer(15.1, repetitionMatches(settled, 900, 15.1), 900)).toEqual({
      test: 'repeats',
      outcome: 'crank',
      detail: '15.10 times a second at 900 rpm, with Shaft 0 (15.00)',
    })
    expect(repetitionAnswer(null, [], 900)?.outcome).toBe('none')
    expect(repetitionAnswer(11.1, [], 900)).toBeUndefined()
  })

  test('parts of the demo drives that differ by more than 5 % are told apart from 2 % beside', () => {
    for (const name of ['ketch-main', 'haulm-main', 'skerry-rod']) {
      const demo = settleDrive(demoDrive(name))
      const all = recurring(demo, 850)
      for (const each of all) {
        const alone = all.every((other) => other === each || Math.abs(other.expected / each.expected - 1) > 0.05)
        if (!alone) continue
        for (const error of [-0.02, 0, 0.02])
          expect(repetitionMatches(demo, 850, each.expected * (1 + error))[0]).toMatchObject({
            id: each.id,
            times: each.times,
          })
      }
    }
  })
})
