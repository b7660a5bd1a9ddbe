/**
 * What the numbers on a belt mean, in the public size notations: docs/reference/belt-labels.md. No maker is named, and a mark
 * that can be read in two ways gives both.
 */
import { MM_PER_INCH, type Mm } from '../units/quantity.ts'
import { familyOf, type LengthLine, ribsOf } from './families.ts'
import { type Section, sectionFigures, SECTIONS } from './sections.ts'

export const NOTATIONS = [
  'metric-rib',
  'inch-rib',
  'seven-digit',
  'metric-v',
  'inch-v',
  'toothed',
  'toothed-inch',
  'bare',
] as const
export type LabelNotation = (typeof NOTATIONS)[number]

export interface LabelReading {
  readonly section: Section
  /** 1 for a V or a toothed belt. */
  readonly ribs: number
  readonly length: Mm
  readonly lengthAt: LengthLine
  readonly notation: LabelNotation
  /** How the belt is built, where its label says so: ribs on both sides, or one that stretches on. */
  readonly construction?: 'double-sided' | 'elastic'
  /** How likely it is meant like this, 0 to 1, of this text and, where one is known, this drive. */
  readonly confidence: number
}

/** What the belt is for, as far as it is known; readings that suit it come first. */
export interface LabelContext {
  readonly section?: Section
  readonly ribs?: number
  /** Stated lengths the drive can take, mm. */
  readonly shortest?: Mm
  readonly longest?: Mm
}

/** Lengths of belts there are, mm; a reading outside is no reading. */
const MIN_MM = 200
const MAX_MM = 6000
const MAX_RIBS = 20

/** How sure each notation is of itself, before the drive is looked at. */
const SURE: Readonly<Record<LabelNotation, number>> = {
  'metric-rib': 0.97,
  'inch-rib': 0.95,
  'seven-digit': 0.85,
  'metric-v': 0.95,
  'inch-v': 0.75,
  toothed: 0.95,
  'toothed-inch': 0.9,
  bare: 0.3,
}

type Found = Omit<LabelReading, 'lengthAt' | 'confidence'> & { readonly doubt?: number }

/** All readings of a mark, the likeliest first; none where it cannot be read. */
export function readLabel(text: string, context: LabelContext = {}): LabelReading[] {
  const mark = tidied(text)
  const found = READERS.flatMap((reader) => reader(mark)).filter(isBelt)
  return found
    .map(({ doubt = 1, ...reading }) => ({
      ...reading,
      lengthAt: lengthLine(reading.section),
      confidence: round(SURE[reading.notation] * doubt * suits(reading, context)),
    }))
    .toSorted((a, b) => b.confidence - a.confidence)
}

/** The line along which a section's length is stated. */
export function lengthLine(section: Section): LengthLine {
  return familyOf(section).lengthAt
}

/** Capitals, every sign for "by" an X, decimal commas as points, no spaces at the ends. */
function tidied(text: string): string {
  return text
    .normalize('NFKC')
    .toUpperCase()
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/[×*]/g, 'X')
    .replace(/\s+/g, ' ')
    .trim()
}

/** Between the parts of a mark: nothing, blanks, or a hyphen, dot-free stroke or underscore. */
const GAP = '[ /_-]*'
const pattern = (...parts: readonly string[]) => new RegExp(`^${parts.join(GAP)}$`)

type Reader = (mark: string) => readonly Found[]

const matched = (
  mark: string,
  expression: RegExp,
  read: (...groups: string[]) => Found | readonly Found[],
): readonly Found[] => {
  const groups = expression.exec(mark)?.slice(1)
  if (groups === undefined) return []
  const found = read(...groups.map((group) => (group as string | undefined) ?? ''))
  return Array.isArray(found) ? (found as readonly Found[]) : [found as Found]
}

const tenths = (digits: string): Mm => (Number(digits) / 10) * MM_PER_INCH

