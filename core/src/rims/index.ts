/** What the other packages may take from here. */
export { blurred, greyOf, type GreyPicture } from './grey-picture.ts'
export { ellipsePoints, type Ellipse } from './ellipse.ts'
export { findRims, type Rim, type RimSearch } from './find-rim.ts'
