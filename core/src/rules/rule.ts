export type RuleUnit =
  | 'rpm'
  | 'rpm/s'
  | 'kg·m²'
  | 'A'
  | 'N·m'
  | 'm/s'
  | 'mm'
  | 'deg'
  | 'teeth'
  | 'share'
  | 'cracks'
  | 'km'
  | 'years'
  | 'months'
  | 'choice'

/** What rules are about, in the order in which a screen lists them. */
export const RULE_GROUPS = ['accessories', 'time', 'belts', 'pulleys', 'wraps', 'loads', 'wear', 'shop'] as const
export type RuleGroup = (typeof RULE_GROUPS)[number]

/** One nominal value: what it says, and between what a workshop may set it. */
export interface Rule {
  readonly key: string
  readonly group: RuleGroup
  /** What it is a value of: an accessory, a section. */
  readonly subject: string
  readonly what: string
  readonly unit: RuleUnit
  readonly nominal: number
  readonly min: number
  readonly max: number
  /** What can be chosen, where it is one of a few. */
  readonly choices?: readonly { readonly value: number; readonly label: string }[]
  /** Why it is so, or what happens beyond it. */
  readonly why: string
}
