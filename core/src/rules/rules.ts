/** The nominal values a workshop may set otherwise: docs/mechanics/rules.md. */
import { SHAFT_KIND_NAMES, type ShaftKind } from '../drive/shaft.ts'
import { MIN_CLEARANCE_MM, MIN_TEETH_IN_MESH, MIN_WRAP_DEG } from '../path/nominal.ts'
import { familyOf } from '../sections/families.ts'
import { type Section, sectionFigures, SECTIONS } from '../sections/sections.ts'
import { CURRENCY_RULE } from './currencies.ts'
import type { Rule } from './rule.ts'
import { WEAR_RULES } from './wear-rules.ts'
import {
  ALTERNATOR_INERTIA,
  FAN_TIP_SPEED,
  MIN_SIZE,
  MIN_SMOOTH_MM,
  THROTTLE_BLIP,
  USEFUL_RPM,
  USUAL_LOADS,
  type End,
} from './nominal.ts'

/** What a workshop has set otherwise, by key; a key that is missing stands at its nominal value. */
export type ShopRules = Readonly<Record<string, number>>

/** The workshop that has set nothing otherwise. */
export const NOMINAL_RULES: ShopRules = {}

export const ruleKey = {
  min: (kind: ShaftKind) => `speed.${kind}.min`,
  max: (kind: ShaftKind) => `speed.${kind}.max`,
  fanTipSpeed: 'speed.fan.tip',
  timeWatch: 'time.watch',
  timeAct: 'time.act',
  beltSpeed: (section: Section) => `belt.${section}.speed`,
  minSize: (section: Section) => `pulley.${section}.min`,
  minSmooth: 'pulley.smooth.min',
  leastWrap: (kind: ShaftKind) => `wrap.${kind}`,
  clearance: 'path.clearance',
  teethInMesh: 'path.teeth',
  load: (kind: ShaftKind) => `load.${kind}`,
  throttleBlip: 'load.throttle-blip',
  alternatorInertia: 'load.alternator.inertia',
} as const

function usefulRules(): Rule[] {
  return (Object.keys(USEFUL_RPM) as ShaftKind[]).flatMap((kind): Rule[] => {
    const { min: least, max: most } = USEFUL_RPM[kind] ?? {}
    const rule = (key: string, what: string, [nominal, why]: End): Rule => {
      const of = { group: 'accessories', subject: SHAFT_KIND_NAMES[kind], unit: 'rpm', min: 1, max: 200_000 } as const
      return { ...of, key, what, nominal, why }
    }
    return [
      ...(least === undefined ? [] : [rule(ruleKey.min(kind), 'minimum useful speed', least)]),
      ...(most === undefined ? [] : [rule(ruleKey.max(kind), 'maximum speed', most)]),
    ]
  })
}

function loadRules(): Rule[] {
  return (Object.keys(USUAL_LOADS) as ShaftKind[]).flatMap((kind): Rule[] => {
    const usual = USUAL_LOADS[kind]
    if (usual === undefined) return []
    const { nominal, unit, what } = usual
    const why = 'Stands in until the part’s own load or plate is read.'
    return [
      {
        key: ruleKey.load(kind),
        group: 'loads',
        subject: SHAFT_KIND_NAMES[kind],
        what,
        unit,
        nominal,
        min: unit === 'A' ? 10 : 0.05,
        max: unit === 'A' ? 1000 : 500,
        why,
      },
    ]
  })
}

