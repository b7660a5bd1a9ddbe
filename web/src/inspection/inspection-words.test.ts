import { describe, expect, test } from '@jest/globals'
import { judgePart, sumUp, wearParts, type CheckJudged, type PartTrend, type WearPart } from '@emery/core/wear'
import { demoDrive } from '../testing/drives.ts'
import { dueWhen } from './due-list.tsx'
import { kmText, limitText, sumLines, untilText } from './inspection-words.ts'

const meets = { at: 160_040, from: 150_120, to: 180_980 }

describe('distances and limits in words', () => {
  test.each([
    [0, '0 km'],
    [141_499.6, '141,500 km'],
    [999, '999 km'],
  ])('%d reads %s', (km, words) => {
    expect(kmText(km)).toBe(words)
  })

  test('a limit is said with its spread, and from here where the distance was read', () => {
    expect(limitText(meets, null)).toBe('about 160,000 km (150,100 km to 181,000 km, two times in three)')
    expect(limitText(meets, 130_000)).toBe(
      'about 160,000 km, 30,000 km from here (150,100 km to 181,000 km, two times in three)',
    )
    expect(limitText(meets, 160_040)).toMatch(/^limit reached, by its trend/)
  })

  test('what is watched: until its trend says, or until one looks again', () => {
    expect(untilText({ is: 'trend', check: 'rock', meets }, null)).toMatch(/^until about 160,000 km/)
    expect(untilText({ is: 'again', km: 10_000, months: 12 }, 5)).toBe(
      'check again after 10,000 km or 12 months (nominal)',
    )
  })

  test.each([
    [{ atKm: null, atMs: null }, 'now'],
    [{ atKm: 149_949, atMs: null }, 'at 149,900 km'],
    [{ atKm: null, atMs: Date.parse('2027-02-10T12:00:00Z') }, 'by Feb 2027'],
    [{ atKm: 80_000, atMs: Date.parse('2027-02-10T12:00:00Z') }, 'at 80,000 km or by Feb 2027'],
  ])('%j is due %s', (when, words) => {
    expect(dueWhen(when)).toBe(words)
  })
})

describe('the sum of a walk as lines', () => {
  const rules = {}
  const parts = wearParts(demoDrive('ketch-main'))
  const lines = (seen: (part: WearPart) => readonly CheckJudged[], trends: readonly PartTrend[] = []) => {
    const judged = parts.map((part) => judgePart(part, seen(part)))
    return sumLines(
      sumUp(judged, (part) => seen(part).length > 0, { trends, rules }),
      null,
    )
  }
  const only =
    (id: string, ...checks: CheckJudged[]) =>
    (part: WearPart) =>
      part.id === id ? checks : []

  test('begin with what has to be done now, and end with what is fine', () => {
    const said = lines((part) =>
      part.kind === 'tensioner'
        ? [{ check: 'arm-travel', verdict: 'act', reason: 'It binds.' }]
        : part.kind === 'damper'
          ? [{ check: 'damper', verdict: 'fine', reason: '' }]
          : [],
    )
    expect(said[0]).toBe('Replace now: Tensioner arm. It binds.')
    expect(said.find((line) => line.startsWith('With Tensioner arm'))).toContain('a new belt')
    expect(said.at(-1)).toBe('Fine: Crank damper.')
    expect(said.find((line) => line.startsWith('Not checked'))).toContain('Main belt')
  })

  test('say of what was looked at what nobody knows, in one line', () => {
    const said = lines(only('pulley.alt.1', { check: 'grooves', verdict: 'fine', reason: '' }))
    expect(said).toContain('Not known: Alternator (bearing, spun by hand, rock at the rim, run-out).')
    expect(said.some((line) => line.startsWith('Fine'))).toBe(false)
  })

  test('say until when something is watched', () => {
    const worn: CheckJudged = { check: 'damper', verdict: 'watch', reason: 'Hairline cracks.' }
    expect(lines(only('damper.crank', worn))[0]).toBe(
      'Watch: Crank damper, check again after 10,000 km or 12 months (nominal). Hairline cracks.',
    )
  })
})
