import type { Pulley } from '@emery/core/drive'
import { sectionFigures, type Section, type SectionFamily } from '@emery/core/sections'

const FACES: Readonly<Record<Pulley['face'], string>> = {
  ribbed: 'grooves for ribs',
  vee: 'V groove',
  toothed: 'toothed',
  smooth: 'smooth face',
}

export function faceWords(pulley: Pulley): string {
  if (pulley.face === 'ribbed') return `${pulley.grooves} ${FACES.ribbed}`
  if (pulley.face === 'vee')
    return pulley.grooves === 1 ? `${FACES.vee}, ${pulley.section}` : `${pulley.grooves} V grooves, ${pulley.section}`
  return FACES[pulley.face]
}

const INNER_SIDES: Readonly<Record<SectionFamily, string>> = {
  'multi-rib': 'rib side',
  vee: 'inner side',
  toothed: 'toothed side',
}

/** The side of a belt that is not its back: only a multi-rib belt has ribs on it. */
export function innerSide(section: Section): string {
  return INNER_SIDES[sectionFigures(section).family]
}
