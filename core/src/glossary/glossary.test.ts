import { expect, test } from '@jest/globals'
import { readFileSync, writeFileSync } from 'node:fs'
import { glossaryPage, TERMS } from './terms.ts'

const PAGE = 'docs/glossary.md'
/** Tables as prettier sets them: cells padded, rules drawn out. */
const bare = (text: string) => text.replace(/ +/g, ' ').replace(/-{2,}/g, '---')

test('the page of the documentation says what the application says', () => {
  if (process.env['EMERY_WRITE_DOCS'] !== undefined) writeFileSync(PAGE, glossaryPage())
  expect(bare(readFileSync(PAGE, 'utf8'))).toBe(bare(glossaryPage()))
})

test('each term is named once and explained in a sentence', () => {
  const terms = Object.values(TERMS)
  expect(new Set(terms.map(({ name }) => name)).size).toBe(terms.length)
  for (const { name, meaning } of terms) expect([name, /^[A-Z].*\.$/.test(meaning)]).toEqual([name, true])
})
