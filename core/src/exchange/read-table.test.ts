import { expect, test } from '@jest/globals'
import { randomFrom, runs, SEED } from '../testing/random.ts'
import { readTable, writeTable } from './read-table.ts'

const cellsOf = (text: string) => readTable(text, ['a']).rows.map(({ a }) => a)

test.each(['=1+1', '+cmd', '-2+3', '@SUM(A1)', '\tx', "'=1", "''+a"])(
  '%j goes out as text, and comes in as it was',
  (cell) => {
    const written = writeTable([{ a: cell }], ['a'])
    const raw = written.split('\r\n')[1]?.replace(/^"/, '') ?? ''
    expect(raw.startsWith("'")).toBe(true)
    expect(cellsOf(written)).toEqual([cell])
  },
)

test.each(['-12.5', '+3', '-1e-7', '12', "it's", "'quoted'", 'plain'])('%j goes out as it is', (cell) => {
  const written = writeTable([{ a: cell }], ['a'])
  expect(written).toBe(`a\r\n${cell}\r\n`)
  expect(cellsOf(written)).toEqual([cell])
})

test('numbers are no text', () => {
  expect(writeTable([{ a: -5, b: null }], ['a', 'b'])).toBe('a,b\r\n-5,\r\n')
})

test(`whatever a cell holds comes in as it went out (seed ${SEED})`, () => {
  const random = randomFrom(SEED)
  const signs = ["'", '=', '+', '-', '@', 'a', '1', ',', '"', ' ', ';']
  for (let i = 0; i < runs(500, 50_000); i++) {
    const cell =
      `x${Array.from({ length: 1 + Math.floor(random() * 5) }, () => signs[Math.floor(random() * signs.length)]).join('')}`.slice(
        Math.floor(random() * 2),
      )
    // A second column, so that no row is empty.
    const written = writeTable([{ a: cell, b: 'b' }], ['a', 'b'])
    expect([cell, readTable(written, ['a', 'b']).rows[0]?.a]).toEqual([cell, cell])
  }
})
