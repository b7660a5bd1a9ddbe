import { type Section, sectionFigures } from '../sections/sections.ts'
import type { Mm } from '../units/quantity.ts'

/**
 * The lengths a section is commonly made in between two lengths, both included: multi-rib every 5 mm, V every 12.5 mm,
 * toothed every tooth (nominal). At most `most`, spread over the stretch from its short end.
 */
export function standardLengths(section: Section, from: Mm, to: Mm, most = 60): Mm[] {
  const { standardStep } = sectionFigures(section)
  const first = Math.ceil(from / standardStep)
  const last = Math.floor(to / standardStep)
  const lengths: Mm[] = []
  for (let i = first; i <= last && lengths.length < most; i++) lengths.push(i * standardStep)
  return lengths
}
