import { EntitySchema } from 'typeorm'
import type { PersonFields } from '@emery/core/api'
import { VERSIONED_COLUMNS } from '../rows/versioned-columns.ts'
import type { VersionedRow } from '../rows/versioned-rows.ts'

export interface PersonRow extends VersionedRow, PersonFields {
  /** Argon2id, with its salt and cost in it; null for made-up people, who have no passphrase. */
  readonly hash: string | null
}

export const PersonEntity = new EntitySchema<PersonRow>({
  name: 'person',
  tableName: 'people',
  columns: {
    ...VERSIONED_COLUMNS,
    name: { type: 'varchar', length: 80 },
    role: { type: 'varchar', length: 20 },
    hash: { type: 'varchar', length: 200, nullable: true },
  },
})

export interface SessionRow {
  /** SHA-256 of the token in the cookie: who reads the table cannot sign in with it. */
  readonly tokenHash: string
  /** By which it is listed and ended. */
  readonly id: string
  readonly personId: string
  readonly begunAt: Date | null
  readonly seenAt: Date
  /** What the browser said it is, and where from it asked. */
  readonly device: string
  readonly address: string
}

export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  tableName: 'sessions',
  columns: {
    tokenHash: { type: 'char', length: 64, primary: true },
    id: { type: 'char', length: 36, default: '' },
    personId: { type: 'char', length: 36 },
    begunAt: { type: 'datetime', precision: 3, nullable: true },
    seenAt: { type: 'datetime', precision: 3 },
    device: { type: 'varchar', length: 200, default: '' },
    address: { type: 'varchar', length: 60, default: '' },
  },
  indices: [
    { name: 'sessions_person', columns: ['personId'] },
    { name: 'sessions_seen', columns: ['seenAt'] },
  ],
})

/** How often a sign-in was tried, by person and address; kept in the database, so that a second server on it counts along. */
export interface SignInAttemptRow {
  /** SHA-256 of what is counted: people type passphrases into the wrong field. */
  readonly id: string
  readonly failures: number
  /** Until then it has to be waited. */
  readonly nextAt: Date
  readonly lastAt: Date
}

export const SignInAttemptEntity = new EntitySchema<SignInAttemptRow>({
  name: 'sign_in_attempt',
  tableName: 'sign_in_attempts',
  columns: {
    id: { type: 'char', length: 64, primary: true },
    failures: { type: 'int' },
    nextAt: { type: 'datetime', precision: 3 },
    lastAt: { type: 'datetime', precision: 3 },
  },
  indices: [{ name: 'sign_in_attempts_last', columns: ['lastAt'] }],
})
