import { sectionFigures } from '../sections/sections.ts'
import { beltStiffness } from '../path/belt-stiffness.ts'
import { spansOf } from '../path/clearance.ts'
import type { SettledBelt } from '../path/settle.ts'
import type { CheckedSpan } from './hand-checks.ts'

/** A span of a belt as hands check it, with the pulleys it runs between. */
export interface NamedSpan extends CheckedSpan {
  readonly from: string
  readonly to: string
}

/** Every span of a belt that has a path, in route order. */
export function checkedSpans(settled: SettledBelt): readonly NamedSpan[] {
  const { belt, pulleys, path } = settled
  if (!path.ok) return []
  const { mass, stiffness, bending } = beltStiffness(belt, pulleys)
  const correctsBending = sectionFigures(belt.section).family === 'multi-rib'
  return spansOf(settled).map(({ from, to, length }) => ({
    from: from.id,
    to: to.id,
    length,
    mass,
    stiffness,
    bending,
    correctsBending,
    cordLength: path.length,
  }))
}
