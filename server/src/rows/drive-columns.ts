/** The columns every row of `DriveRows` has. */
export const driveColumns = {
  id: { type: 'char', length: 36, primary: true },
  driveId: { type: 'char', length: 36 },
  createdAt: { type: 'datetime', precision: 3 },
  deletedAt: { type: 'datetime', precision: 3, nullable: true },
} as const

/** What ties such a row to its drive. */
export const driveRelation = (foreignKeyConstraintName: string) =>
  ({
    drive: { type: 'many-to-one', target: 'drive', joinColumn: { name: 'driveId', foreignKeyConstraintName } },
  }) as const
