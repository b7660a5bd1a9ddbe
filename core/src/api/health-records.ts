/** What is known of the copies that are made by themselves. */
export interface CopiesRecord {
  /** When the newest that was proved was made, ISO 8601; null before the first. */
  readonly lastGood: string | null
  /** When the last try failed, ISO 8601; null where it did not. */
  readonly failed: string | null
}

/** How a server says it is. */
export interface HealthRecord {
  readonly status: 'ok' | 'down'
  readonly database: 'ok' | 'away'
  /** Null where this server was not told where copies are kept. */
  readonly copies: CopiesRecord | null
}

/** Hours after which a copy that is made each night is late. */
export const COPY_LATE_H = 48
