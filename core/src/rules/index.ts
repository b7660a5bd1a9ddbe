/** What the other packages may take from here. */
export { mustRule, NOMINAL_RULES, ruleKey, ruleOf, ruleRefusal, RULES, ruleWords, type ShopRules } from './rules.ts'
export { currencyOf } from './currencies.ts'
export { type Rule, RULE_GROUPS, type RuleGroup, type RuleUnit } from './rule.ts'
export { WEAR_RULES, wearKey } from './wear-rules.ts'
