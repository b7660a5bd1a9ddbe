/** What the other packages may take from here. */
export { inchDecimalText, inchFraction, lengthText, millimetres, readingText } from './format-length.ts'
export { type Figure, parseFigure } from './parse-figure.ts'
export {
  fromShownUnit,
  inShownUnit,
  KEPT_UNITS,
  quantityKeptIn,
  SHOWN_UNITS,
  type ShownQuantity,
  shownText,
  type ShownUnit,
  type ShownUnits,
} from './shown-units.ts'
export { parseLength } from './parse-length.ts'
export { type LengthStyle, type Mm, MM_PER_INCH } from './quantity.ts'
