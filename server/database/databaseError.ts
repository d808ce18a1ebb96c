/** What went wrong in the database, without anything of what was to be written: that may be somebody's health. */
export interface DatabaseError {
  /** MariaDB's name of it, or the system's. */
  code: string
  /** The table that was written or read; empty: not known. */
  table: string
  /** The database was not there, or has no room: the same may go well later. */
  isAway: boolean
}

/** The line went, or the database takes nothing at the moment. */
const AWAY = new Set([
  'PROTOCOL_CONNECTION_LOST',
  'ECONNRESET',
  'ECONNREFUSED',
  'EPIPE',
  'ETIMEDOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_DISK_FULL',
  'ER_RECORD_FILE_FULL',
  'ER_ERROR_ON_WRITE',
])

/** Reads an error of the database; null where it is none. */
export function databaseErrorOf(error: unknown): DatabaseError | null {
  if (!(error instanceof Error)) return null
  const { code = '', sql, name } = error as Error & { code?: string; sql?: string }
  // Knex gives up waiting for a line, or finds that it has gone, with errors that have no code.
  const isLineGone = name === 'KnexTimeoutError' || error.message.includes('connection is in closed state')
  if (sql === undefined && !AWAY.has(code) && !isLineGone) return null
  const table = /\b(?:into|update|from) `(\w+)`/.exec(sql ?? '')?.[1] ?? ''
  return { code: code || name, table, isAway: AWAY.has(code) || isLineGone }
}
