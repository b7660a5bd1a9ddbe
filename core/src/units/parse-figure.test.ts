import { describe, expect, test } from '@jest/globals'
import { parseFigure } from './parse-figure.ts'

const value = (text: string, unit: string) => {
  const read = parseFigure(text, unit)
  return read.ok ? read.value : NaN
}

describe('a figure', () => {
  // 1 kgf = 9.80665 N, 1 lbf = 4.4482216152605 N, 1 ft = 0.3048 m, 1 in = 25.4 mm: exact by definition.
  test.each([
    ['120A', 'A', 120],
    ['120 amps', 'A', 120],
    ['45', 'N', 45],
    ['32 kgf', 'N', 32 * 9.80665],
    ['70 lb', 'N', 70 * 4.4482216152605],
    ['1,5 kN', 'N', 1500],
    ['12 lb·ft', 'N·m', 12 * 4.4482216152605 * 0.3048],
    ['12 ft-lb', 'N·m', 12 * 4.4482216152605 * 0.3048],
    ['50 in-lb', 'N·m', 50 * 4.4482216152605 * 0.0254],
    ['16 Nm', 'N·m', 16],
    ['1300 psi', 'bar', (1300 * 4.4482216152605) / 0.0254 ** 2 / 1e5],
    ['3 hp', 'kW', 3 * 550 * 4.4482216152605 * 0.3048 * 1e-3],
    ['10 miles', 'km', 16.09344],
    ['182,400', 'km', 182_400],
    ['1 182 400 km', 'km', 1_182_400],
    ['12.5', 'km', 12.5],
    ['850', '', 850],
  ])('%s in %s', (text, unit, wanted) => {
    expect(value(text, unit)).toBeCloseTo(wanted, 6)
  })

  test('that was written in another unit says what it was taken for; a mass stands for the force it weighs', () => {
    expect(parseFigure('32 kg', 'N')).toMatchObject({ takenFor: '32 kgf = 314 N' })
    expect(parseFigure('120 A', 'A')).toMatchObject({ takenFor: null })
  })

  test('a bare number is in the unit that is shown, and what is typed behind it wins', () => {
    expect(parseFigure('30', 'N', 'lbf')).toMatchObject({ value: 30 * 4.4482216152605, takenFor: null })
    expect(parseFigure('30 lb', 'N', 'lbf')).toMatchObject({ value: 30 * 4.4482216152605, takenFor: null })
    expect(parseFigure('100 N', 'N', 'lbf')).toMatchObject({ value: 100, takenFor: '100 N = 22.5 lbf' })
    expect(parseFigure('62,000', 'km', 'miles')).toMatchObject({ value: 62_000 * 1.609344 })
  })

  test.each([
    ['strong', 'N'],
    ['12 V', 'A'],
    ['', 'N'],
    ['3 parsec', 'km'],
    ['1.2.3', 'A'],
  ])('%s is none in %s', (text, unit) => {
    expect(parseFigure(text, unit)).toMatchObject({ ok: false })
  })
})
