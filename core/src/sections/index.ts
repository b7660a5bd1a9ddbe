/** What the other packages may take from here. */
export { type LabelReading, leftUnsaid, readLabel, writeLabel } from './labels.ts'
export { type BeltConstruction, beltLabel, familyOf, ribsOf, sectionsForFace } from './families.ts'
export { type Section, type SectionFamily, sectionFigures, SECTIONS } from './sections.ts'