/** Every value that a workshop may set, in the order in which they are listed. */
export const RULES: readonly Rule[] = [
  ...usefulRules(),
  {
    key: ruleKey.fanTipSpeed,
    group: 'accessories',
    subject: SHAFT_KIND_NAMES.fan,
    what: 'maximum blade tip speed',
    unit: 'm/s',
    nominal: FAN_TIP_SPEED,
    min: 10,
    max: 300,
    why: 'Blades come off. Never stand in the plane of a running fan.',
  },
  {
    key: ruleKey.timeWatch,
    group: 'time',
    subject: 'Time out of range',
    what: 'share for “watch”',
    unit: 'share',
    nominal: 0.02,
    min: 0,
    max: 1,
    why: 'Below this nobody notices.',
  },
  {
    key: ruleKey.timeAct,
    group: 'time',
    subject: 'Time out of range',
    what: 'share for “act”',
    unit: 'share',
    nominal: 0.2,
    min: 0,
    max: 1,
    why: 'The part fails or wears out in everyday use.',
  },
  ...SECTIONS.flatMap((section): Rule[] => {
    const nominal = sectionFigures(section).maxBeltSpeed
    if (nominal === null) return []
    return [
      {
        key: ruleKey.beltSpeed(section),
        group: 'belts',
        subject: section,
        what: 'maximum belt speed',
        unit: 'm/s',
        nominal,
        min: 1,
        max: 120,
        why: 'The belt is thrown outward and loses its grip.',
      },
    ]
  }),
  ...SECTIONS.map((section): Rule => ({
    key: ruleKey.minSize(section),
    group: 'pulleys',
    subject: section,
    what: 'smallest pulley',
    unit: familyOf(section).pulleySize,
    nominal: MIN_SIZE[section],
    min: 6,
    max: 500,
    why: 'Bent tighter the belt cracks early.',
  })),
  {
    key: ruleKey.minSmooth,
    group: 'pulleys',
    subject: 'Smooth',
    what: 'smallest pulley',
    unit: 'mm',
    nominal: MIN_SMOOTH_MM,
    min: 6,
    max: 500,
    why: 'Bent backward tighter the belt cracks early.',
  },
  ...(Object.keys(MIN_WRAP_DEG) as ShaftKind[]).map((kind): Rule => ({
    key: ruleKey.leastWrap(kind),
    group: 'wraps',
    subject: SHAFT_KIND_NAMES[kind],
    what: 'minimum wrap',
    unit: 'deg',
    nominal: MIN_WRAP_DEG[kind],
    min: 0,
    max: 360,
    why: 'With less the belt slips before anything else does.',
  })),
  {
    key: ruleKey.teethInMesh,
    group: 'wraps',
    subject: 'Toothed pulley',
    what: 'minimum teeth in mesh',
    unit: 'teeth',
    nominal: MIN_TEETH_IN_MESH,
    min: 1,
    max: 60,
    why: 'With fewer the belt jumps a tooth.',
  },
  {
    key: ruleKey.clearance,
    group: 'wraps',
    subject: 'Belt',
    what: 'minimum clearance',
    unit: 'mm',
    nominal: MIN_CLEARANCE_MM,
    min: 0,
    max: 100,
    why: 'A belt flaps; nearer than this it rubs.',
  },
  ...loadRules(),
  {
    key: ruleKey.throttleBlip,
    group: 'loads',
    subject: 'Throttle blip',
    what: 'engine speeds up by',
    unit: 'rpm/s',
    nominal: THROTTLE_BLIP,
    min: 100,
    max: 50_000,
    why: 'Whatever is heavy to speed up pulls on the belt meanwhile: then a belt squeals first.',
  },
  {
    key: ruleKey.alternatorInertia,
    group: 'loads',
    subject: SHAFT_KIND_NAMES.alternator,
    what: 'moment of inertia',
    unit: 'kg·m²',
    nominal: ALTERNATOR_INERTIA,
    min: 0.0001,
    max: 0.1,
    why: 'Stands in until the part’s own is entered. It counts in a throttle blip.',
  },
  ...WEAR_RULES,
  CURRENCY_RULE,
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
  if (value === undefined) throw new Error(`There is no rule "${key}".`)
  return value
}

/** In brackets after a limit: whether it is the nominal one or the workshop's own. */
export function ruleWords(rules: ShopRules, key: string): 'nominal' | 'own value' {
  return rules[key] === undefined ? 'nominal' : 'own value'
}

/** Why a value cannot be a rule, in a sentence; undefined where it can. */
export function ruleRefusal(rules: ShopRules, key: string, value: number): string | undefined {
  const rule = BY_KEY.get(key)
  if (rule === undefined) return `There is no rule called "${key}".`
  const { min, max, subject, what, choices } = rule
  if (choices !== undefined && choices.every((choice) => choice.value !== value))
    return `${subject}, ${what}: must be one of ${choices.map(({ label }) => label).join(', ')}.`
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
  if (/^speed\..*\.min$/.test(key)) return { key: key.replace(/min$/, 'max'), is: 'above' }
  if (/^wear\..*\.watch$/.test(key)) return { key: key.replace(/watch$/, 'replace'), is: 'above' }
  if (/^wear\..*\.replace$/.test(key)) return { key: key.replace(/replace$/, 'watch'), is: 'below' }
  if (/^speed\..*\.max$/.test(key)) return { key: key.replace(/max$/, 'min'), is: 'below' }
  return undefined
}
