/** What the other packages may take from here. */
export { newAdjuster } from './new-adjuster.ts'
export { diameterFrom, newestReading, READING_SETS, strikeReading, takeReading, waysToRead } from './readings.ts'
