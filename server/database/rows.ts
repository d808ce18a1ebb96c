import type { Knex } from 'knex'
import type { z } from 'zod'
import { grouped } from '../../core/grouped'

/** The database or a transaction of it. */
export type Database = Knex

/** MariaDB hands JSON columns over as text; what comes out of one is parsed there. */
export function fromJson<S extends z.ZodType>(value: unknown, schema: S): z.output<S> {
  return schema.parse(typeof value === 'string' ? JSON.parse(value) : value)
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

/** What a repository works in: the database, or a transaction of it, and the practice whose rows it may see. */
export interface Scope {
  db: Database
  practiceId: string
}

/** The same with who acts in it; null: nobody, as in the demo. */
export interface Acting extends Scope {
  accountId: string | null
}

const CALLED = {
  accounts: 'account',
  circles: 'circle',
  meetings: 'meeting',
  participants: 'participant',
  venues: 'venue',
} as const

/** Something with an id that a device made, which stands somewhere else already. */
export class TakenElsewhere extends Error {
  override name = 'TakenElsewhere'
  constructor() {
    super('Something else bears this id already.')
  }
}

/** A practice has as much of something as it may have here. */
export class PracticeFull extends Error {
  override name = 'PracticeFull'
}

/** More of something than any practice comes to. */
export class TooMuchWritten extends Error {
  override name = 'TooMuchWritten'
  constructor() {
    super('So much was noted in this class already that no more is taken in.')
  }
}

/** @throws {NotFound} when a row belongs to another practice or to none */
export async function requireOwn(
  { db, practiceId }: Scope,
  table: keyof typeof CALLED,
  ids: string | readonly string[],
): Promise<void> {
  const wanted = [...new Set([ids].flat())]
  if (wanted.length === 0) return
  const found = await db(table).where({ practice_id: practiceId }).whereIn('id', wanted).select('id')
  if (found.length !== wanted.length) throw new NotFound(`There is no such ${CALLED[table]}.`)
}
