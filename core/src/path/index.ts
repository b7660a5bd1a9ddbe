/** What the other packages may take from here. */
export { spansOf } from './clearance.ts'
export type { Travels } from './drive-parts.ts'
export { beltOutline } from './outline.ts'
export { type SettledAdjuster, type SettledBelt, type SettledDrive, settleDrive } from './settle.ts'
export { travelLimits } from './travel-limits.ts'
