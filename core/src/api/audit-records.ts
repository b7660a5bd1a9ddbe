/** The audit log and what was deleted lately, as the server and its clients say them to each other. */

/** What the audit log keeps: whoever comes and goes, what changes for everyone, and what is taken away, brought back or carried off. */
export const AUDITED_ACTIONS = [
  'sign-in',
  'sign-out',
  'sign-in-refused',
  'refused',
  'people',
  'rules',
  'delete',
  'restore',
  'import',
  'export',
] as const
export type AuditedAction = (typeof AUDITED_ACTIONS)[number]

export interface AuditEntry {
  /** Goes up with every entry. */
  readonly id: number
  readonly at: string
  /** Empty where nobody was signed in. */
  readonly by: string
  /** The address it came from. */
  readonly address: string
  readonly action: AuditedAction
  /** What it was done to, in words; names are as they were then. */
  readonly what: string
}

/** A page of the audit log, the newest first. */
export interface AuditPage {
  readonly entries: readonly AuditEntry[]
  /** Whether there are older ones. */
  readonly more: boolean
}

/** Entries of the audit log in a page. */
export const AUDIT_PAGE = 100

/** How long what was deleted is listed and can be brought back. */
export const DELETED_DAYS = 30
/** What is listed of it at once. */
export const MAX_DELETED_LISTED = 200

export const DELETED_KINDS = [
  'vehicle',
  'drive',
  'job',
  'fitting',
  'diagnosis',
  'inspection',
  'shelf belt',
  'part of the table',
  'picture',
  'person',
] as const
export type DeletedKind = (typeof DELETED_KINDS)[number]

/** Something that was deleted lately. */
export interface DeletedRecord {
  readonly kind: DeletedKind
  readonly id: string
  readonly title: string
  /** The drive it belongs to. */
  readonly drive: { readonly id: string; readonly name: string } | null
  readonly deletedAt: string
  /** Who deleted it; null where that was not recorded. */
  readonly by: string | null
  /** Address below `/api` that brings it back. */
  readonly restore: string
}
