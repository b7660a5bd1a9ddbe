import { describe, expect, test } from '@jest/globals'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { loopDrive } from '../testing/drives.ts'
import { vectorNamed } from '../testing/vectors.ts'
import { beltWanted } from './belt-wanted.ts'
import { standardLengths } from './standard-lengths.ts'

function beltOf(name: string, index = 0): SettledBelt {
  const belt = settleDrive(vectorNamed(name).drive).belts[index]
  if (belt === undefined) throw new Error(`no belt ${index} in ${name}`)
  return belt
}

describe('standard lengths', () => {
  test('multi-rib every 5 mm, both ends included', () => {
    expect(standardLengths('PK', 1660, 1675)).toEqual([1660, 1665, 1670, 1675])
  })
  test('V every 12.5 mm', () => {
    expect(standardLengths('V13', 995, 1030)).toEqual([1000, 1012.5, 1025])
  })
  test('toothed every tooth', () => {
    expect(standardLengths('T9.5', 870, 880)).toEqual([92 * 9.525])
  })
  test('no more than asked for', () => {
    expect(standardLengths('PK', 0, 10_000, 7)).toHaveLength(7)
  })
})

describe('the belt wanted', () => {
  test('with marks, half-way between the first and the nominal one', () => {
    // Marks at 0.1 and 0.45 of the travel.
    const belt = beltOf('serpentine-1')
    expect(beltWanted(belt)).toMatchObject({ u: 0.275, restsOn: 'marks' })
    expect(beltWanted(belt)?.length).toBeCloseTo(belt.adjuster?.lengthAt(0.275)?.length ?? NaN, 9)
  })

  test('without marks, a quarter taken up', () => {
    expect(beltWanted(beltOf('rod-1'))).toMatchObject({ u: 0.25, restsOn: 'nominal' })
  })

  test('with fixed centres, the path itself', () => {
    const [belt] = settleDrive(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 0, y: 300, diameter: 100 },
      ]),
    ).belts
    // Two spans of 300 and a circle over the outside: the effective line is 2π·1.6 inside the cord's circle.
    expect(belt === undefined ? NaN : beltWanted(belt)?.length).toBeCloseTo(600 + Math.PI * 100, 9)
  })

  test('nothing is wanted where pulleys overlap', () => {
    const [belt] = settleDrive(
      loopDrive([
        { x: 0, y: 0, diameter: 100 },
        { x: 10, y: 0, diameter: 40 },
      ]),
    ).belts
    expect(belt === undefined ? null : beltWanted(belt)).toBeUndefined()
  })
})