/** A letter before PK: ribs on both sides, or a belt that stretches on. */
const CONSTRUCTIONS: Readonly<Record<string, 'double-sided' | 'elastic'>> = { D: 'double-sided', E: 'elastic' }

const RIBS = '0*(\\d{1,2})'
const RIB_PROFILE = '([DE]?)PK'
const RIB_LENGTH = '0*(\\d{3,4}(?:\\.\\d)?)(?: ?MM)?'
/** Letters that a maker adds after the length; they say nothing of section, ribs or length. */
const SUFFIX = '(?: ?[A-Z]{1,3})?'

function ribbed(ribs: string, profile: string, length: string, doubt = 1): Found {
  const construction = CONSTRUCTIONS[profile]
  return {
    section: 'PK',
    ribs: Number(ribs),
    length: Number(length),
    notation: 'metric-rib',
    ...(construction === undefined ? {} : { construction }),
    ...(doubt === 1 ? {} : { doubt }),
  }
}

/** `6PK1725` and `6PKx1725`: ribs, PK, millimetres; also in every other order that is written. */
const metricRib: Reader = (mark) => [
  ...matched(mark, pattern(RIBS, RIB_PROFILE, 'X?', RIB_LENGTH + SUFFIX), (ribs = '', profile = '', length = '') =>
    ribbed(ribs, profile, length),
  ),
  ...matched(mark, pattern(RIB_PROFILE, RIBS, 'X', RIB_LENGTH + SUFFIX), (profile = '', ribs = '', length = '') =>
    ribbed(ribs, profile, length),
  ),
  ...matched(mark, pattern(RIB_LENGTH, RIBS, RIB_PROFILE), (length = '', ribs = '', profile = '') =>
    ribbed(ribs, profile, length, 0.95),
  ),
  ...matched(mark, /^([DE]?)PK ?(\d{2}) ?(\d{4})$/, (profile = '', ribs = '', length = '') =>
    ribbed(ribs, profile, length, 0.95),
  ),
  ...matched(mark, pattern('PK', '0*(\\d{3,4})', '[ /_X-](\\d{1,2})'), (length = '', ribs = '') =>
    ribbed(ribs, '', length, 0.9),
  ),
]

/** `679K6` and `6K679`: tenths of an inch and ribs on either side of the K. */
const inchRib: Reader = (mark) => [
  ...matched(mark, pattern('0*(\\d{3,4})', 'K', '(\\d{1,2})'), (length = '', ribs = '') => ({
    section: 'PK',
    ribs: Number(ribs),
    length: tenths(length),
    notation: 'inch-rib',
  })),
  ...matched(mark, pattern('(\\d{1,2})', 'K', '0*(\\d{3,4})'), (ribs = '', length = '') => ({
    section: 'PK',
    ribs: Number(ribs),
    length: tenths(length),
    notation: 'inch-rib',
  })),
]

/** `5060679` and `K060679`: a style, two digits of ribs, tenths of an inch in four (or three, after a letter). */
const sevenDigits: Reader = (mark) => [
  ...matched(mark, pattern('\\d', '(\\d\\d)', '(\\d{4})'), (ribs = '', length = '') => ({
    section: 'PK',
    ribs: Number(ribs),
    length: tenths(length),
    notation: 'seven-digit',
  })),
  ...matched(mark, pattern('K', '(\\d\\d)', '(\\d{3,4})'), (ribs = '', length = '') => ({
    section: 'PK',
    ribs: Number(ribs),
    length: tenths(length),
    notation: 'seven-digit',
  })),
]

/** V sections by the nominal top width that is written for them; mm. */
const WRITTEN_WIDTHS: Readonly<Record<string, Section>> = {
  '9.5': 'V10',
  '10': 'V10',
  '12.5': 'V13',
  '13': 'V13',
  '16': 'V17',
  '17': 'V17',
}

