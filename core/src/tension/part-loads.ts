/** What parts take from their belt, from what stands on them: docs/mechanics/tension.md. */
import { withFact } from '../drive/edits-facts.ts'
import type { DriveEdit } from '../drive/edits.ts'
import { onlyLeads, type LoadPoint, type Shaft, type ShaftKind } from '../drive/shaft.ts'
import { USUAL_LOADS } from '../rules/nominal.ts'
import { ruleKey, ruleValue, type ShopRules, NOMINAL_RULES } from '../rules/rules.ts'
import { NOMINAL_AMPS, NOMINAL_LOADS, NOMINAL_STEERING, NOMINAL_VOLTS, PUMP_EFFICIENCY } from './nominal.ts'

/** Torque over own speed, rpm → N·m, with everything it drives at its lightest and at its heaviest. */
export type LoadCurves = NonNullable<Shaft['load']>
type Rating = NonNullable<Shaft['rating']>

/** What is known of the torque a shaft takes: somebody read it or its plate, the average of its kind stands in for it, or nobody knows. */
export type LoadKnown = 'read' | 'nominal' | 'unknown'

/** Figures of a plate that a kind of part is told by. */
export type RatingKey = keyof Rating

const PLATES: Readonly<Partial<Record<ShaftKind, readonly RatingKey[]>>> = {
  alternator: ['amps', 'volts'],
  generator: ['amps', 'volts'],
  'power-steering': ['bar', 'cm3PerTurn'],
}

/** What can be read on the plate of a kind of part, from which its torque follows; power at a speed where nothing else does. */
export function plateOf(kind: ShaftKind): readonly RatingKey[] {
  return onlyLeads(kind) || kind === 'crank' ? [] : (PLATES[kind] ?? ['kW', 'atRpm'])
}

/** What is known of the torque that a shaft takes for itself. */
export function loadKnown(shaft: Pick<Shaft, 'kind' | 'load' | 'rating'>): LoadKnown {
  if (shaft.load !== undefined || fromPlate(shaft) !== null) return 'read'
  return onlyLeads(shaft.kind) || NOMINAL_LOADS[shaft.kind] !== undefined ? 'nominal' : 'unknown'
}

/** The torque of a shaft over its own speed: as it was read, else as its plate gives it, else nominal; null where nobody knows. */
export function loadCurves(
  shaft: Pick<Shaft, 'kind' | 'load' | 'rating'>,
  rules: ShopRules = NOMINAL_RULES,
): LoadCurves | null {
  return shaft.load ?? fromPlate(shaft) ?? nominalCurves(shaft.kind, rules)
}

/** What parts of a kind take in this workshop, where it goes with the one figure that its rule gives; null where nobody can say for the kind. */
function nominalCurves(kind: ShaftKind, rules: ShopRules): LoadCurves | null {
  const curves = NOMINAL_LOADS[kind]
  const [usual, own] = [USUAL_LOADS[kind], ruleValue(rules, ruleKey.load(kind))]
  if (curves === undefined || usual === undefined || own === undefined || own === usual.nominal) return curves ?? null
  const by = own / usual.nominal
  return usual.of === 'all of it' ? scaled(curves, by) : { ...curves, heavy: times(curves.heavy, by) }
}

/**
 * Torque from a part's plate; null where not enough stands on it. An alternator's goes with its power, `I·U`; a pump's is `p·V / (2π·η)`; a power
 * at a speed is `P / ω`, grown with the square of the speed for a fan and a water pump, level for others.
 */
function fromPlate({ kind, rating }: Pick<Shaft, 'kind' | 'rating'>): LoadCurves | null {
  if (rating === undefined) return null
  const { amps, volts, bar, cm3PerTurn, kW, atRpm } = rating
  const nominal = NOMINAL_LOADS[kind]
  if (nominal !== undefined && amps !== undefined)
    return scaled(nominal, (amps * (volts ?? NOMINAL_VOLTS)) / (NOMINAL_AMPS * NOMINAL_VOLTS))
  if (bar !== undefined && cm3PerTurn !== undefined) {
    if (kind === 'power-steering' && nominal !== undefined)
      return { ...nominal, heavy: times(nominal.heavy, (bar * cm3PerTurn) / NOMINAL_STEERING) }
    return level((bar * 1e5 * cm3PerTurn * 1e-6) / (2 * Math.PI * PUMP_EFFICIENCY))
  }
  if (kW === undefined || atRpm === undefined) return null
  const torque = (kW * 1000) / ((2 * Math.PI * atRpm) / 60)
  if (kind !== 'fan' && kind !== 'water-pump') return { light: [[0, 0]], heavy: [[0, torque]] }
  const grown: readonly LoadPoint[] = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5].map((x) => [x * atRpm, torque * x * x])
  return { light: [...grown], heavy: [...grown] }
}

const level = (torque: number): LoadCurves => ({ light: [[0, 0]], heavy: [[0, torque]] })
const times = (curve: readonly LoadPoint[], by: number): LoadPoint[] => curve.map(([rpm, torque]) => [rpm, torque * by])
const scaled = ({ light, heavy }: LoadCurves, by: number): LoadCurves => ({
  light: times(light, by),
  heavy: times(heavy, by),
})

/** Keeps a figure of a part's plate; null takes it away. */
export function setRating(shaftId: string, key: RatingKey, value: number | null): DriveEdit {
  return (drive) => {
    const shaft = drive.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    const rating: Rating = withFact<Rating, RatingKey>(shaft.rating ?? {}, key, value)
    if (Object.keys(rating).length === 0) delete shaft.rating
    else shaft.rating = rating
  }
}

/** Keeps a torque that was read, light and heavy, the same at every speed; null takes it away. */
export function setTorque(
  shaftId: string,
  torque: { readonly light: number; readonly heavy: number } | null,
): DriveEdit {
  return (drive) => {
    const shaft = drive.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (torque === null) delete shaft.load
    else shaft.load = { light: [[0, torque.light]], heavy: [[0, torque.heavy]] }
  }
}

/** Keeps how much the bearing of a part takes from the belt, N; null takes it away. */
export function setBearingLimit(shaftId: string, newtons: number | null): DriveEdit {
  return (drive) => {
    const shaft = drive.shafts.find(({ id }) => id === shaftId)
    if (shaft === undefined) return
    if (newtons === null) delete shaft.maxSideLoad
    else shaft.maxSideLoad = newtons
  }
}
