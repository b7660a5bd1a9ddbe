import { describe, expect, test } from '@jest/globals'
import { NOMINAL_RULES, ruleRefusal, type ShopRules } from '../rules/rules.ts'
import { millimetres } from '../units/format-length.ts'
import { CHECK_IDS, checkOf, type CheckId } from './checks.ts'
import { judgeAge } from './belt-age.ts'
import { judge, judgePart, type Seen } from './judge.ts'
import type { WearPart } from './parts.ts'

const options = (rules: ShopRules = NOMINAL_RULES) => ({
  rules,
  lengthText: (mm: number) => `${millimetres(mm, 2)} mm`,
})
const figure = (value: number): Seen => ({ value, state: null })
const state = (id: string): Seen => ({ value: null, state: id })
const verdict = (check: CheckId, seen: Seen | undefined, rules?: ShopRules) =>
  judge(check, seen, options(rules)).verdict

/** Each row of docs/mechanics/wear.md, just before and just at or beyond each of its limits. */
describe('each limit, on both of its sides', () => {
  test.each<[CheckId, number, string]>([
    ...([0, 1].map((n) => ['cracks', n, 'ok']) as [CheckId, number, string][]),
    ...([2, 3].map((n) => ['cracks', n, 'watch']) as [CheckId, number, string][]),
    ...([4, 9].map((n) => ['cracks', n, 'replace']) as [CheckId, number, string][]),
    ['rib-depth', 0.29, 'ok'],
    ['rib-depth', 0.3, 'watch'],
    ['rib-depth', 0.6, 'watch'],
    ['rib-depth', 0.61, 'replace'],
    ['ride', 0.99, 'ok'],
    ['ride', 1, 'watch'],
    ['ride', 2, 'watch'],
    ['ride', 2.01, 'replace'],
    ['travel', 0.69, 'ok'],
    ['travel', 0.7, 'watch'],
    ['travel', 0.9, 'watch'],
    ['travel', 0.91, 'replace'],
    ['off-centre', 0, 'ok'],
    ['off-centre', 0.1, 'watch'],
    ['off-centre', 1.99, 'watch'],
    ['off-centre', 2, 'replace'],
    ['rock', 0.49, 'ok'],
    ['rock', 0.5, 'watch'],
    ['rock', 1, 'watch'],
    ['rock', 1.01, 'replace'],
    ['run-out', 0.49, 'ok'],
    ['run-out', 0.5, 'watch'],
    ['run-out', 1, 'watch'],
    ['run-out', 1.01, 'replace'],
  ])('%s of %d: %s', (check, value, wanted) => {
    expect(verdict(check, figure(value))).toBe(wanted)
  })

  test.each<[CheckId, Readonly<Record<string, string>>]>([
    ['cracks', { 'to-cord': 'replace' }],
    ['rib-depth', { 'u-shaped': 'replace' }],
    [
      'damage',
      {
        none: 'ok',
        'rib-missing': 'replace',
        frayed: 'replace',
        pilling: 'replace',
        oily: 'replace',
        dressing: 'watch',
      },
    ],
    ['glaze', { matt: 'ok', polished: 'watch', slipping: 'replace' }],
    ['ride', { bottoms: 'replace' }],
    ['damper', { flush: 'ok', hairline: 'watch', wobble: 'replace', 'pushed-out': 'replace', slipped: 'replace' }],
    ['bearing', { quiet: 'ok', hiss: 'watch', grinding: 'replace', dry: 'replace' }],
    ['off-centre', { split: 'replace' }],
    ['pointer', { within: 'ok', before: 'watch', past: 'watch', beyond: 'replace', foul: 'replace' }],
    ['arm-travel', { smooth: 'ok', binds: 'replace', locked: 'replace', loose: 'replace' }],
    ['grooves', { clean: 'ok', dirty: 'watch', dented: 'replace' }],
    ['bracket', { firm: 'ok', loose: 'watch', cracked: 'replace' }],
  ])('%s by what is seen', (check, wanted) => {
    expect(Object.fromEntries(checkOf(check).states.map(({ id }) => [id, verdict(check, state(id))]))).toEqual(wanted)
  })

  test('a belt’s share of its life, by distance and by age, for each material', () => {
    const age = (material: 'epdm' | 'neoprene' | 'unknown', km: number | null, years: number | null) =>
      judgeAge({ material, km, days: years === null ? null : years * 365.25 }, NOMINAL_RULES).verdict
    expect([
      age('epdm', 119_999, 1),
      age('epdm', 120_000, 1),
      age('epdm', 150_000, 1),
      age('epdm', 150_001, 1),
    ]).toEqual(['ok', 'watch', 'watch', 'replace'])
    expect([age('epdm', 1, 7.99), age('epdm', 1, 8), age('epdm', 1, 10), age('epdm', 1, 10.01)]).toEqual([
      'ok',
      'watch',
      'watch',
      'replace',
    ])
    expect([age('neoprene', 59_999, 1), age('neoprene', 60_000, 1), age('neoprene', 75_001, 1)]).toEqual([
      'ok',
      'watch',
      'replace',
    ])
    expect([age('neoprene', 1, 3.99), age('neoprene', 1, 4), age('neoprene', 1, 5.01)]).toEqual([
      'ok',
      'watch',
      'replace',
    ])
    // Nobody knows what it is made of: only what holds for both is said outright.
    expect([age('unknown', 59_999, 1), age('unknown', 75_001, 1), age('unknown', 150_001, 1)]).toEqual([
      'ok',
      'watch',
      'replace',
    ])
  })

  test('a limit set by the shop moves the verdict, and is said to be the shop’s', () => {
    const rules = { 'wear.rock.replace': 0.8 }
    expect(judge('rock', figure(0.9), options(rules))).toEqual({
      verdict: 'replace',
      reason: '0.90 mm at the rim; to be replaced beyond 0.80 mm (rule of the shop).',
    })
    expect(judge('rock', figure(0.9), options()).reason).toBe(
      '0.90 mm at the rim; worth a look from 0.50 mm, to be replaced beyond 1.00 mm (nominal).',
    )
    expect(judge('cracks', figure(1), options()).reason).toBe(
      '1 crack in 80 mm of belt; fine below 2 cracks (nominal).',
    )
    expect(judgeAge({ material: 'neoprene', km: 3000, days: 200 }, { 'wear.neoprene.km': 3500 }).verdict).toBe('watch')
    expect(ruleRefusal(NOMINAL_RULES, 'wear.rock.watch', 1.2)).toContain('below')
  })
})

