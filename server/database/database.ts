import { connect } from './connection'
import type { Database } from './rows'

let opened: Database | undefined

/** The server's one pool, opened at first use. */
export function database(): Database {
  if (!opened) {
    const config = useRuntimeConfig().database
    opened = connect({ ...config, port: Number(config.port) })
  }
  return opened
}

/** The lines to the database by what they do, and how many requests wait for one. */
export function linesTo(): { busy: number; idle: number; waited: number } {
  const pool: { numUsed(): number; numFree(): number; numPendingAcquires(): number } = database().client.pool
  return { busy: pool.numUsed(), idle: pool.numFree(), waited: pool.numPendingAcquires() }
}
