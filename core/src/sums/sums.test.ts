import { describe, expect, test } from '@jest/globals'
import { checkDrive } from '../drive/read.ts'
import { settleDrive } from '../path/settle.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { lengthSum, lineSum, ratioSum, shimSum, spanSigns, tensionSum, travelSum, type SpanAsked } from './sums.ts'
import { labelDrive, lengthDrive, ratioDrive } from './sum-drives.ts'

describe('two diameters', () => {
  // By hand: PK cords run 1.6 mm outside the rim: (80 + 1.6) / (30 + 1.6) = 2.58228.
  test('give the ratio on the cord lines, and the tape’s beside it', () => {
    const sum = ratioSum(160, 60, 'PK')
    expect(sum?.ratio).toBeCloseTo(81.6 / 31.6, 12)
    expect(sum?.outside).toBeCloseTo(160 / 60, 12)
  })

  // A V belt's cord runs 2 mm below its back, which is flush with the rim: (80 − 2) / (30 − 2).
  test('of V pulleys lie inside the rim', () => {
    expect(ratioSum(160, 60, 'V10')?.ratio).toBeCloseTo(78 / 28, 12)
  })

  test('so small that no cord runs there give none', () => {
    expect(ratioSum(160, 3, 'V10')).toBeUndefined()
  })
})

describe('one span', () => {
  const asked: SpanAsked = { section: 'PK', ribs: 6, span: 300, beltLength: null }

  test('pressed as far as it shows for a tension, or rung at its pitch, gives that tension back', () => {
    const { deflection, frequency } = spanSigns(asked, 800)
    expect(tensionSum(asked, { how: 'finger', force: 45, deflection }, 'used').tension).toBeCloseTo(800, 6)
    expect(tensionSum(asked, { how: 'pluck', frequency }, 'used').tension).toBeCloseTo(800, 6)
  })

  // T = m·(2·s·f)²: 6 · 0.019 kg/m · (2 · 0.3 m · 70 Hz)² = 201.1 N.
  test('plucked at 70 Hz over 300 mm carries 201 N, far below the 810 N of a used six-rib belt', () => {
    const sum = tensionSum(asked, { how: 'pluck', frequency: 70 }, 'used')
    expect(sum.tension).toBeCloseTo(201.096, 3)
    expect(sum.wanted).toBe(810)
    expect(sum.verdict).toBe('act')
    expect(sum.perRib).toBeCloseTo(201.096 / 6, 3)
  })

  test('within a tenth of what is wanted is right', () => {
    const at = (tension: number) =>
      tensionSum(asked, { how: 'pluck', frequency: spanSigns(asked, tension).frequency }, 'used')
    expect(at(740).verdict).toBe('fine')
    expect(at(720).verdict).toBe('act')
    expect(at(895).verdict).toBe('act')
  })
})

test('a string gives a belt: its stretch put back, the groove’s depth added, and the sizes near to it', () => {
  // 2 mm string in PK grooves, none on the back: 2π·(2.9 − 1) = 11.94 mm, and 0.8 % of stretch.
  const { statedLength, sizes } = lengthSum('PK', { aid: 'string', thickness: 2, reading: 1800 }, 0)
  expect(statedLength).toBeCloseTo(1800 / 0.992 + 2 * Math.PI * 1.9, 6)
  expect(sizes[0]).toBe(1825)
  expect(sizes.every((size) => size % 5 === 0)).toBe(true)
})

test('a shim of 1 mm between halves of 36° is worth 3.08 mm of diameter', () => {
  // 1 / tan 18° = 3.0777.
  expect(shimSum(1, 36)).toBeCloseTo(3.0777, 4)
})

test('depths from a straightedge say who is out, and which way', () => {
  const [level, deep, shallow] = lineSum(12, [12.2, 13.5, 11.1])
  expect(level).toEqual({ offset: expect.closeTo(0.2, 9) as unknown, out: false })
  expect(deep).toEqual({ offset: 1.5, out: true })
  expect(shallow?.offset).toBeCloseTo(-0.9, 9)
  expect(shallow?.out).toBe(true)
})

describe('the lengths at both ends of an adjuster', () => {
  // 1660 to 1700 mm: 1672 stands at 12 of 40, 30 %.
  test('say where a belt in between stands', () => {
    expect(travelSum(1660, 1700, 1672)).toMatchObject({ travel: 0.3, reach: 40, verdict: 'fine' })
    expect(travelSum(1660, 1700, 1662)?.verdict).toBe('watch')
  })

  test('say that one beyond them does not fit', () => {
    expect(travelSum(1660, 1700, 1650)).toMatchObject({ travel: -0.25, verdict: 'act' })
    expect(travelSum(1660, 1700, 1710)?.verdict).toBe('act')
  })

  test('say nothing where the tight end is not the longer', () => {
    expect(travelSum(1700, 1660, 1680)).toBeUndefined()
    expect(travelSum(1700, 1700, 1700)).toBeUndefined()
  })
})

describe('a sum that is made a drive', () => {
  const checked = (document: unknown) => {
    const read = checkDrive(document)
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    return read.drive
  }

  test('of two diameters has the ratio of the sum', () => {
    const drive = checked(ratioDrive(160, 60, 'PK'))
    const ratio = [...shaftSpeeds(settleDrive(drive)).reached.values()].find(({ ratio: each }) => each !== 1)?.ratio
    expect(ratio).toBeCloseTo(81.6 / 31.6, 12)
  })

  test('of a toothed pair waits for its teeth to be counted', () => {
    expect(
      checked(ratioDrive(160, 60, 'T9.5')).pulleys.map((pulley) => pulley.face === 'toothed' && pulley.teeth),
    ).toEqual([null, null])
  })

  test('of a string keeps what it read, and of a label the belt', () => {
    const stamp = { id: 'b1', by: 'Wren', at: '2026-11-29T08:00:00Z' }
    const laid = { aid: 'string', thickness: 2, reading: 1800 } as const
    expect(checked(lengthDrive({ section: 'PK', ribs: 6 }, laid, 0.3, stamp)).lengths).toMatchObject([
      { how: 'aid', value: 1800, backTurns: 0.3, by: 'Wren' },
    ])
    expect(checked(labelDrive('V13', 1, 1012.5)).belts).toMatchObject([{ section: 'V13', length: 1012.5 }])
  })
})
