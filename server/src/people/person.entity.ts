import { EntitySchema } from 'typeorm'
import type { PersonFields } from '@emery/core'
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
  readonly personId: string
  readonly seenAt: Date
}

export const SessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  tableName: 'sessions',
  columns: {
    tokenHash: { type: 'char', length: 64, primary: true },
    personId: { type: 'char', length: 36 },
    seenAt: { type: 'datetime', precision: 3 },
  },
  indices: [
    { name: 'sessions_person', columns: ['personId'] },
    { name: 'sessions_seen', columns: ['seenAt'] },
  ],
})

/** A sign-in that failed; kept in the database, so that a second server on it counts along. */
export interface FailedSignInRow {
  readonly id: string
  /** SHA-256 of the name as it was typed, in small letters: people type passphrases into the wrong field. */
  readonly nameHash: string
  readonly address: string
  readonly at: Date
}

export const FailedSignInEntity = new EntitySchema<FailedSignInRow>({
  name: 'failed_sign_in',
  tableName: 'failed_sign_ins',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    nameHash: { type: 'char', length: 64 },
    address: { type: 'varchar', length: 60 },
    at: { type: 'datetime', precision: 3 },
  },
  indices: [{ name: 'failed_sign_ins_at', columns: ['at'] }],
})