describe('what was not read', () => {
  test('is never fine, whatever the check', () => {
    for (const check of CHECK_IDS) {
      expect([check, verdict(check, undefined)]).toEqual([check, 'unknown'])
      expect([check, verdict(check, { value: null, state: null })]).toEqual([check, 'unknown'])
      // A word that no longer means anything is no answer.
      expect([check, verdict(check, state('gone'))]).toEqual([check, 'unknown'])
    }
    expect(judgeAge({ material: 'epdm', km: null, days: null }, NOMINAL_RULES).verdict).toBe('unknown')
    expect(judgeAge({ material: 'epdm', km: null, days: 400 }, NOMINAL_RULES).verdict).toBe('unknown')
    expect(judgeAge({ material: 'epdm', km: 400, days: null }, NOMINAL_RULES).verdict).toBe('unknown')
    expect(judgeAge({ material: 'epdm', km: 160_000, days: null }, NOMINAL_RULES).verdict).toBe('replace')
  })

  const part: WearPart = {
    ...{ id: 'pulley.p', kind: 'pulley', name: 'Idler', of: 'p', shaft: 's' },
    ...{ checks: ['bearing', 'rock', 'run-out'], deciding: ['bearing', 'rock'] },
  }
  const judged = (...verdicts: ['bearing' | 'rock' | 'run-out', 'ok' | 'watch' | 'replace' | 'unknown'][]) =>
    judgePart(
      part,
      verdicts.map(([check, verdict]) => ({ check, verdict, reason: '' })),
    )

  test('keeps a part from being fine, but not from being worn', () => {
    expect(judged().verdict).toBe('unknown')
    expect(judged(['bearing', 'ok'])).toMatchObject({ verdict: 'unknown', missing: ['rock'] })
    expect(judged(['bearing', 'ok'], ['rock', 'unknown'])).toMatchObject({ verdict: 'unknown', missing: ['rock'] })
    expect(judged(['bearing', 'ok'], ['rock', 'ok'])).toMatchObject({ verdict: 'ok', missing: [] })
    expect(judged(['bearing', 'replace'])).toMatchObject({ verdict: 'replace', missing: ['rock'] })
    expect(judged(['bearing', 'ok'], ['rock', 'ok'], ['run-out', 'watch']).verdict).toBe('watch')
    expect(judged(['bearing', 'ok'], ['rock', 'ok'], ['run-out', 'unknown']).verdict).toBe('ok')
  })
})
