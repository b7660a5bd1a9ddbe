/** Why a database did not do what it was asked, where that is no fault of who asked. */
export type DatabaseRefusal = 'DISK_FULL' | 'DATABASE_READ_ONLY' | 'DATABASE_AWAY'

const AWAY: ReadonlySet<unknown> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_ENQUEUE_AFTER_FATAL_ERROR',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  // A node of a cluster that has lost the others, or has not all of their data yet.
  'ER_UNKNOWN_COM_ERROR',
])

/** What MariaDB says where it, or its folder, was set to be read only. */
const READ_ONLY: ReadonlySet<unknown> = new Set([
  'ER_OPTION_PREVENTS_STATEMENT',
  'ER_OPEN_AS_READONLY',
  'ER_CANT_EXECUTE_IN_READ_ONLY_TRANSACTION',
])

/** What MariaDB says where there is no room for what is written. */
const DISK_FULL: ReadonlySet<unknown> = new Set([
  'ER_DISK_FULL',
  'ER_RECORD_FILE_FULL',
  'ER_ERROR_ON_WRITE',
  'ER_TEMP_FILE_WRITE_FAILURE',
  'ER_IO_WRITE_ERROR',
])

/** A table that cannot be made or changed says why only in its words: no space on the device, or in the file that holds the tables. */
const NO_ROOM = /errno: (28|135)\b/

/** What an error of TypeORM or of its driver says of the database; null where it says something else. */
export function refusalOfDatabase(error: unknown): DatabaseRefusal | null {
  const { code, driverError, message } = error as {
    code?: unknown
    driverError?: { code?: unknown }
    message?: unknown
  }
  const said = (codes: ReadonlySet<unknown>) => codes.has(code) || codes.has(driverError?.code)
  if (said(DISK_FULL) || (typeof message === 'string' && NO_ROOM.test(message))) return 'DISK_FULL'
  if (said(READ_ONLY)) return 'DATABASE_READ_ONLY'
  return said(AWAY) ? 'DATABASE_AWAY' : null
}
