/** Belt sections and their nominal dimensions: docs/mechanics/cord-radius.md. */

export const SECTIONS = ['PK', 'V10', 'V13', 'V17', 'T9.5', 'T12.7'] as const
export type Section = (typeof SECTIONS)[number]
export type SectionFamily = 'multi-rib' | 'vee' | 'toothed'

export interface SectionFigures {
  readonly family: SectionFamily
  /** What it is called where one is chosen. */
  readonly name: string
  /** mm between ribs, grooves or teeth; for a V section, between two grooves side by side. */
  readonly pitch: number
  /** mm that the cord lies above the effective line (multi-rib) or above the tooth tips' circle of the pulley (toothed). `b` */
  readonly cordAboveEffective: number
  /** mm that the cord lies below the belt's top or back. `t` */
  readonly cordBelowBack: number
  /** mm over all; for toothed, over the tooth. `H` */
  readonly thickness: number
  /** mm across the top of one belt; null where ribs or the pulley's width decide. */
  readonly topWidth: number | null
  /** mm between standard lengths next to each other; for toothed, one tooth. */
  readonly standardStep: number
  /** mm that a groove, or a gap between teeth, reaches below the rim; the whole belt's height for a V. */
  readonly grooveDepth: number
  /** Included angle of the flanks, degrees. `φ` */
  readonly flankAngle: number
  /** N that stretch one rib, one V belt or 25.4 mm of toothed belt to twice its length. `EA` */
  readonly stiffness: number
  /** N·m² of one rib or one V belt against bending, to a factor of two; 0 where none is published. `EI` */
  readonly bending: number
  /** kg for a metre of one rib, one V belt or 25.4 mm of toothed belt. */
  readonly mass: number
  /** m/s, the nominal limit; null where none is published. */
  readonly maxBeltSpeed: number | null
}

const FIGURES: Readonly<Record<Section, SectionFigures>> = {
  PK: {
    family: 'multi-rib',
    name: 'multi-rib, PK',
    pitch: 3.56,
    cordAboveEffective: 1.6,
    cordBelowBack: 1.2,
    thickness: 4.5,
    topWidth: null,
    standardStep: 5,
    grooveDepth: 2.9,
    flankAngle: 40,
    stiffness: 14_000,
    bending: 0.004,
    mass: 0.019,
    maxBeltSpeed: 50,
  },
  V10: {
    family: 'vee',
    name: 'V, 10 mm top',
    pitch: 13,
    cordAboveEffective: 0,
    cordBelowBack: 2.0,
    thickness: 8,
    topWidth: 10,
    standardStep: 12.5,
    grooveDepth: 8,
    flankAngle: 36,
    stiffness: 35_000,
    bending: 0.05,
    mass: 0.075,
    maxBeltSpeed: 30,
  },
  V13: {
    family: 'vee',
    name: 'V, 13 mm top',
    pitch: 16,
    cordAboveEffective: 0,
    cordBelowBack: 2.9,
    thickness: 10,
    topWidth: 13,
    standardStep: 12.5,
    grooveDepth: 10,
    flankAngle: 36,
    stiffness: 60_000,
    bending: 0.1,
    mass: 0.13,
    maxBeltSpeed: 30,
  },
  V17: {
    family: 'vee',
    name: 'V, 17 mm top',
    pitch: 21,
    cordAboveEffective: 0,
    cordBelowBack: 3.6,
    thickness: 11,
    topWidth: 17,
    standardStep: 12.5,
    grooveDepth: 11,
    flankAngle: 36,
    stiffness: 90_000,
    bending: 0.18,
    mass: 0.19,
    maxBeltSpeed: 30,
  },
  'T9.5': {
    family: 'toothed',
    name: 'toothed, 9.525 mm',
    pitch: 9.525,
    cordAboveEffective: 0.381,
    cordBelowBack: 1.6,
    thickness: 3.6,
    topWidth: null,
    standardStep: 9.525,
    grooveDepth: 2.0,
    flankAngle: 40,
    stiffness: 120_000,
    bending: 0,
    mass: 0.11,
    maxBeltSpeed: null,
  },
  'T12.7': {
    family: 'toothed',
    name: 'toothed, 12.7 mm',
    pitch: 12.7,
    cordAboveEffective: 0.686,
    cordBelowBack: 2.0,
    thickness: 4.3,
    topWidth: null,
    standardStep: 12.7,
    grooveDepth: 2.3,
    flankAngle: 40,
    stiffness: 150_000,
    bending: 0,
    mass: 0.13,
    maxBeltSpeed: null,
  },
}

export function sectionFigures(section: Section): SectionFigures {
  return FIGURES[section]
}
