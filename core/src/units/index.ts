/** What the other packages may take from here. */
export { inchDecimalText, inchFraction, lengthText, millimetres, readingText } from './format-length.ts'
export { type Figure, parseFigure } from './parse-figure.ts'
export { parseLength } from './parse-length.ts'
export { type LengthStyle, type Mm, MM_PER_INCH } from './quantity.ts'
