import type { Problem } from '../schema/problems.ts'

/** One thing wrong with a document: where, as a JSON path, and a sentence without its subject. */
export type DocumentProblem = Problem
