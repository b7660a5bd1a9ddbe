import { describe, expect, test } from '@jest/globals'
import { inchDecimalText, inchFraction, lengthText, millimetres, readingText } from './format-length.ts'
import { parseLength } from './parse-length.ts'

describe('what people write', () => {
  // 1 inch is 25.4 mm by definition, so every expected value is exact.
  test.each([
    ['6 11/16', 169.8625],
    ['6-11/16"', 169.8625],
    ['6 11/16 in', 169.8625],
    ['6 11/16”', 169.8625],
    ['11/16', 17.4625],
    ['6⅛', 155.575],
    ['6 1/8"', 155.575],
    ['.045"', 1.143],
    ['45 thou', 1.143],
    ['169.9', 169.9],
    ['169,9 mm', 169.9],
    ['169,9', 169.9],
    ['17 cm', 170],
    ['2 inches', 50.8],
    [' 12 ', 12],
    ['-3.5', -3.5],
    ['−3.5 mm', -3.5],
    ['1/64', 0.396875],
  ])('%s, in a field of millimetres', (text, mm) => {
    const read = parseLength(text, 'mm')
    expect(read).toMatchObject({ ok: true })
    expect(read.ok ? read.mm : NaN).toBeCloseTo(mm, 10)
  })

  test.each([
    ['.045', 1.143],
    ['6', 152.4],
    ['6.5', 165.1],
    ['160 mm', 160],
  ])('%s, in a field of inches', (text, mm) => {
    const read = parseLength(text, 'inch')
    expect(read.ok ? read.mm : NaN).toBeCloseTo(mm, 10)
  })

  test('what was understood is said back', () => {
    expect(parseLength('6-11/16', 'mm')).toMatchObject({ understood: '6 11/16 in' })
    expect(parseLength('45 thou', 'mm')).toMatchObject({ understood: '45 thou' })
  })

  test.each([
    ['', /nothing is written/i],
    ['big', /not a length/],
    ['12 furlongs', /not a known unit/],
    ['6 17/16', /whole inch or more/],
    ['6/0', /divides by zero/],
    ['1/2/3', /not a fraction/],
    ['3 4', /not one number/],
    ['1.2.3', /not one number/],
    ['2,135', /could be 2.135 or 2135/],
    ['6 1/8 mm', /fractions are inches/],
    ['NaN', /not a length/],
    ['1e5', /not a length/],
  ])('“%s” is refused with a sentence', (text, sentence) => {
    const read = parseLength(text, 'mm')
    expect(read.ok ? '' : read.message).toMatch(sentence)
  })
})

describe('what is written back', () => {
  test.each([
    [155.575, 16, '6 1/8'],
    [25.4, 16, '1'],
    [12.7, 16, '1/2'],
    [0, 16, '0'],
    [-12.7, 16, '−1/2'],
    [169.8625, 64, '6 11/16'],
    // Half-way between sixteenths goes up; 15.97 sixteenths is a whole inch.
    [25.35, 16, '1'],
  ])('%p mm to the 1/%p is %p', (mm, finest, text) => {
    expect(inchFraction(mm, finest)).toBe(text)
  })

  test('millimetres never show a minus zero', () => {
    expect(millimetres(-0.01)).toBe('0.0')
    expect(millimetres(-1.25, 1)).toBe('−1.3')
  })

  test('a reading in inches is a fraction where one fits and decimals where none does', () => {
    expect(readingText(155.575, 'inch')).toBe('6 1/8"')
    expect(readingText(121.5, 'inch')).toBe('4.783"')
    expect(readingText(121.5, 'mm')).toBe('121.5')
  })

  test('with units', () => {
    expect(lengthText(155.575, { style: 'inch' })).toBe('6 1/8 in')
    expect(lengthText(155.575, { style: 'mm' })).toBe('155.6 mm')
    expect(inchDecimalText(1.143)).toBe('0.045 in')
  })

  test.each(['6 1/8"', '121.5', '4 63/64"', '1000'])('%s typed back reads the same', (text) => {
    const read = parseLength(text, 'mm')
    if (!read.ok) throw new Error(read.message)
    const again = parseLength(readingText(read.mm, 'inch'), 'inch')
    // Inch decimals are written to a thousandth.
    expect(Math.abs((again.ok ? again.mm : NaN) - read.mm)).toBeLessThanOrEqual(0.0005 * 25.4 + 1e-9)
  })
})
