import { describe, expect, test } from '@jest/globals'
import { fromShownUnit, inShownUnit, quantityKeptIn, SHOWN_UNITS, shownText, type ShownUnit } from './shown-units.ts'
import { parseFigure } from './parse-figure.ts'

describe('units a person chooses', () => {
  test('go to and fro, and are read as they are written', () => {
    for (const [kept, ...others] of Object.values(SHOWN_UNITS) as unknown as readonly ShownUnit[][])
      for (const unit of [kept ?? 'N', ...others]) {
        expect(fromShownUnit(inShownUnit(1234.5, unit), unit)).toBeCloseTo(1234.5, 9)
        expect(parseFigure(`7 ${unit}`, kept ?? '')).toMatchObject({ ok: true, value: fromShownUnit(7, unit) })
      }
  })

  // 100 N / 4.448 = 22.5 lbf, / 9.807 = 10.2 kgf; 100 N·m / 1.356 = 73.8 lb·ft; 100 000 km / 1.609 = 62 137 miles.
  test('as they are written', () => {
    expect(['N', 'lbf', 'kgf'].map((unit) => shownText(100, unit as ShownUnit))).toEqual(['100', '22', '10.2'])
    expect(shownText(100, 'lb·ft')).toBe('73.8')
    expect([shownText(100_000, 'km'), shownText(100_000, 'miles')]).toEqual(['100,000', '62,137'])
    expect([quantityKeptIn('N'), quantityKeptIn('km'), quantityKeptIn('lbf'), quantityKeptIn('V')]).toEqual([
      'force',
      'distance',
      undefined,
      undefined,
    ])
  })
})
