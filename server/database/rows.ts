import type { Knex } from 'knex'
import { grouped } from '../../core/grouped'

/** The database or a transaction of it. */
export type Database = Knex

/** MariaDB hands JSON columns over as text. */
export function fromJson<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T
}

/** A stored moment as ISO 8601 in UTC. */
export function isoOf(sqlTime: string): string {
  return `${sqlTime.slice(0, 19).replace(' ', 'T')}Z`
}

/** A moment as it is stored. */
export function sqlTimeOf(iso: string): string {
  return new Date(iso).toISOString().slice(0, 19).replace('T', ' ')
}

/** Rows by one of their columns. */
export function groupedBy<R, K extends keyof R>(rows: R[], key: K): Map<R[K], R[]> {
  return grouped(rows, (row) => row[key])
}

/** Something asked for that is not in this practice, or not at all: the two look the same from outside. */
export class NotFound extends Error {
  override name = 'NotFound'
}

/** A save that was made on an older version than the stored one. */
export class OlderVersion<T> extends Error {
  override name = 'OlderVersion'
  constructor(readonly current: T) {
    super('This was changed somewhere else in the meantime.')
  }
}
