/** From a speed that is wanted to the pulleys that would give it: docs/mechanics/other-pulleys.md. */
import { isSized, type Pulley } from '../drive/pulley.ts'
import type { SettledDrive } from '../path/settle.ts'
import { NOMINAL_RULES, type ShopRules } from '../rules/rules.ts'
import { wordingFor } from '../solution/part-names.ts'
import { shaftSpeeds } from '../speeds/shaft-speeds.ts'
import { lengthText as usualText } from '../units/format-length.ts'
import type { Mm } from '../units/quantity.ts'
import { radiusPerSize, sizeLimits, sizeOf, sizesBetween, stepOf, type SizeStep } from './resize.ts'
import { driveVersion, type DriveVersion } from './version.ts'

export interface WantedSpeed {
  readonly shaft: string
  /** Turns of the shaft for one of the crank. */
  readonly ratio: number
  readonly step: SizeStep
}

/** One pulley of another size that brings the speed near to the one wanted. */
export interface SpeedCandidate {
  readonly pulley: string
  readonly size: number
  readonly ratio: number
  /** Share by which the ratio misses the one wanted; positive for faster. */
  readonly off: number
  readonly version: DriveVersion
}

/** A pulley that cannot give the speed, and why, in a sentence. */
export interface CannotGive {
  readonly pulley: string
  readonly words: string
}

export interface SpeedCandidates {
  /** Those that go, nearest to the speed first; each pulley's sizes on both sides of the exact one. */
  readonly candidates: readonly SpeedCandidate[]
  readonly cannot: readonly CannotGive[]
}

/** Sizes tried to either side of the exact one. */
const TO_EITHER_SIDE = 3

/** Share within which a size is near enough to be offered; beyond it only the nearest of a pulley is. */
const NEAR_SHARE = 0.04

interface WantedOptions {
  readonly rules?: ShopRules
  readonly lengthText?: (mm: Mm) => string
}

/**
 * Every pulley on the way from the crank to a shaft, and the sizes of it that bring the shaft near to the ratio wanted. On the
 * driven side `r' = r·ratio_now / ratio_wanted`, on the driving side the inverse; a step of size is half a millimetre of radius.
 */
export function pulleysForSpeed(
  settled: SettledDrive,
  wanted: WantedSpeed,
  { rules = NOMINAL_RULES, lengthText }: WantedOptions = {},
): SpeedCandidates {
  const speed = shaftSpeeds(settled).reached.get(wanted.shaft)
  if (speed?.ratio == null) return { candidates: [], cannot: [] }
  const now = speed.ratio
  const ways = speed.through.flatMap(({ driving, driven, drivingRadius, drivenRadius }) => [
    { pulley: driven, exact: (drivenRadius * now) / wanted.ratio - drivenRadius },
    { pulley: driving, exact: (drivingRadius * wanted.ratio) / now - drivingRadius },
  ])
  const found = ways.map(({ pulley: id, exact }) => {
    const pulley = settled.drive.pulleys.find((each) => each.id === id)
    if (pulley === undefined || !isSized(pulley)) return { candidates: [], cannot: [] }
    const size = (sizeOf(pulley) ?? 0) + exact / radiusPerSize(pulley)
    return forPulley(settled, pulley, size, wanted, { rules, lengthText })
  })
  return {
    candidates: found
      .flatMap(({ candidates }) => candidates)
      .toSorted((a, b) => a.version.troubles.length - b.version.troubles.length || Math.abs(a.off) - Math.abs(b.off)),
    cannot: found.flatMap(({ cannot }) => cannot),
  }
}

function forPulley(
  settled: SettledDrive,
  pulley: Pulley,
  exact: number,
  wanted: WantedSpeed,
  { rules, lengthText = (mm) => usualText(mm, { style: 'mm' }) }: WantedOptions & { readonly rules: ShopRules },
): SpeedCandidates {
  const name = wordingFor(settled.drive, lengthText).pulley(pulley)
  const text = (size: number) => (pulley.face === 'toothed' ? `${Math.round(size)} teeth` : lengthText(size))
  const { min: least, max: most } = sizeLimits(pulley, rules)
  const cannot = (words: string): SpeedCandidates => ({ candidates: [], cannot: [{ pulley: pulley.id, words }] })
  if (exact < least)
    return cannot(`${name} would have to be ${text(Math.max(0, exact))}; the smallest for its belt is ${text(least)}.`)
  if (exact > most) return cannot(`${name} would have to be ${text(exact)}, larger than any pulley.`)
  const reach = TO_EITHER_SIDE * stepOf(pulley, wanted.step)
  const sizes = sizesBetween(pulley, wanted.step, Math.max(least, exact - reach), Math.min(most, exact + reach))
  const tried = sizes
    .filter((size) => size !== sizeOf(pulley))
    .map((size) => candidateOf(settled, pulley.id, size, wanted, { rules, lengthText }))
    .toSorted((a, b) => Math.abs(a.off) - Math.abs(b.off))
  const [nearest] = tried
  if (nearest === undefined) return cannot(`${name}: no standard size is near ${text(exact)}.`)
  if (!nearest.version.goes) {
    const [why] = nearest.version.troubles
    return cannot(`${name} at ${text(nearest.size)}: ${why?.message ?? 'it is not possible.'}`)
  }
  return {
    candidates: tried.filter(({ off, version }, i) => version.goes && (i === 0 || Math.abs(off) <= NEAR_SHARE)),
    cannot: [],
  }
}

function candidateOf(
  settled: SettledDrive,
  pulley: string,
  size: number,
  wanted: WantedSpeed,
  options: WantedOptions,
): SpeedCandidate {
  const version = driveVersion(settled, [{ pulley, size }], options)
  const ratio = version.shafts.find(({ shaft }) => shaft === wanted.shaft)?.ratio ?? 0
  return { pulley, size, ratio, off: ratio / wanted.ratio - 1, version }
}

/** Why a wanted speed cannot be asked for, in a sentence; undefined where it can. */
export function wantedRefusal(rpm: number | null, engineRpm: number): string | undefined {
  if (rpm === null || !Number.isFinite(rpm)) return 'Enter the speed you need, in rpm.'
  if (rpm <= 0) return 'The speed must be above zero.'
  if (!(engineRpm > 0)) return 'Enter the engine speed, above zero.'
  if (rpm / engineRpm > MAX_RATIO || rpm / engineRpm < 1 / MAX_RATIO)
    return `That is ${rpm > engineRpm ? `${Math.round(rpm / engineRpm)} times the engine’s speed` : `one turn for ${Math.round(engineRpm / rpm)} of the engine`}: no pair of pulleys can do that.`
  return undefined
}

/** Ratios beyond this are slips of the pen: the smaller pulley would be lost in the larger one’s hub. */
const MAX_RATIO = 20
