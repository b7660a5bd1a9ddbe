import { describe, expect, test } from '@jest/globals'
import { standardLengths } from './standard-lengths.ts'

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
