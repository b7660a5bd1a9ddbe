import type { Mm } from '../units/quantity.ts'
import { SECTIONS, sectionFigures, type Section, type SectionFamily, type SectionFigures } from './sections.ts'

/** Which line of the belt a stated length is measured along. */
export type LengthLine = 'effective' | 'outside' | 'pitch'

/** How a belt is built: ribs on one side, ribs on both, or a cord that stretches, so that it goes on without an adjuster. */
export type BeltConstruction = 'single' | 'double-sided' | 'elastic'

/** What all belts of one kind have in common: whoever asks what a belt can do, asks here and never for a section by name. */
export interface BeltFamily {
  readonly sections: readonly Section[]
  /** The face of a pulley that is cut for it. */
  readonly face: 'ribbed' | 'vee' | 'toothed'
  /** Made with a number of ribs, which sets its width and its tension; belts of the others run side by side instead. */
  readonly hasRibs: boolean
  /** Its flanks wedge into the groove: it sinks as they wear, and it can be rolled on over a rim. */
  readonly wedges: boolean
  /** Its teeth hold it: it cannot slip, so its speeds are those of the teeth. */
  readonly meshes: boolean
  /** Narrow enough to be twisted by hand, which is one way to judge its tension. */
  readonly canBeTwisted: boolean
  /** What the size of its pulleys is counted in. */
  readonly pulleySize: 'mm' | 'teeth'
  readonly lengthAt: LengthLine
  /** What a stated length leaves open, the beginning of a sentence. */
  readonly lengthNote: string
  /** mm by which its stated line lies outside its cord; negative where it lies inside. */
  readonly statedAboveCord: (figures: SectionFigures) => Mm
  /** How it is written on a shelf. */
  readonly label: (section: Section, ribs: number, length: Mm, construction: BeltConstruction) => string
}

const CONSTRUCTION_LETTERS: Readonly<Record<BeltConstruction, string>> = {
  single: '',
  'double-sided': 'D',
  elastic: 'E',
}

const FAMILIES: Readonly<Record<SectionFamily, BeltFamily>> = {
  'multi-rib': {
    sections: sectionsOf('multi-rib'),
    face: 'ribbed',
    hasRibs: true,
    wedges: false,
    meshes: false,
    canBeTwisted: false,
    pulleySize: 'mm',
    lengthAt: 'effective',
    lengthNote: 'The length is the effective length, between cord and rib tips, not the outside length',
    statedAboveCord: ({ cordAboveEffective }) => -cordAboveEffective,
    label: (section, ribs, length, construction) =>
      `${ribs}${CONSTRUCTION_LETTERS[construction]}${section}${inTenths(length)}`,
  },
  vee: {
    sections: sectionsOf('vee'),
    face: 'vee',
    hasRibs: false,
    wedges: true,
    meshes: false,
    canBeTwisted: true,
    pulleySize: 'mm',
    lengthAt: 'outside',
    lengthNote: 'The length is taken as the outside length; some makers use the cord length',
    statedAboveCord: ({ cordBelowBack }) => cordBelowBack,
    label: (section, _ribs, length) => `${section} × ${inTenths(length)}`,
  },
  toothed: {
    sections: sectionsOf('toothed'),
    face: 'toothed',
    hasRibs: false,
    wedges: false,
    meshes: true,
    canBeTwisted: true,
    pulleySize: 'teeth',
    lengthAt: 'pitch',
    lengthNote: 'The length is the pitch length, along the cord',
    statedAboveCord: () => 0,
    label: (section, _ribs, length) => `${section} × ${Math.round(length / sectionFigures(section).pitch)} teeth`,
  },
}

/** The kind of belt that a section is of. */
export function familyOf(section: Section): BeltFamily {
  return FAMILIES[sectionFigures(section).family]
}

/** Belts that run on a face; none on a smooth one, which takes any. */
export function sectionsForFace(face: string): readonly Section[] {
  return Object.values(FAMILIES).find((family) => family.face === face)?.sections ?? []
}

/** The ribs that a belt of this section has when `ribs` are asked for: 1 where there is no choice. */
export function ribsOf(section: Section, ribs: number): number {
  return familyOf(section).hasRibs ? ribs : 1
}

/** Grooves that a belt, or its matched set, takes up. */
export function groovesTaken({
  section,
  ribs,
  count = 1,
}: {
  readonly section: Section
  readonly ribs: number
  readonly count?: number | undefined
}): number {
  return familyOf(section).hasRibs ? ribs : count
}

/**
 * mm to add to the cord length to get the length the trade states for this section: multi-rib belts are named
 * by their effective line, V belts by their outside, toothed belts by their pitch line. A closed curve parallel to
 * another at distance h is longer by 2π·h whatever bends lie between, so one number serves every route.
 */
export function statedMinusCord(section: Section): Mm {
  return 2 * Math.PI * familyOf(section).statedAboveCord(sectionFigures(section))
}

/** How a belt is written on a shelf: `6PK1725`, `6DPK1725` with ribs on both sides, `V13 × 1015`, `T9.5 × 92 teeth`. */
export function beltLabel(
  section: Section,
  ribs: number,
  length: Mm,
  construction: BeltConstruction = 'single',
): string {
  return familyOf(section).label(section, ribs, length, construction)
}

function sectionsOf(family: SectionFamily): readonly Section[] {
  return SECTIONS.filter((section) => sectionFigures(section).family === family)
}

function inTenths(length: Mm): string {
  return String(Math.round(length * 10) / 10)
}
