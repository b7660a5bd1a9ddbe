import { expect, test } from '@jest/globals'
import { octaveDoubt, unitDoubt } from './doubts.ts'
import { twistTension } from './tension-readings.ts'

test('a twist stands for a tension, roughly, and for none where the belt hardly gives or turns over', () => {
  // A strip under tension resists with M ∝ T·θ, and the same hand twists the wanted one by 90°.
  expect(twistTension(300, 120)).toEqual({ tension: 225, sigma: expect.closeTo(67.5, 9) })
  expect(twistTension(300, 90)?.tension).toBe(300)
  expect([twistTension(300, 10), twistTension(300, 300)]).toEqual([null, null])
})

test('a gauge in pounds typed as kilograms is asked about, and a loose belt is not', () => {
  const dial = (newtons: number) => (by: number) => by * newtons
  // 67 lbf is 298 N; typed as kgf it is 657 N.
  expect(unitDoubt(dial(67 * 9.80665), 'kgf', 300)).toMatchObject({ unit: 'lbf', by: expect.closeTo(0.45359, 5) })
  expect(unitDoubt(dial(30.6 * 4.44822), 'lbf', 300)).toMatchObject({ unit: 'kgf' })
  expect(unitDoubt(dial(30), 'N', 300)).toMatchObject({ unit: 'kgf' })
  expect(unitDoubt(dial(180), 'N', 300)).toBeNull()
  expect(unitDoubt(dial(500), 'kgf', 300)).toBeNull()
  expect(unitDoubt(dial(300), 'N', 300)).toBeNull()
})

test('a pitch an octave off is asked about, and one that is only low is not', () => {
  expect(octaveDoubt(212, 107)).toBe(106)
  expect(octaveDoubt(52, 107)).toBe(104)
  expect(octaveDoubt(80, 107)).toBeNull()
  expect(octaveDoubt(150, 107)).toBeNull()
})
