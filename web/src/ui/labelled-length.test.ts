import { expect, test } from '@jest/globals'
import { readLabel } from '@emery/core/sections'
import { labelledLength, unreadLabel, withLength, withMark } from './labelled-length.ts'

const typed = (before: ReturnType<typeof labelledLength>, mark: string) => withMark(before, mark, readLabel(mark)[0])

test('a label that can no longer be read takes its length with it, and says so', () => {
  const old = labelledLength('6PK1725', 1725)
  const mistyped = typed(old, '6PKx17z5')
  expect(mistyped.length).toBeNull()
  expect(unreadLabel(mistyped)).toMatch(/“6PKx17z5”/)
  expect(typed(mistyped, '6PK1735')).toMatchObject({ length: 1735, lengthBy: 'label' })
})

test('a length that somebody typed stays beside a label that says nothing', () => {
  const byHand = withLength(typed(labelledLength('', null), 'red spare'), 1725)
  expect(typed(byHand, 'red spare, left')).toMatchObject({ length: 1725, lengthBy: 'hand' })
  expect(unreadLabel(byHand)).toBeNull()
})

test('a label that can be read has the last word', () => {
  expect(typed(withLength(labelledLength('', null), 1725), '6PK1800').length).toBe(1800)
})

test('a typed length taken out again is not brought back by letters that say nothing', () => {
  const emptied = withLength(withLength(labelledLength('spare', null), 1725), null)
  expect(emptied.length).toBeNull()
  expect(unreadLabel(emptied)).not.toBeNull()
})

test('nothing is said while nothing is typed', () => {
  expect(unreadLabel(labelledLength('', null))).toBeNull()
})