/** `13X1015`, `AV10-900`, `AVX10X0950`, `V13 X 1015`: top width and outside length in millimetres. */
const metricV: Reader = (mark) =>
  matched(
    mark,
    /^(?:AVX|AV|V)? ?0*(\d{1,2}(?:\.5)?) ?([X/-]| ) ?0*(\d{3,4}(?:\.\d)?)(?: ?(?:MM|LA))?$/,
    (width = '', between = '', length = '') => {
      const section = WRITTEN_WIDTHS[width]
      // With nothing but a blank between them the two numbers may be one.
      const doubt = between === ' ' ? 0.7 : 1
      return section === undefined ? [] : { section, ribs: 1, length: Number(length), notation: 'metric-v', doubt }
    },
  )

/** Top widths in 32nds of an inch further than this from a section's are another belt, mm. */
const WIDTH_APART_MM = 2.2

/** `17400`: top width in 32nds of an inch, outside length in tenths; some write the width in millimetres. */
const inchV: Reader = (mark) =>
  matched(mark, pattern('(\\d\\d)', '(\\d{3})'), (digits = '', length = '') => {
    const width = (Number(digits) / 32) * MM_PER_INCH
    const nearest = SECTIONS.flatMap((section) => {
      const { topWidth } = sectionFigures(section)
      return topWidth === null ? [] : [{ section, apart: Math.abs(topWidth - width) }]
    }).toSorted((a, b) => a.apart - b.apart)[0]
    const inMillimetres = WRITTEN_WIDTHS[digits]
    const common = { ribs: 1, length: tenths(length), notation: 'inch-v' } as const
    return [
      ...(nearest === undefined || nearest.apart > WIDTH_APART_MM ? [] : [{ ...common, section: nearest.section }]),
      ...(inMillimetres === undefined || inMillimetres === nearest?.section
        ? []
        : [{ ...common, section: inMillimetres, doubt: 0.4 }]),
    ]
  })

const PITCHES: Readonly<Record<string, Section>> = {
  '9.525': 'T9.5',
  '9.53': 'T9.5',
  '9.5': 'T9.5',
  '12.7': 'T12.7',
}
const toothedBelt = (section: Section, teeth: number): Found => ({
  section,
  ribs: 1,
  length: teeth * sectionFigures(section).pitch,
  notation: 'toothed',
})

/** `9.525X92X25.4`, `T9.5 X 92 TEETH`, `92 T 9.525`: pitch, teeth and, if it is there, width. */
const toothed: Reader = (mark) => [
  ...matched(
    mark,
    /^T? ?(9\.525|9\.53|9\.5|12\.7) ?[X/ -] ?0*(\d{2,3}) ?(?:T|Z|TEETH)?(?: ?[X/ -] ?\d{1,3}(?:\.\d+)?)?(?: ?MM)?$/,
    (pitch = '', teeth = '') => {
      const section = PITCHES[pitch]
      return section === undefined ? [] : toothedBelt(section, Number(teeth))
    },
  ),
  ...matched(
    mark,
    /^0*(\d{2,3}) ?(?:T|Z|TEETH)? ?[X/ -] ?T? ?(9\.525|9\.53|9\.5|12\.7)(?: ?[X/ -] ?\d{1,3}(?:\.\d+)?)?(?: ?MM)?$/,
    (teeth = '', pitch = '') => {
      const section = PITCHES[pitch]
      return section === undefined ? [] : toothedBelt(section, Number(teeth))
    },
  ),
]

/** `345L100`: pitch length in tenths of an inch, L for a pitch of 3/8 in or H for 1/2 in, width in hundredths. */
const toothedInch: Reader = (mark) =>
  matched(mark, pattern('0*(\\d{3,4})', '(L|H)', '\\d{3}'), (length = '', pitch = '') => {
    const section = pitch === 'L' ? 'T9.5' : 'T12.7'
    const { pitch: mm } = sectionFigures(section)
    // The mark rounds to a tenth of an inch; a belt has whole teeth.
    return { section, ribs: 1, length: Math.round(tenths(length) / mm) * mm, notation: 'toothed-inch' }
  })

