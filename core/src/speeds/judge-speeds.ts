/** Whether every accessory turns at a speed that is right for it, and for how long: docs/mechanics/speeds.md. */
import { graver, worstOf, type Verdict } from '../verdict/verdict.ts'
import { isRouted } from '../drive/belt.ts'
import type { Engine } from '../drive/engine.ts'
import type { Shaft, ShaftKind } from '../drive/shaft.ts'
import type { SettledDrive } from '../path/settle.ts'
import { mustRule, ruleKey, type ShopRules } from '../rules/rules.ts'
import { engineTime, timeAbove, timeBelow, type TimeBin } from './engine-time.ts'
import { USUAL_USE, OVERSPEED_SHARE } from './nominal.ts'
import { engineRpmText, nominalSpeeds } from './engine-speeds.ts'
import { shaftSpeeds } from './shaft-speeds.ts'
import { usefulRange, type RangeEnd, type UsefulRange } from './useful-range.ts'

export interface SpeedJudgement {
  readonly shaft: string
  readonly ratio: number
  readonly rpm: { readonly idle: number; readonly cruise: number; readonly max: number }
  readonly range: UsefulRange
  /** Shares of the time that it turns too slowly, and too fast. */
  readonly time: { readonly below: number; readonly above: number }
  /** `unknown` where no speed is known to be right for it, or nobody has read how fast this engine turns and nothing is wrong at its nominal speeds. */
  readonly verdict: Verdict
  /** Sentences, the gravest first; empty where all is well. */
  readonly reasons: readonly string[]
}

/** Judges every shaft whose ratio is known, the crank left out, in the order of the document. */
export function judgeSpeeds(settled: SettledDrive, rules: ShopRules): readonly SpeedJudgement[] {
  const { drive } = settled
  const { reached } = shaftSpeeds(settled)
  const bins = engineTime(drive.use ?? USUAL_USE, drive.engine)
  // The speed that a guessed route gives can be shown; nothing is judged by it.
  const told = new Set(drive.belts.filter(isRouted).map(({ id }) => id))
  return drive.shafts.flatMap((shaft) => {
    const { ratio, through } = reached.get(shaft.id) ?? { ratio: null, through: [] }
    if (ratio === null || shaft.kind === 'crank') return []
    const judged = judgeShaft(shaft, ratio, drive.engine, bins, rules)
    return [
      through.every(({ belt }) => told.has(belt)) ? judged : { ...judged, verdict: 'unknown' as const, reasons: [] },
    ]
  })
}

/** Judges one shaft that turns `ratio` times for one turn of the crank. */
export function judgeShaft(
  shaft: Shaft,
  ratio: number,
  engine: Engine,
  bins: readonly TimeBin[],
  rules: ShopRules,
): SpeedJudgement {
  const range = usefulRange(shaft, rules)
  const time = timeOutside(range, ratio, bins)
  const rpm = { idle: ratio * engine.idleRpm, cruise: ratio * engine.cruiseRpm, max: ratio * engine.maxRpm }
  const found = [
    ...tooFast(shaft, range, rpm, time.above, engine, rules),
    ...tooSlow(shaft, range, rpm, time, engine, rules),
  ]
  const isKnown = (range.min !== null || range.max !== null) && nominalSpeeds(engine).length === 0
  const verdict = worstOf([isKnown ? 'fine' : 'unknown', ...found.map((each) => each.verdict)]) ?? 'unknown'
  const reasons = found.toSorted((a, b) => graver(a.verdict, b.verdict)).map(({ words }) => words)
  return { shaft: shaft.id, ratio, rpm, range, time, verdict, reasons }
}

/** Shares of the time outside a useful range at a ratio. */
export function timeOutside(
  { min: least, max: most }: Pick<UsefulRange, 'min' | 'max'>,
  ratio: number,
  bins: readonly TimeBin[],
): { readonly below: number; readonly above: number } {
  return {
    below: least === null ? 0 : timeBelow(bins, least.rpm / ratio),
    above: most === null ? 0 : timeAbove(bins, most.rpm / ratio),
  }
}

interface Finding {
  readonly verdict: Exclude<Verdict, 'unknown'>
  readonly words: string
}

function tooFast(
  shaft: Shaft,
  { max: most }: UsefulRange,
  rpm: SpeedJudgement['rpm'],
  above: number,
  engine: Engine,
  rules: ShopRules,
): Finding[] {
  if (most === null || rpm.max <= most.rpm) return []
  const grave = rpm.max > most.rpm * (1 + OVERSPEED_SHARE) || above >= mustRule(rules, ruleKey.timeAct)
  const often = above > 0 ? `, exceeded ${timeWords(above)}` : ''
  const words = `Too fast: ${round(rpm.max)} rpm at ${engineRpmText(engine, 'maxRpm')}; ${limitWords(most)}${often}. ${CONSEQUENCE[shaft.kind]?.fast ?? ''}`
  return [{ verdict: grave ? 'act' : 'watch', words: words.trim() }]
}

function tooSlow(
  shaft: Shaft,
  { min: least }: UsefulRange,
  rpm: SpeedJudgement['rpm'],
  { below }: SpeedJudgement['time'],
  engine: Engine,
  rules: ShopRules,
): Finding[] {
  if (least === null || rpm.idle >= least.rpm) return []
  const verdict =
    below >= mustRule(rules, ruleKey.timeAct) ? 'act' : below >= mustRule(rules, ruleKey.timeWatch) ? 'watch' : 'fine'
  const words = `Too slow: ${round(rpm.idle)} rpm at ${nominalSpeeds(engine).includes('idleRpm') ? 'a nominal idle' : 'idle'}; it needs ${round(least.rpm)} (${least.restsOn === 'part' ? 'its own figure' : least.restsOn}), and runs slower than that ${timeWords(below)}. ${CONSEQUENCE[shaft.kind]?.slow ?? ''}`
  return [{ verdict, words: words.trim() }]
}

function limitWords({ rpm, restsOn }: RangeEnd): string {
  return restsOn === 'part' ? `its limit is ${round(rpm)}` : `${round(rpm)} is the maximum (${restsOn})`
}

/** A share of the time in words. */
export function timeWords(share: number): string {
  if (share === 0) return 'never'
  const percent = 100 * share
  return percent < 0.5 ? 'hardly ever' : `${percent < 10 ? percent.toFixed(1) : Math.round(percent)} % of the time`
}

/** What comes of it, by accessory. */
const CONSEQUENCE: Readonly<Partial<Record<ShaftKind, { readonly fast?: string; readonly slow?: string }>>> = {
  alternator: {
    fast: 'Windings and fan may fly apart.',
    slow: 'Below its cut-in no current comes.',
  },
  generator: { fast: 'Its commutator may fly apart.', slow: 'Below its cut-in no current comes.' },
  'water-pump': {
    fast: 'The coolant cavitates and flow breaks down.',
    slow: 'Engine running hot in standing traffic.',
  },
  'power-steering': { fast: 'The oil foams and heats.', slow: 'The wheel is heavy when parking.' },
  'ac-compressor': { fast: 'Valves and seal fail.', slow: 'It cools little at idle.' },
  fan: { fast: 'Its blades may come off. Stay out of its plane.' },
}

/** rpm as one says them. */
const round = (rpm: number) => String(Math.round(rpm))
