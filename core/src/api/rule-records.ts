/** A workshop's own rules, as the server and its clients say them to each other. */
import { number } from 'yup'
import { ruleOf } from '../rules/rules.ts'
import { record } from '../schema/schema-kit.ts'

const valueRule = 'must be a number, or null for the nominal value'
const versionRule = 'must be a whole number from 0'

export const ruleFieldsSchema = record({
  value: number().typeError(valueRule).defined(valueRule).nullable(),
  /** 0 for a rule that nobody has touched yet. */
  basedOn: number().typeError(versionRule).required(versionRule).integer(versionRule).min(0, versionRule),
})

/** One rule that a workshop has touched. */
export interface ShopRule {
  readonly key: string
  /** Null where it was set back to nominal. */
  readonly value: number | null
  readonly version: number
  readonly by: string
  /** ISO, UTC. */
  readonly at: string
}

export interface RuleConflict {
  readonly yours: { readonly basedOn: number; readonly value: number | null }
  readonly current: ShopRule
}

/** The values that count, out of all that was touched; what no rule is called any more is left aside. */
export function shopRulesOf(touched: readonly ShopRule[]): Readonly<Record<string, number>> {
  return Object.fromEntries(
    touched.flatMap(({ key, value }) => (value === null || ruleOf(key) === undefined ? [] : [[key, value]])),
  )
}
