/** What the other packages may take from here. */
export {
  bestSizes,
  type BestSizes,
  type BestSizesProgress,
  bestSizesRefusal,
  type FreePulley,
  searchBestSizes,
} from './best-sizes.ts'
export {
  changeable,
  fitPulleys,
  type PulleyFitted,
  type PulleySize,
  sizeLimits,
  sizeOf,
  type SizeStep,
  stepOf,
} from './resize.ts'
export { type BeltAfter, driveVersion, type DriveVersion } from './version.ts'
export { pulleysForSpeed, type SpeedCandidate, wantedRefusal } from './wanted-speed.ts'
