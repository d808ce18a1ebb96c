/** What went wrong in the database, without anything of what was to be written: that may be somebody's health. */
export interface DatabaseError {
  /** MariaDB's name of it, or the system's. */
  code: string
  /** The table that was written or read; empty: not known. */
  table: string
  /** The database was not there, or has no room: the same may go well later. */
  isAway: boolean
  /** Another stood in the way, on this server of the database or on another: nothing of it was kept. */
  isInTheWay: boolean
}

/** The line went, or the database takes nothing at the moment. */
const AWAY = new Set([
  'PROTOCOL_CONNECTION_LOST',
  'ECONNRESET',
  'ECONNREFUSED',
  'EHOSTUNREACH',
  'EPIPE',
  'ETIMEDOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_CON_COUNT_ERROR',
  // A server of a cluster that has lost the others, or still catches up with them.
  'ER_UNKNOWN_COM_ERROR',
  // It lost them while it kept this: whether it is kept, nobody knows.
  'ER_ERROR_DURING_COMMIT',
  'ER_DISK_FULL',
  'ER_RECORD_FILE_FULL',
  'ER_ERROR_ON_WRITE',
])

/** Taken back whole: of two, another server's at the keeping among them, that wrote the same. */
const IN_THE_WAY = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ER_CHECKREAD'])

/** Reads an error of the database; null where it is none. */
export function databaseErrorOf(error: unknown): DatabaseError | null {
  if (!(error instanceof Error)) return null
  const { code = '', sql, name }: Error & { code?: string; sql?: string } = error
  // Knex gives up waiting for a line, or finds that it has gone, with errors that have no code.
  const isLineGone = name === 'KnexTimeoutError' || error.message.includes('connection is in closed state')
  if (sql === undefined && !AWAY.has(code) && !IN_THE_WAY.has(code) && !isLineGone) return null
  const table = /\b(?:into|update|from) `(\w+)`/.exec(sql ?? '')?.[1] ?? ''
  return { code: code || name, table, isAway: AWAY.has(code) || isLineGone, isInTheWay: IN_THE_WAY.has(code) }
}
