/** What the other packages may take from here. */
export { cardCodeOf, MOST_SYMBOLS, readCardCode, type CardCode, type CardHolds, type CardRead } from './card-code.ts'
