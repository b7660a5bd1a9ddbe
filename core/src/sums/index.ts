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
  travelSum,
} from './sums.ts'
export { labelDrive, lengthDrive, ratioDrive } from './sum-drives.ts'
export { USUAL_BELT_MM, USUAL_FLANK_DEG } from './nominal.ts'
