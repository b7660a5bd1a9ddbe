/** What the other packages may take from here. */
export { graver, type Verdict, worstOf } from './verdict.ts'
