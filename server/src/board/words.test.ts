import { expect, test } from '@jest/globals'
import { likeOf, wordsOf } from './words.ts'

test('what was typed is taken word by word, in small letters, the longest first', () => {
  expect(wordsOf('  HB-114  Squeal ')).toEqual(['hb-114', 'squeal'])
  expect(wordsOf('wet Vehicle 1998')).toEqual(['vehicle', '1998', 'wet'])
  // Of one length in the order in which they were typed: sorting keeps it.
  expect(wordsOf('one two six')).toEqual(['one', 'two', 'six'])
})

test.each([undefined, null, 7, ['a'], '', '   '])('%j holds no words', (typed) => {
  expect(wordsOf(typed)).toEqual([])
})

test('six words of a hundred and twenty letters are looked for at most', () => {
  expect(wordsOf('a b c d e f g h')).toHaveLength(6)
  expect(wordsOf('x'.repeat(500))).toEqual(['x'.repeat(120)])
})

test('signs that mean something to the database are looked for as they are', () => {
  expect(likeOf('50%')).toBe(String.raw`%50\%%`)
  expect(likeOf('a_b')).toBe(String.raw`%a\_b%`)
  expect(likeOf(String.raw`a\b`)).toBe(String.raw`%a\\b%`)
})
