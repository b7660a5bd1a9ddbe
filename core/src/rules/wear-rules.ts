/** From when something worn is worth a look, and from when it has to be replaced: docs/mechanics/wear.md. */
import { SECOND_LOOK_KM } from './nominal.ts'
import type { Rule } from './rule.ts'

/** What is read in figures while walking round a drive. */
export const WEAR_FIGURES = ['cracks', 'rib-depth', 'ride', 'travel', 'off-centre', 'rock', 'run-out'] as const
export type WearFigure = (typeof WEAR_FIGURES)[number]

interface Limits {
  readonly subject: string
  readonly unit: Rule['unit']
  readonly watch: number
  readonly replace: number
  readonly max: number
  readonly why: string
}

const LIMITS: Readonly<Record<WearFigure, Limits>> = {
  cracks: {
    subject: 'Multi-rib belt',
    unit: 'cracks',
    watch: 2,
    replace: 4,
    max: 100,
    why: 'Counted over 80 mm of belt: rubber that cracks lets go of its cord next.',
  },
  'rib-depth': {
    subject: 'Multi-rib belt',
    unit: 'mm',
    watch: 0.3,
    replace: 0.6,
    max: 5,
    why: 'The ribs sit on their tips instead of wedging in, and slip.',
  },
  ride: {
    subject: 'V belt below the rim',
    unit: 'mm',
    watch: 1,
    replace: 2,
    max: 20,
    why: 'Worn flanks let the belt down; on the groove’s bottom it no longer wedges.',
  },
  travel: {
    subject: 'Adjuster',
    unit: 'share',
    watch: 0.7,
    replace: 0.9,
    max: 1,
    why: 'What is left has to take up the rest of the belt’s life.',
  },
  'off-centre': {
    subject: 'Belt on a smooth pulley',
    unit: 'mm',
    watch: 0,
    replace: 2,
    max: 100,
    why: 'A belt that has left the middle of its pulley says that something leans.',
  },
  rock: {
    subject: 'Pulley rocked at its rim',
    unit: 'mm',
    watch: 0.5,
    replace: 1,
    max: 20,
    why: 'The bearing has play: it sends the belt off and ends in noise.',
  },
  'run-out': {
    subject: 'Pulley turned by hand',
    unit: 'mm',
    watch: 0.5,
    replace: 1,
    max: 20,
    why: 'A bent pulley moves the belt once a turn.',
  },
}

const WHAT: Readonly<Record<WearFigure, string>> = {
  cracks: 'cracks',
  'rib-depth': 'rib depth lost',
  ride: 'depth',
  travel: 'travel used',
  'off-centre': 'off its middle',
  rock: 'rock',
  'run-out': 'run-out',
}

/** What a belt is made of, as far as its life depends on it. */
export const LASTING_MATERIALS = ['epdm', 'neoprene'] as const
export type LastingMaterial = (typeof LASTING_MATERIALS)[number]

const LASTS: Readonly<
  Record<LastingMaterial, { readonly subject: string; readonly km: number; readonly years: number }>
> = {
  epdm: { subject: 'EPDM belt', km: 150_000, years: 10 },
  neoprene: { subject: 'Neoprene belt', km: 75_000, years: 5 },
}

export const wearKey = {
  watch: (figure: WearFigure) => `wear.${figure}.watch`,
  replace: (figure: WearFigure) => `wear.${figure}.replace`,
  km: (material: LastingMaterial) => `wear.${material}.km`,
  years: (material: LastingMaterial) => `wear.${material}.years`,
  dueShare: 'wear.due.share',
  secondLookKm: 'wear.second-look.km',
  againKm: 'wear.again.km',
  againMonths: 'wear.again.months',
  firstKm: 'wear.first.km',
  firstMonths: 'wear.first.months',
} as const

/** Every limit of wear that a workshop may set, in the order in which they are listed. */
export const WEAR_RULES: readonly Rule[] = [
  ...WEAR_FIGURES.flatMap((figure): readonly Rule[] => {
    const { subject, unit, watch, replace, max: most, why } = LIMITS[figure]
    const of = { group: 'wear', subject, unit, min: 0, max: most, why } as const
    return [
      { ...of, key: wearKey.watch(figure), what: `${WHAT[figure]}, watch`, nominal: watch },
      { ...of, key: wearKey.replace(figure), what: `${WHAT[figure]}, replace`, nominal: replace },
    ]
  }),
  ...LASTING_MATERIALS.flatMap((material): readonly Rule[] => {
    const { subject, km, years } = LASTS[material]
    return [
      {
        key: wearKey.km(material),
        group: 'wear',
        subject,
        what: 'lasts',
        unit: 'km',
        nominal: km,
        min: 1000,
        max: 1_000_000,
        why: 'Beyond it a belt goes without a warning.',
      },
      {
        key: wearKey.years(material),
        group: 'wear',
        subject,
        what: 'lasts',
        unit: 'years',
        nominal: years,
        min: 1,
        max: 40,
        why: 'Rubber ages while it stands, too.',
      },
    ]
  }),
  {
    key: wearKey.dueShare,
    group: 'wear',
    subject: 'Belt',
    what: 'share of its life from which it is watched',
    unit: 'share',
    nominal: 0.8,
    min: 0.1,
    max: 1,
    why: 'Time to put a new one on the shelf.',
  },
  {
    key: wearKey.secondLookKm,
    group: 'wear',
    subject: 'New belt under a spring arm',
    what: 'read its pointer again after',
    unit: 'km',
    nominal: SECOND_LOOK_KM,
    min: 10,
    max: 20_000,
    why: 'By then it has seated and grown.',
  },
  {
    key: wearKey.firstKm,
    group: 'wear',
    subject: 'Vehicles nobody has looked at',
    what: 'look at the belts from',
    unit: 'km',
    nominal: 60_000,
    min: 1000,
    max: 1_000_000,
    why: 'From then on belts of any kind may be worn.',
  },
  {
    key: wearKey.firstMonths,
    group: 'wear',
    subject: 'Vehicles nobody has looked at',
    what: 'look at the belts after it came here',
    unit: 'months',
    nominal: 12,
    min: 1,
    max: 120,
    why: 'What was not looked at is not known.',
  },
  {
    key: wearKey.againKm,
    group: 'wear',
    subject: 'Parts to watch',
    what: 'check again after',
    unit: 'km',
    nominal: 10_000,
    min: 100,
    max: 100_000,
    why: 'Where no trend says it better.',
  },
  {
    key: wearKey.againMonths,
    group: 'wear',
    subject: 'Parts to watch',
    what: 'check again after',
    unit: 'months',
    nominal: 12,
    min: 1,
    max: 60,
    why: 'Where no trend says it better.',
  },
]
