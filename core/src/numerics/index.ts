/** What the other packages may take from here. */
export { type Point, shortWayRoundDeg } from './vectors.ts'
