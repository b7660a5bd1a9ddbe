/** People of a workshop and who is signed in, as the server and its clients say them to each other. */
import { string, type InferType } from 'yup'
import { choice, record, text } from '../schema/schema-kit.ts'

/** From the one who may least to the one who may most. */
export const ROLES = ['apprentice', 'mechanic', 'lead'] as const
export type Role = (typeof ROLES)[number]

/** Whether someone of `role` may do what needs at least `needed`. */
export function mayAs(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed)
}

/** Characters a passphrase has at least: a few words, not one. */
export const MIN_PASSPHRASE = 10
const PASSPHRASE_RULE = `must be a passphrase of ${MIN_PASSPHRASE} to 200 characters`

/** A passphrase that is to be set. */
export const passphraseSchema = string()
  .typeError(PASSPHRASE_RULE)
  .required(PASSPHRASE_RULE)
  .min(MIN_PASSPHRASE, PASSPHRASE_RULE)
  .max(200, PASSPHRASE_RULE)

export const personFieldsSchema = record({
  name: text('What they are called beside readings and ticks.', 80).trim().required('must not be empty'),
  role: choice(ROLES, 'What they may do.'),
})

export type PersonFields = InferType<typeof personFieldsSchema>

export const newPersonSchema = personFieldsSchema.shape({ passphrase: passphraseSchema })

export interface PersonRecord extends PersonFields {
  readonly id: string
  /** Goes up by one with every save; a save names the one it was based on. */
  readonly version: number
}

export interface PersonConflict {
  /** The fields that were to be saved; none where the person was to be taken off the list. */
  readonly yours: { readonly basedOn: number; readonly fields?: PersonFields }
  readonly current: PersonRecord
}

export const signInSchema = record({
  name: text('Who signs in.', 80).trim().required('must say who'),
  // Whatever is typed is only ever compared; a rule here would tell what passphrases look like.
  passphrase: text('Their passphrase.', 200).required('must be given'),
})

/** Who is at the bench, and how someone who is nobody yet gets there. */
export interface SessionRecord {
  readonly person: PersonRecord | null
  /** No one is on the list yet: whoever is at the machine itself becomes the first lead. */
  readonly first: boolean
  /** Made-up people who are signed in with one tap; only in the demo. */
  readonly oneTap: readonly PersonRecord[]
}

/** The longest address within Emery that a link to a phone may open. */
const MAX_PATH = 200

export const handoverFieldsSchema = record({
  path: text('The place to open, an address within Emery.', MAX_PATH)
    .required('must say what to open')
    // Within Emery: what begins by two strokes would be another site.
    .matches(/^\/(?![/\\])[^\s#]*$/, 'must be an address within Emery'),
})

/** A link to a phone as it was made; the token is said this once. */
export interface HandoverMade {
  readonly id: string
  readonly token: string
  readonly expiresAt: string
}

/** What became of it. */
export interface HandoverState {
  readonly is: 'open' | 'used' | 'over'
  /** What the device that used it calls itself. */
  readonly device: string | null
}

/** The workshop's own certificate authority, as a phone is told of it. */
export interface AuthorityRecord {
  /** SHA-256 of its certificate, pairs of hexadecimal digits with colons, to be compared by eye. */
  readonly fingerprint: string
  readonly until: string
}

/** One place where someone is signed in. */
export interface DeviceSession {
  readonly id: string
  /** What the browser calls itself. */
  readonly device: string
  readonly address: string
  readonly begunAt: string
  /** To within ten minutes. */
  readonly seenAt: string
  /** Whether it is the one that asks. */
  readonly own: boolean
}
