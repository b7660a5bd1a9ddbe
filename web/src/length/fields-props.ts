import type { SettledBelt } from '@emery/core/path'
import type { Section } from '@emery/core/sections'
import type { Mm } from '@emery/core/units'

/** What every form of a reading of length is given. */
export interface FieldsProps<Draft> {
  readonly draft: Draft
  readonly onChange: (draft: Draft) => void
  readonly belt: SettledBelt
  readonly section: Section
  /** The belt's adjuster is not on the drawing. */
  readonly unhung: boolean
  readonly reach: { readonly shortest: Mm; readonly longest: Mm } | null
}
