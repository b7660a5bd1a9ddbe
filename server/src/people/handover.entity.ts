import { EntitySchema } from 'typeorm'

/** A one-time link by which whoever shows it on one device is signed in on another. */
export interface HandoverRow {
  readonly id: string
  /** SHA-256 of what the link carries: who reads the table cannot use it. */
  readonly tokenHash: string
  readonly personId: string
  /** The place that is opened: an address within Emery. */
  readonly path: string
  readonly expiresAt: Date
  /** The session it came to; null while nobody has used it. */
  readonly sessionId: string | null
}

export const HandoverEntity = new EntitySchema<HandoverRow>({
  name: 'handover',
  tableName: 'handovers',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    tokenHash: { type: 'char', length: 64 },
    personId: { type: 'char', length: 36 },
    path: { type: 'varchar', length: 200 },
    expiresAt: { type: 'datetime', precision: 3 },
    sessionId: { type: 'char', length: 36, nullable: true },
  },
  indices: [
    { name: 'handovers_token', columns: ['tokenHash'], unique: true },
    { name: 'handovers_expires', columns: ['expiresAt'] },
  ],
})
