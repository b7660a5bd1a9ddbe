import type { Section } from '../sections/sections.ts'
import { NOMINAL_TOOTHED_WIDTH } from './nominal.ts'
import type { Pulley, PulleyFace } from './pulley.ts'

/** What a pulley is cut for. */
export interface PulleyCut {
  readonly face: PulleyFace
  readonly section: Section
  readonly grooves: number
}

/** A pulley of which nothing is read but its face. */
export function pulleyOf(common: Pick<Pulley, 'id' | 'shaft'>, { face, section, grooves }: PulleyCut): Pulley {
  const unread = { diameter: null, diameterAt: 'outside' as const }
  if (face === 'toothed') return { ...common, face, section, teeth: null, width: NOMINAL_TOOTHED_WIDTH }
  if (face === 'smooth') return { ...common, face, ...unread }
  return { ...common, face, section, grooves, ...unread }
}
