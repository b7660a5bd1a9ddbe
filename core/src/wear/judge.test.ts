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
    ...([0, 1].map((n) => ['cracks', n, 'fine']) as [CheckId, number, string][]),
    ...([2, 3].map((n) => ['cracks', n, 'watch']) as [CheckId, number, string][]),
    ...([4, 9].map((n) => ['cracks', n, 'act']) as [CheckId, number, string][]),
    ['rib-depth', 0.29, 'fine'],
    ['rib-depth', 0.3, 'watch'],
    ['rib-depth', 0.6, 'watch'],
    ['rib-depth', 0.61, 'act'],
    ['ride', 0.99, 'fine'],
    ['ride', 1, 'watch'],
    ['ride', 2, 'watch'],
    ['ride', 2.01, 'act'],
    ['travel', 0.69, 'fine'],
    ['travel', 0.7, 'watch'],
    ['travel', 0.9, 'watch'],
    ['travel', 0.91, 'act'],
    ['off-centre', 0, 'fine'],
    ['off-centre', 0.1, 'watch'],
    ['off-centre', 1.99, 'watch'],
    ['off-centre', 2, 'act'],
    ['rock', 0.49, 'fine'],
    ['rock', 0.5, 'watch'],
    ['rock', 1, 'watch'],
    ['rock', 1.01, 'act'],
    ['run-out', 0.49, 'fine'],
    ['run-out', 0.5, 'watch'],
    ['run-out', 1, 'watch'],
    ['run-out', 1.01, 'act'],
  ])('%s of %d: %s', (check, value, wanted) => {
    expect(verdict(check, figure(value))).toBe(wanted)
  })

  test.each<[CheckId, Readonly<Record<string, string>>]>([
    ['cracks', { 'to-cord': 'act' }],
    ['rib-depth', { 'u-shaped': 'act' }],
    [
      'damage',
      {
        none: 'fine',
        'rib-missing': 'act',
        frayed: 'act',
        pilling: 'act',
        oily: 'act',
        dressing: 'watch',
      },
    ],
    ['glaze', { matt: 'fine', polished: 'watch', slipping: 'act' }],
    ['ride', { bottoms: 'act' }],
    ['damper', { flush: 'fine', hairline: 'watch', wobble: 'act', 'pushed-out': 'act', slipped: 'act' }],
    ['bearing', { quiet: 'fine', hiss: 'watch', grinding: 'act', dry: 'act' }],
    ['off-centre', { split: 'act' }],
    ['pointer', { within: 'fine', before: 'watch', past: 'watch', beyond: 'act', foul: 'act' }],
    ['arm-travel', { smooth: 'fine', binds: 'act', locked: 'act', loose: 'act' }],
    ['grooves', { clean: 'fine', dirty: 'watch', dented: 'act' }],
    ['bracket', { firm: 'fine', loose: 'watch', cracked: 'act' }],
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
    ]).toEqual(['fine', 'watch', 'watch', 'act'])
    expect([age('epdm', 1, 7.99), age('epdm', 1, 8), age('epdm', 1, 10), age('epdm', 1, 10.01)]).toEqual([
      'fine',
      'watch',
      'watch',
      'act',
    ])
    expect([age('neoprene', 59_999, 1), age('neoprene', 60_000, 1), age('neoprene', 75_001, 1)]).toEqual([
      'fine',
      'watch',
      'act',
    ])
    expect([age('neoprene', 1, 3.99), age('neoprene', 1, 4), age('neoprene', 1, 5.01)]).toEqual([
      'fine',
      'watch',
      'act',
    ])
    // Nobody knows what it is made of: only what holds for both is said outright.
    expect([age('unknown', 59_999, 1), age('unknown', 75_001, 1), age('unknown', 150_001, 1)]).toEqual([
      'fine',
      'watch',
      'act',
    ])
  })

  test('a limit set by the shop moves the verdict, and is said to be the shop’s', () => {
    const rules = { 'wear.rock.replace': 0.8 }
    expect(judge('rock', figure(0.9), options(rules))).toEqual({
      verdict: 'act',
      reason: '0.90 mm at the rim; replace beyond 0.80 mm (own value).',
    })
    expect(judge('rock', figure(0.9), options()).reason).toBe(
      '0.90 mm at the rim; watch from 0.50 mm, replace beyond 1.00 mm (nominal).',
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
    expect(judgeAge({ material: 'epdm', km: 160_000, days: null }, NOMINAL_RULES).verdict).toBe('act')
  })

  const part: WearPart = {
    id: 'pulley.p',
    kind: 'pulley',
    name: 'Idler',
    of: 'p',
    shaft: 's',
    checks: ['bearing', 'rock', 'run-out'],
    deciding: ['bearing', 'rock'],
  }
  const judged = (...verdicts: ['bearing' | 'rock' | 'run-out', 'fine' | 'watch' | 'act' | 'unknown'][]) =>
    judgePart(
      part,
      verdicts.map(([check, verdict]) => ({ check, verdict, reason: '' })),
    )

  test('keeps a part from being fine, but not from being worn', () => {
    expect(judged().verdict).toBe('unknown')
    expect(judged(['bearing', 'fine'])).toMatchObject({ verdict: 'unknown', missing: ['rock'] })
    expect(judged(['bearing', 'fine'], ['rock', 'unknown'])).toMatchObject({ verdict: 'unknown', missing: ['rock'] })
    expect(judged(['bearing', 'fine'], ['rock', 'fine'])).toMatchObject({ verdict: 'fine', missing: [] })
    expect(judged(['bearing', 'act'])).toMatchObject({ verdict: 'act', missing: ['rock'] })
    expect(judged(['bearing', 'fine'], ['rock', 'fine'], ['run-out', 'watch']).verdict).toBe('watch')
    expect(judged(['bearing', 'fine'], ['rock', 'fine'], ['run-out', 'unknown']).verdict).toBe('fine')
  })
})
