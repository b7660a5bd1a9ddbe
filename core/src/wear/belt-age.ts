/** How much of its life a belt has had, by distance and age: docs/mechanics/wear.md. */
import { LASTING_MATERIALS, wearKey, type LastingMaterial } from '../rules/wear-rules.ts'
import { mustRule, type ShopRules } from '../rules/rules.ts'
import type { Verdict } from '../verdict/verdict.ts'
import type { Judged } from './judge.ts'

export const DAYS_PER_YEAR = 365.25

export const MATERIAL_NAMES: Readonly<Record<LastingMaterial, string>> = { epdm: 'EPDM', neoprene: 'neoprene' }

export interface BeltAge {
  readonly material: LastingMaterial | 'unknown'
  /** Since it was fitted; null where nobody knows. */
  readonly km: number | null
  readonly days: number | null
}

/**
 * The larger share of what its material lasts, in km or in years. Of a belt whose material nobody knows, only what holds for either is said
 * outright. Where one of km and days is not known, the other can condemn it but not clear it.
 */
export function judgeAge({ material, km, days }: BeltAge, rules: ShopRules): Judged {
  if (km === null && days === null) return { verdict: 'unknown', reason: 'The fitting date is not recorded.' }
  const materials = material === 'unknown' ? LASTING_MATERIALS : [material]
  const verdicts = materials.map((of) => verdictOf(shareUsed(of, { km, days }, rules), rules))
  const [first = 'unknown'] = verdicts
  const agree = verdicts.every((verdict) => verdict === first)
  const verdict: Verdict = agree ? first : 'watch'
  const had = [
    km === null ? null : `${Math.round(km).toLocaleString('en-GB')} km`,
    days === null ? null : `${(days / DAYS_PER_YEAR).toFixed(1)} years`,
  ].filter((each) => each !== null)
  const lasts = materials.map((of) => lifeText(of, rules)).join(', ')
  const open = km === null ? ' Its distance is not known.' : days === null ? ' Its age is not known.' : ''
  const said = `${had.join(' and ')} since it was fitted; ${lasts}.${open}`
  if (verdict === 'fine' && open !== '') return { verdict: 'unknown', reason: said }
  return { verdict, reason: agree ? said : `${said} The limit depends on its material. Check its label.` }
}

/** Share of its life that a belt of a material has had: the larger of the two that are known. */
export function shareUsed(
  material: LastingMaterial,
  { km, days }: Pick<BeltAge, 'km' | 'days'>,
  rules: ShopRules,
): number {
  return Math.max(
    km === null ? 0 : km / mustRule(rules, wearKey.km(material)),
    days === null ? 0 : days / DAYS_PER_YEAR / mustRule(rules, wearKey.years(material)),
  )
}

function verdictOf(share: number, rules: ShopRules): Verdict {
  return share > 1 ? 'act' : share >= mustRule(rules, wearKey.dueShare) ? 'watch' : 'fine'
}

function lifeText(material: LastingMaterial, rules: ShopRules): string {
  const [km, years] = [mustRule(rules, wearKey.km(material)), mustRule(rules, wearKey.years(material))]
  const own = rules[wearKey.km(material)] !== undefined || rules[wearKey.years(material)] !== undefined
  return `${MATERIAL_NAMES[material]} lasts ${km.toLocaleString('en-GB')} km or ${years} years (${own ? 'own value' : 'nominal'})`
}
