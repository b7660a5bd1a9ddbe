import { parseFigure, type Figure } from '@emery/core/units'

/** What was typed into a field whose label ends in its unit: “Rated current, A” takes 120, 120 A and 120 amps. Null where it is empty. */
export function readFigure(label: string, text: string): Figure | null {
  const unit = /, (\S+)$/.exec(label)?.[1] ?? ''
  return text.trim() === '' ? null : parseFigure(text, unit)
}
