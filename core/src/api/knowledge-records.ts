/** The knowledge of noises as a workshop has edited it, as the server and its clients say it to each other. */
import { number, type InferType } from 'yup'
import { record, text } from '../schema/schema-kit.ts'
import type { Knowledge } from '../noise/knowledge.ts'
import type { CarriedOver } from '../noise/knowledge-v1.ts'

const versionRule = 'must be a whole number from 0'

/** What goes with a new version; the knowledge itself is checked by `readKnowledge`. */
export const knowledgeSaveSchema = record({
  /** 0 for the knowledge that ships with Emery. */
  basedOn: number().typeError(versionRule).required(versionRule).integer(versionRule).min(0, versionRule),
  reason: text('Why it was changed.', 200).trim().required('must say why'),
})

export type KnowledgeSave = InferType<typeof knowledgeSaveSchema>

export interface KnowledgeVersionSummary {
  /** 0 for the knowledge that ships with Emery. */
  readonly version: number
  readonly reason: string
  readonly by: string
  /** ISO, UTC; empty for what ships. */
  readonly at: string
}

export interface KnowledgeVersion extends KnowledgeVersionSummary {
  readonly knowledge: Knowledge
  /** What it got when it was carried over from an older format; left out where it was saved in the present one. */
  readonly carriedOver?: CarriedOver
}

export interface KnowledgeConflict {
  readonly yours: { readonly basedOn: number }
  readonly current: KnowledgeVersionSummary
}
