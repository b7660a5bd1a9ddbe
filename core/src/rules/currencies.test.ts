import { expect, test } from '@jest/globals'
import { CURRENCY_KEY, CURRENCY_RULE, currencyOf } from './currencies.ts'
import { NOMINAL_RULES, ruleRefusal } from './rules.ts'

test('no currency until one is chosen; only one of those there are, each known to the browser', () => {
  expect(currencyOf(NOMINAL_RULES)).toBeNull()
  // 978 is the euro and 36 the Australian dollar in ISO 4217.
  expect([currencyOf({ [CURRENCY_KEY]: 978 }), currencyOf({ [CURRENCY_KEY]: 36 })]).toEqual(['EUR', 'AUD'])
  expect(ruleRefusal({}, CURRENCY_KEY, 978)).toBeUndefined()
  expect(ruleRefusal({}, CURRENCY_KEY, 977)).toContain('must be one of no prices, AUD')
  for (const { label, value } of CURRENCY_RULE.choices ?? [])
    if (value !== 0)
      expect(new Intl.NumberFormat('en', { style: 'currency', currency: label }).format(1)).toContain('1')
})
