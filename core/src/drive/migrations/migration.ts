import type { DocumentProblem } from '../document-problem.ts'

/** A JSON object that says it is a drive document; nothing in it has been checked. */
export type RawDocument = Readonly<Record<string, unknown>>

/** One step from a version to the next. */
export interface Migration {
  /** What cannot be taken: a key that the old version did not have. Undefined where the document can go on. */
  readonly refuse: (document: RawDocument) => DocumentProblem | undefined
  /** The same document under the next version's keys; what is not as it should be is left for the check that follows. */
  readonly convert: (document: RawDocument) => RawDocument
  /** Where something that the next version calls by `path` stands in the old one. */
  readonly pathBefore: (path: string) => string
}
