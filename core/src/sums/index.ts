/** What the other packages may take from here. */
export {
  type LengthSum,
  lengthSum,
  lineSum,
  ratioSum,
  shimSum,
  type SpanAsked,
  spanSigns,
  type TensionSum,
  tensionSum,
  USUAL_BELT_MM,
} from './sums.ts'
