/** The nominal values a workshop may set otherwise: docs/mechanics/rules.md. */
import type { ShaftKind } from '../drive/shaft.ts'
import { LEAST_CLEARANCE_MM, LEAST_TEETH_IN_MESH, LEAST_WRAP_DEG } from '../path/nominal.ts'
import { sectionFigures, SECTIONS, type Section } from '../sections/sections.ts'
import { WEAR_RULES } from './wear-rules.ts'

export type RuleUnit = 'rpm' | 'm/s' | 'mm' | 'deg' | 'teeth' | 'share' | 'cracks' | 'km' | 'years' | 'months'

/** What rules are about, in the order in which a screen lists them. */
export const RULE_GROUPS = ['accessories', 'time', 'belts', 'pulleys', 'wraps', 'wear'] as const
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
  /** Why it is so, or what happens beyond it. */
  readonly why: string
}

/** What a workshop has set otherwise, by key; a key that is missing stands at its nominal value. */
export type ShopRules = Readonly<Record<string, number>>

/** The workshop that has set nothing otherwise. */
export const NOMINAL_RULES: ShopRules = {}

export const KIND_NAMES: Readonly<Record<ShaftKind, string>> = {
  crank: 'Crank',
  alternator: 'Alternator',
  generator: 'Generator',
  'water-pump': 'Water pump',
  'power-steering': 'Steering pump',
  'ac-compressor': 'Compressor',
  'air-pump': 'Air pump',
  fan: 'Fan',
  'vacuum-pump': 'Vacuum pump',
  supercharger: 'Supercharger',
  idler: 'Idler',
  tensioner: 'Tensioner',
  jackshaft: 'Jackshaft',
  other: 'Other part',
}

type End = readonly [nominal: number, why: string]

/** Useful speeds by accessory, rpm of its own: below the first it does not do its work, above the second it suffers. */
const USEFUL: Readonly<Partial<Record<ShaftKind, { readonly least?: End; readonly most?: End }>>> = {
  alternator: {
    least: [1500, 'Cut-in: below it no current comes, and the battery carries the load.'],
    most: [16_000, 'Windings and fan are thrown outward; bearings run hot.'],
  },
  generator: {
    least: [1100, 'Cut-in: below it no current comes.'],
    most: [7000, 'The commutator throws its solder.'],
  },
  'water-pump': {
    least: [600, 'Too little water moves while the engine idles hot.'],
    most: [6500, 'The vanes tear the water into vapour, and flow breaks down.'],
  },
  'power-steering': {
    least: [500, 'Parking by hand: the pump gives too little at idle.'],
    most: [8000, 'The oil foams and heats, the vanes wear.'],
  },
  'ac-compressor': {
    least: [600, 'It cools little in standing traffic.'],
    most: [7500, 'Valves and seal are made for no more.'],
  },
  'air-pump': {
    least: [500, 'It gives too little air.'],
    most: [6000, 'Vanes and bearings are made for no more.'],
  },
  'vacuum-pump': {
    least: [450, 'The brake’s reserve builds up slowly at idle.'],
    most: [5000, 'Vanes and bearings are made for no more.'],
  },
  supercharger: { most: [14_000, 'Rotors and bearings are made for no more.'] },
  idler: { most: [12_000, 'Small bearings lose their grease.'] },
  tensioner: { most: [12_000, 'Small bearings lose their grease.'] },
}

/** Least diameters across the outside, mm, over which a section bends without cracking early; for toothed belts, teeth. */
const LEAST_SIZE: Readonly<Record<Section, number>> = { PK: 45, V10: 55, V13: 70, V17: 110, 'T9.5': 12, 'T12.7': 14 }

/** m/s. Above it the blades of a fan may come off. */
const FAN_TIP_SPEED = 95

/** Least diameter of a smooth pulley for the back of a belt, mm. */
const LEAST_SMOOTH_MM = 45

export const ruleKey = {
  least: (kind: ShaftKind) => `speed.${kind}.least`,
  most: (kind: ShaftKind) => `speed.${kind}.most`,
  fanTipSpeed: 'speed.fan.tip',
  timeWatch: 'time.watch',
  timeAct: 'time.act',
  beltSpeed: (section: Section) => `belt.${section}.speed`,
  leastSize: (section: Section) => `pulley.${section}.least`,
  leastSmooth: 'pulley.smooth.least',
  leastWrap: (kind: ShaftKind) => `wrap.${kind}`,
  clearance: 'path.clearance',
  teethInMesh: 'path.teeth',
} as const

function usefulRules(): Rule[] {
  return (Object.keys(USEFUL) as ShaftKind[]).flatMap((kind): Rule[] => {
    const { least, most } = USEFUL[kind] ?? {}
    const rule = (key: string, what: string, [nominal, why]: End): Rule => {
      const of = { group: 'accessories', subject: KIND_NAMES[kind], unit: 'rpm', min: 1, max: 200_000 } as const
      return { ...of, key, what, nominal, why }
    }
    return [
      ...(least === undefined ? [] : [rule(ruleKey.least(kind), 'least useful speed', least)]),
      ...(most === undefined ? [] : [rule(ruleKey.most(kind), 'highest speed', most)]),
    ]
  })
}

