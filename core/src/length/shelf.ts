/** Belts on the shelf against drives, and the other way round. */
import type { CheckedDrive } from '../drive/drive.ts'
import { settleDrive, type SettledBelt } from '../path/settle.ts'
import { readLabel } from '../sections/labels.ts'
import { type Section, sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'
import { lengthAnswer } from './length-answer.ts'
import { FIT_RANK, fitByStrain, fitLength, fitSituation, type Fit, type FitSituation } from './verdict.ts'

/** What of a belt decides whether it fits. */
export interface BeltOnShelf {
  readonly section: Section
  readonly ribs: number
  readonly length: Mm
}

export interface ShelfFit<Belt extends BeltOnShelf> {
  readonly belt: Belt
  readonly fit: Fit
  /** Ribs the belt has more (or fewer, negative) than the drive's: one with fewer carries less. */
  readonly ribsMore: number
}

/**
 * The belts of a shelf that go on a belt's place at all, best first: right section, as many ribs or one fewer, and a length the
 * adjuster can hold. `situation` is the drive as it is believed to be; the settled belt's own when left out.
 */
export function shelfBeltsFor<Belt extends BeltOnShelf>(
  settled: SettledBelt,
  shelf: readonly Belt[],
  situation: FitSituation | null | undefined = fitSituation(settled),
): ShelfFit<Belt>[] {
  const { section, ribs } = settled.belt
  const fits = new Map<Mm, Fit | undefined>()
  const fitOf = (length: Mm) => {
    if (!fits.has(length))
      fits.set(length, situation == null ? fitByStrain(settled, length) : fitLength(situation, length))
    return fits.get(length)
  }
  // Nothing outside the reach can fit, and most of a shelf lies outside it.
  const [from, to] = situation == null ? [0, Infinity] : [situation.stretch.lengthFrom, situation.stretch.lengthTo]
  const found: ShelfFit<Belt>[] = []
  for (const belt of shelf) {
    if (belt.section !== section || belt.length < from || belt.length > to) continue
    const ribsMore = belt.ribs - ribs
    if (ribsMore > 0 || ribsMore < -1) continue
    const fit = fitOf(belt.length)
    if (fit === undefined || fit.verdict === 'too short' || fit.verdict === 'too long') continue
    found.push({ belt, fit, ribsMore })
  }
  const middle = (u: number | null) => Math.abs((u ?? 0.2) - 0.2)
  return found.sort(
    (a, b) =>
      b.ribsMore - a.ribsMore ||
      FIT_RANK[a.fit.verdict] - FIT_RANK[b.fit.verdict] ||
      middle(a.fit.u.new) - middle(b.fit.u.new),
  )
}

/** A place on a drive where a belt would go. */
export interface DrivePlace {
  readonly belt: string
  readonly name: string
  readonly fit: Fit
  readonly ribsMore: number
}

/** Where on a drive a belt goes, if anywhere, by all that is known of its lengths. */
export function placesForBelt(drive: CheckedDrive, belt: BeltOnShelf): DrivePlace[] {
  const wanted = drive.belts.some(
    ({ section, ribs }) => section === belt.section && ribs - belt.ribs >= 0 && ribs - belt.ribs <= 1,
  )
  if (!wanted) return []
  const all = settleDrive(drive)
  const near = all.belts.filter((settled) => isNear(drive, settled, belt.length))
  return near.flatMap((settled) =>
    shelfBeltsFor(settled, [belt], lengthAnswer(all, settled).situation).map(({ fit, ribsMore }) => ({
      belt: settled.belt.id,
      name: settled.belt.name,
      fit,
      ribsMore,
    })),
  )
}

/** Share of its length by which a belt may differ from anything known of a place before that is not worth weighing. */
const FAR_SHARE = 0.2

/** Whether anything that is known of a belt's place lies near a length: what is drawn, what is on, what was read. */
function isNear({ lengths = [] }: CheckedDrive, { belt, path, adjuster }: SettledBelt, length: Mm): boolean {
  const stretch = adjuster?.stretch
  const known = [
    ...(belt.length === null ? [] : [belt.length]),
    ...(path.ok ? [path.length] : []),
    ...(stretch === undefined ? [] : [stretch.lengthFrom, stretch.lengthTo]),
    ...lengths.flatMap((reading) =>
      reading.belt !== belt.id
        ? []
        : reading.how === 'aid' && reading.half === true
          ? [2 * reading.value]
          : [reading.value],
    ),
  ]
  return known.some((each) => Math.abs(each - length) <= FAR_SHARE * length)
}

/** Of belts of one section and rib count, the nearest shorter and longer ones than a length. */
export function nearSizes<Belt extends BeltOnShelf>(
  shelf: readonly Belt[],
  { section, ribs, length }: BeltOnShelf,
): { readonly below: Belt | null; readonly above: Belt | null } {
  let below: Belt | null = null
  let above: Belt | null = null
  for (const belt of shelf) {
    if (belt.section !== section || belt.ribs !== ribs) continue
    if (belt.length < length && (below === null || belt.length > below.length)) below = belt
    if (belt.length > length && (above === null || belt.length < above.length)) above = belt
  }
  return { below, above }
}

/** A length that cannot be what was meant, in a sentence with what may have been; undefined where nothing speaks against it. */
export function doubtLength(
  length: Mm,
  section: Section,
  reach: { readonly shortest: Mm; readonly longest: Mm } | null = null,
): string | undefined {
  if (!(length > 0)) return 'A belt’s length must be above zero.'
  const { family } = sectionFigures(section)
  const least = family === 'toothed' ? 150 : MIN_BELT_MM
  if (length >= least) return undefined
  const asInches = length * 25.4
  const likely =
    reach === null
      ? asInches > least && asInches < 6000
      : asInches > 0.8 * reach.shortest && asInches < 1.2 * reach.longest
  const measure = String(Math.round(length * 10) / 10)
  return likely
    ? `A ${measure} mm belt is too short for any drive. Did you mean ${measure} in (${Math.round(asInches)} mm)?`
    : `A ${measure} mm belt is too short for any drive.`
}

/** mm. No vehicle's belt is shorter. */
const MIN_BELT_MM = 250

/** mm to either side within which a belt on the shelf counts as a near size. */
const NEAR_MM = 60

/**
 * Belts of a shelf that a text asks for: where it reads as a mark, those of its section and ribs near its length, the nearest
 * first; otherwise those whose mark, place or note has it.
 */
export function searchShelf<
  Belt extends BeltOnShelf & { readonly mark: string; readonly place: string; readonly note: string },
>(shelf: readonly Belt[], text: string): readonly Belt[] {
  const wanted = text.trim().toLowerCase()
  if (wanted === '') return shelf
  const written = shelf.filter(({ mark, place, note }) =>
    [mark, place, note].some((each) => each.toLowerCase().includes(wanted)),
  )
  const [meant] = readLabel(text).filter(({ notation }) => notation !== 'bare')
  if (meant === undefined) return written
  const near = shelf
    .filter(
      ({ section, ribs, length }) =>
        section === meant.section && ribs === meant.ribs && Math.abs(length - meant.length) <= NEAR_MM,
    )
    .toSorted((a, b) => Math.abs(a.length - meant.length) - Math.abs(b.length - meant.length))
  return [...new Set([...near, ...written])]
}
