import { useMemo } from 'react'
import {
  inShownUnit,
  parseFigure,
  quantityKeptIn,
  shownText,
  type Figure,
  type ShownQuantity,
  type ShownUnit,
} from '@emery/core/units'
import { usePreferences } from './preferences.ts'

/** How one quantity is written on the screen, in the unit the person has chosen. */
export interface UnitOf<Of extends ShownQuantity = ShownQuantity> {
  readonly unit: ShownUnit<Of>
  /** `142 N` or `31.9 lbf`, of a value as it is kept. */
  readonly text: (kept: number) => string
  /** The same without its unit, for columns. */
  readonly bare: (kept: number) => string
}

export type Units = { readonly [Of in ShownQuantity]: UnitOf<Of> }

function unitOf<Of extends ShownQuantity>(unit: ShownUnit<Of>): UnitOf<Of> {
  return {
    unit,
    text: (kept) => `${shownText(kept, unit)} ${unit}`,
    bare: (kept) => shownText(kept, unit),
  }
}

/** Forces, torques and distances as the person has chosen to see them. */
export function useUnits(): Units {
  const { force, torque, distance } = usePreferences((state) => state.shown)
  return useMemo(
    () => ({ force: unitOf<'force'>(force), torque: unitOf<'torque'>(torque), distance: unitOf<'distance'>(distance) }),
    [force, torque, distance],
  )
}

/** The same outside of what is drawn, as it stands now. */
export function unitsNow(): Units {
  const { force, torque, distance } = usePreferences.getState().shown
  return { force: unitOf<'force'>(force), torque: unitOf<'torque'>(torque), distance: unitOf<'distance'>(distance) }
}

/** A field whose label ends in the unit its figure is kept in (“Rated current, A”): as the person sees it, and back. */
export interface FigureUnit {
  /** The label with the unit that is shown. */
  readonly label: string
  readonly unit: string
  /** A kept value as it stands in the field. */
  readonly shown: (kept: number) => string
  /** What was typed, as it is kept; null where the field is empty. */
  readonly read: (text: string) => Figure | null
}

export function useFigureUnit(label: string): FigureUnit {
  const chosen = usePreferences((state) => state.shown)
  return useMemo(() => {
    const kept = /, (\S+)$/.exec(label)?.[1] ?? ''
    const quantity = quantityKeptIn(kept)
    const unit = quantity === undefined ? null : chosen[quantity]
    // An odometer shows no tenths.
    const digits = quantity === 'distance' ? 0 : 2
    const rounded = (value: number) => String(Number(value.toFixed(digits)))
    return {
      label: unit === null ? label : `${label.slice(0, -kept.length)}${unit}`,
      unit: unit ?? kept,
      shown: (value) => rounded(unit === null ? value : inShownUnit(value, unit)),
      read: (text) => (text.trim() === '' ? null : parseFigure(text, kept, unit ?? kept)),
    }
  }, [label, chosen])
}
