/** What the other packages may take from here. */
export { TERMS, type Term, type TermName } from './terms.ts'
