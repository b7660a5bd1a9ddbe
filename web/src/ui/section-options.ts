import { sectionFigures, SECTIONS, type Section } from '@emery/core/sections'

interface SectionOption {
  readonly value: Section
  readonly label: string
}

/** Sections to choose from, by name. */
export function sectionOptions(of: readonly Section[] = SECTIONS): SectionOption[] {
  return of.map((value) => ({ value, label: sectionFigures(value).name }))
}