/** A number alone: millimetres, or inches where it is too short for that. */
const bare: Reader = (mark) =>
  matched(mark, /^(\d{2,4}(?:\.\d{1,2})?) ?(MM|IN|"|'')?$/, (number = '', unit = '') => {
    const value = Number(number)
    const length = unit === 'MM' ? value : unit !== '' || value < MIN_MM ? value * MM_PER_INCH : value
    return SECTIONS.map((section) => ({ section, ribs: 1, length, notation: 'bare' as const }))
  })

const READERS: readonly Reader[] = [metricRib, inchRib, sevenDigits, metricV, inchV, toothed, toothedInch, bare]

function isBelt({ length, ribs, section }: Found): boolean {
  if (!(length >= MIN_MM && length <= MAX_MM)) return false
  return ribs >= 1 && ribs <= MAX_RIBS && ribs === ribsOf(section, ribs)
}

/** How well a reading suits what is known of the drive, 0 to 1. */
function suits({ section, ribs, length, notation }: Found, context: LabelContext): number {
  const { hasRibs } = familyOf(section)
  const sameKind =
    context.section === undefined || context.section === section
      ? 1
      : familyOf(context.section) === familyOf(section)
        ? 0.3
        : 0.15
  // A number alone says nothing of ribs.
  const sameRibs = context.ribs === undefined || !hasRibs || notation === 'bare' || context.ribs === ribs ? 1 : 0.7
  const { shortest, longest } = context
  const slack = shortest === undefined || longest === undefined ? 0 : Math.max(60, 0.1 * longest)
  const inReach =
    shortest === undefined || longest === undefined || (length > shortest - slack && length < longest + slack) ? 1 : 0.6
  return sameKind * sameRibs * inReach
}

function round(share: number): number {
  return Math.round(share * 100) / 100
}

/** What a mark can say in one notation; null where the notation cannot say it. */
export function writeLabel(
  { section, ribs, length }: Pick<LabelReading, 'section' | 'ribs' | 'length'>,
  notation: LabelNotation,
): string | null {
  const { topWidth, pitch } = sectionFigures(section)
  const { hasRibs, meshes } = familyOf(section)
  const inTenths = Math.round((length / MM_PER_INCH) * 10)
  switch (notation) {
    case 'metric-rib':
      return hasRibs ? `${ribs}PK${Math.round(length)}` : null
    case 'inch-rib':
      return hasRibs ? `${inTenths}K${ribs}` : null
    case 'seven-digit':
      return hasRibs ? `K${String(ribs).padStart(2, '0')}${String(inTenths).padStart(4, '0')}` : null
    case 'metric-v':
      return topWidth === null ? null : `AV${topWidth}X${number(length)}`
    case 'inch-v':
      return topWidth === null || inTenths > 999
        ? null
        : `${INCH_V_WIDTHS[topWidth] ?? ''}${String(inTenths).padStart(3, '0')}`
    case 'toothed':
      return meshes ? `${pitch}X${Math.round(length / pitch)}` : null
    case 'toothed-inch':
      return null
    case 'bare':
      return number(length)
  }
}

/** 32nds of an inch as they are written for a top width in mm. */
const INCH_V_WIDTHS: Readonly<Record<number, string>> = { 10: '13', 13: '17', 17: '22' }

function number(value: number): string {
  return String(Math.round(value * 10) / 10)
}

/** What the mark leaves open, a sentence. */
export function leftUnsaid({ section, notation }: Pick<LabelReading, 'section' | 'notation'>): string {
  if (notation === 'bare') return 'A number alone shows neither the section nor how the length is measured.'
  const rounding =
    notation === 'inch-rib' || notation === 'seven-digit' || notation === 'inch-v'
      ? ', rounded to a tenth of an inch'
      : ''
  return `${familyOf(section).lengthNote}${rounding}. It is that of a new belt; a worn one is up to 1 % longer.`
}
