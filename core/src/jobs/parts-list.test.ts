import { describe, expect, test } from '@jest/globals'
import type { ShelfFields } from '../api/shelf-records.ts'
import { onShelf, priceOf } from './parts-list.ts'

const belt = (mark: string, more: Partial<ShelfFields> = {}): ShelfFields => ({
  mark,
  section: 'PK',
  ribs: 6,
  length: 1780,
  material: 'unknown',
  count: 1,
  place: '',
  note: '',
  ...more,
})

describe('parts of many jobs', () => {
  test('a belt is taken from the shelf by its mark or its size; one that is only known is not there', () => {
    const shelf = [belt('OWN-1'), belt('6PK1780', { count: 0 }), belt('', { length: 1785 }), belt('own-1', { ribs: 5 })]
    expect(onShelf({ number: '6PK1780', what: 'Belt' }, shelf)).toEqual([shelf[0]])
    expect(onShelf({ number: 'OWN-1', what: 'Belt' }, shelf)).toEqual([shelf[0], shelf[3]])
    expect(onShelf({ number: '', what: '6PK1785' }, shelf)).toEqual([shelf[2]])
    // A bare number may be anything.
    expect(onShelf({ number: '1780', what: 'Belt' }, shelf)).toEqual([])
  })

  test('what they cost is not known where one is not', () => {
    expect(
      priceOf([
        { price: 12.5, count: 2 },
        { price: 0, count: 1 },
      ]),
    ).toBe(25)
    expect(
      priceOf([
        { price: 12.5, count: 2 },
        { price: null, count: 1 },
      ]),
    ).toBeNull()
    expect(priceOf([{ count: 1 }])).toBeNull()
  })
})
