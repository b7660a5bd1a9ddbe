/** Between which speeds an accessory does its work and lives: docs/mechanics/speeds.md. */
import type { Shaft } from '../drive/shaft.ts'
import { ruleKey, ruleValue, ruleWords, type ShopRules } from '../rules/rules.ts'

/** One end of a useful range. */
export interface RangeEnd {
  /** rpm of the shaft's own. */
  readonly rpm: number
  /** What it rests on: the part's own figure, the workshop's rule, or the nominal value. */
  readonly restsOn: 'part' | 'own value' | 'nominal'
}

export interface UsefulRange {
  readonly min: RangeEnd | null
  readonly max: RangeEnd | null
  /** A fan whose blades are not measured: its highest speed follows from the speed of their tips. */
  readonly needsBlades: boolean
}

/** The useful speeds of a shaft: what stands on the part first, then what the workshop goes by for its kind. */
export function usefulRange(shaft: Shaft, rules: ShopRules): UsefulRange {
  const { kind, minRpm, maxRpm, bladeDiameter } = shaft
  const end = (own: number | undefined, key: string): RangeEnd | null => {
    if (own !== undefined) return { rpm: own, restsOn: 'part' }
    const rpm = ruleValue(rules, key)
    return rpm === undefined ? null : { rpm, restsOn: ruleWords(rules, key) }
  }
  const least = end(minRpm, ruleKey.min(kind))
  if (kind !== 'fan' || maxRpm !== undefined)
    return { min: least, max: end(maxRpm, ruleKey.max(kind)), needsBlades: false }
  if (bladeDiameter === undefined) return { min: least, max: null, needsBlades: true }
  const tip = ruleValue(rules, ruleKey.fanTipSpeed) ?? Infinity
  const rpm = rpmAtTipSpeed(tip, bladeDiameter)
  return { min: least, max: { rpm, restsOn: ruleWords(rules, ruleKey.fanTipSpeed) }, needsBlades: false }
}

/** rpm at which blades of a diameter in mm reach a tip speed in m/s: `n = 60 000·v / (π·d)`. */
export function rpmAtTipSpeed(speed: number, diameter: number): number {
  return (60_000 * speed) / (Math.PI * diameter)
}
