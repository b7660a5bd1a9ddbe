import type { Mm, Section, SettledBelt } from '@emery/core'

/** What every form of a reading of length is given. */
export interface FieldsProps<Draft> {
  readonly draft: Draft
  readonly onChange: (draft: Draft) => void
  readonly belt: SettledBelt
  readonly section: Section
  readonly reach: { readonly shortest: Mm; readonly longest: Mm } | null
}
