/** The columns every row of `VersionedRows` has. */
export const VERSIONED_COLUMNS = {
  id: { type: 'char', length: 36, primary: true },
  version: { type: 'int' },
  updatedAt: { type: 'datetime', precision: 3 },
  deletedAt: { type: 'datetime', precision: 3, nullable: true },
} as const