/** Every value that a workshop may set, in the order in which they are listed. */
export const RULES: readonly Rule[] = [
  ...usefulRules(),
  {
    key: ruleKey.fanTipSpeed,
    group: 'accessories',
    subject: KIND_NAMES.fan,
    what: 'highest speed of the blades’ tips',
    unit: 'm/s',
    nominal: FAN_TIP_SPEED,
    min: 10,
    max: 300,
    why: 'Blades come off; nobody stands in line with a fan that runs.',
  },
  {
    key: ruleKey.timeWatch,
    group: 'time',
    subject: 'Time out of range',
    what: 'share worth a look',
    unit: 'share',
    nominal: 0.02,
    min: 0,
    max: 1,
    why: 'Less than this nobody notices.',
  },
  {
    key: ruleKey.timeAct,
    group: 'time',
    subject: 'Time out of range',
    what: 'share that has to be mended',
    unit: 'share',
    nominal: 0.2,
    min: 0,
    max: 1,
    why: 'The part fails in its work, or wears out, in everyday use.',
  },
  ...SECTIONS.flatMap((section): Rule[] => {
    const nominal = sectionFigures(section).maxBeltSpeed
    if (nominal === null) return []
    return [
      {
        key: ruleKey.beltSpeed(section),
        group: 'belts',
        subject: section,
        what: 'highest belt speed',
        unit: 'm/s',
        nominal,
        min: 1,
        max: 120,
        why: 'The belt is thrown outward and loses its grip.',
      },
    ]
  }),
  ...SECTIONS.map((section): Rule => ({
    key: ruleKey.leastSize(section),
    group: 'pulleys',
    subject: section,
    what: 'smallest pulley',
    unit: sectionFigures(section).family === 'toothed' ? 'teeth' : 'mm',
    nominal: LEAST_SIZE[section],
    min: 6,
    max: 500,
    why: 'Bent tighter the belt cracks early.',
  })),
  {
    key: ruleKey.leastSmooth,
    group: 'pulleys',
    subject: 'Smooth',
    what: 'smallest pulley',
    unit: 'mm',
    nominal: LEAST_SMOOTH_MM,
    min: 6,
    max: 500,
    why: 'Bent backward tighter the belt cracks early.',
  },
  ...(Object.keys(LEAST_WRAP_DEG) as ShaftKind[]).map((kind): Rule => ({
    key: ruleKey.leastWrap(kind),
    group: 'wraps',
    subject: KIND_NAMES[kind],
    what: 'least wrap',
    unit: 'deg',
    nominal: LEAST_WRAP_DEG[kind],
    min: 0,
    max: 360,
    why: 'With less the belt slips before anything else does.',
  })),
  {
    key: ruleKey.teethInMesh,
    group: 'wraps',
    subject: 'Toothed pulley',
    what: 'least teeth in mesh',
    unit: 'teeth',
    nominal: LEAST_TEETH_IN_MESH,
    min: 1,
    max: 60,
    why: 'With fewer the belt jumps a tooth.',
  },
  {
    key: ruleKey.clearance,
    group: 'wraps',
    subject: 'Belt',
    what: 'least clearance to what it does not touch',
    unit: 'mm',
    nominal: LEAST_CLEARANCE_MM,
    min: 0,
    max: 100,
    why: 'A belt flaps; nearer than this it rubs.',
  },
  ...WEAR_RULES,
]

const BY_KEY: ReadonlyMap<string, Rule> = new Map(RULES.map((rule) => [rule.key, rule]))

/** The rule of a key; undefined for a key that no rule has. */
export function ruleOf(key: string): Rule | undefined {
  return BY_KEY.get(key)
}

/** The value that counts in this workshop; undefined for a key that no rule has. */
export function ruleValue(rules: ShopRules, key: string): number | undefined {
  return rules[key] ?? BY_KEY.get(key)?.nominal
}

/** The value of a rule that there is; that it is there is a matter of the table above. */
export function mustRule(rules: ShopRules, key: string): number {
  const value = ruleValue(rules, key)
  if (value === undefined) throw new Error(`No rule is called "${key}".`)
  return value
}

/** In brackets after a limit: whether it is the nominal one or the workshop's own. */
export function ruleWords(rules: ShopRules, key: string): 'nominal' | 'rule of the shop' {
  return rules[key] === undefined ? 'nominal' : 'rule of the shop'
}

/** Why a value cannot be a rule, in a sentence; undefined where it can. */
export function ruleRefusal(rules: ShopRules, key: string, value: number): string | undefined {
  const rule = BY_KEY.get(key)
  if (rule === undefined) return `There is no rule called "${key}".`
  const { min, max, subject, what } = rule
  if (!Number.isFinite(value) || value < min || value > max)
    return `${subject}, ${what}: must be from ${min} to ${max}${rule.unit === 'share' ? '' : ` ${rule.unit}`}.`
  const other = otherEnd(key)
  const against = other === undefined ? undefined : ruleValue(rules, other.key)
  if (other === undefined || against === undefined) return undefined
  return (other.is === 'above' ? value < against : value > against)
    ? undefined
    : `${subject}, ${what}: must be ${other.is === 'above' ? 'below' : 'above'} the ${BY_KEY.get(other.key)?.what ?? ''} (${against}).`
}

/** The rule that bounds the other end of the same range. */
function otherEnd(key: string): { readonly key: string; readonly is: 'above' | 'below' } | undefined {
  if (key === ruleKey.timeWatch) return { key: ruleKey.timeAct, is: 'above' }
  if (key === ruleKey.timeAct) return { key: ruleKey.timeWatch, is: 'below' }
  if (/^speed\..*\.least$/.test(key)) return { key: key.replace(/least$/, 'most'), is: 'above' }
  if (/^wear\..*\.watch$/.test(key)) return { key: key.replace(/watch$/, 'replace'), is: 'above' }
  if (/^wear\..*\.replace$/.test(key)) return { key: key.replace(/replace$/, 'watch'), is: 'below' }
  if (/^speed\..*\.most$/.test(key)) return { key: key.replace(/most$/, 'least'), is: 'below' }
  return undefined
}
