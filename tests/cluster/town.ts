import { Readable } from 'node:stream'
import type { Knex } from 'knex'
import { restoreBeside } from '../../server/database/archive'
import { MIGRATION_NAMES } from '../../server/database/migrate'
import { hashOf } from '../../server/session/password'
import { PASSWORD } from '../demoData'
import { manyYears } from '../manyYears'

/** A class that is held now: who is in it, and how its lead signs in. */
export interface TownClass {
  meeting: string
  people: string[]
  practice: string
  email: string
}

/**
 * A town of made-up practices, each put in as an archive beside the others, and the classes that are held there at the
 * same time.
 */
export async function fillTown(db: Knex, { practices, classes }: { practices: number; classes: number }) {
  const passwordHash = await hashOf(PASSWORD)
  const held: TownClass[] = []
  for (let at = 0; at < practices; at += 1) {
    const email = emailOf(at)
    const circles = Math.ceil(classes / practices)
    const { practiceId } = await putIn(db, { years: 1 / 52, circles, email }, passwordHash)
    const meetings = await db('meetings').where({ practice_id: practiceId }).select('id', 'circle_id')
    for (const { id, circle_id } of meetings) {
      const people = await db('circle_members').where({ practice_id: practiceId, circle_id }).pluck('participant_id')
      if (held.length < classes) held.push({ meeting: id, people, practice: practiceId, email })
    }
  }
  return held
}

export const emailOf = (at: number): string => `lead${at}@town.example`

/** Puts one more practice in, of any size. */
export function putIn(db: Knex, size: Parameters<typeof manyYears>[0], passwordHash: string) {
  return restoreBeside(db, Readable.from(manyYears(size, passwordHash)), MIGRATION_NAMES, { pauseTimes: 0 })
}
