import type { MadeUp } from '../../core/contract/practice'
import { removeAccount } from './accounts'
import type { Acting, Database, Scope } from './rows'
import { inTransaction } from './transaction'

/** Tables of what can be made up, by what it is called. */
const TABLES_OF = {
  account: 'accounts',
  circle: 'circles',
  holiday: 'holidays',
  participant: 'participants',
  shelf: 'shelf_plans',
  venue: 'venues',
} as const
type What = keyof typeof TABLES_OF

/** Who is made up cannot take it away: they would be gone themselves. */
const AS_SOMEBODY_REAL =
  'You are signed in as somebody who is made up. Add an account of your own as a lead, and sign in with it first.'

/** Marks all that is in a practice now as made up. */
export async function markMadeUp({ db, practiceId }: Scope): Promise<void> {
  for (const [what, table] of Object.entries(TABLES_OF)) {
    const rows = await db(table).where({ practice_id: practiceId }).select<{ id: string }[]>('id')
    if (rows.length > 0)
      await db('made_up').insert(rows.map(({ id }) => ({ practice_id: practiceId, what, row_id: id })))
  }
}

/** What is made up in a practice, and whether who asks may take it away. */
export async function madeUpOf({ db, practiceId, accountId }: Acting): Promise<MadeUp> {
  const accounts = await madeUp(db, practiceId, 'account')
  const names = await db('accounts').whereIn('id', accounts).whereNull('removed_at').orderBy('name').select('name')
  const circles = await madeUp(db, practiceId, 'circle')
  const people = await db('participants')
    .whereIn('id', await madeUp(db, practiceId, 'participant'))
    .select('id')
  const meetings = await db('meetings').whereIn('circle_id', circles).select('id')
  return {
    people: people.length,
    meetings: meetings.length,
    accounts: names.map(({ name }) => name),
    not: accountId !== null && accounts.includes(accountId) ? AS_SOMEBODY_REAL : '',
  }
}

/** Ids of what is made up and still there. */
async function madeUp(db: Database, practiceId: string, what: What): Promise<string[]> {
  const rows = await db('made_up as u')
    .join(`${TABLES_OF[what]} as t`, 't.id', 'u.row_id')
    .where({ 'u.practice_id': practiceId, 'u.what': what })
    .select<{ id: string }[]>('t.id')
  return rows.map(({ id }) => id)
}

/**
 * Takes away all that is made up: people with everything of theirs, circles with their meetings, plans, holidays,
 * venues, sign-ins. A circle that somebody real has joined, or came to once, stays with its venue.
 *
 * @returns the ids of accounts that are gone
 */
export function removeMadeUp(acting: Acting): Promise<string[]> {
  return inTransaction(acting.db, async (db) => {
    const { practiceId } = acting
    const of = (what: What) => madeUp(db, practiceId, what)
    const people = await of('participant')
    const kept = await circlesOfOthers(db, practiceId, people)
    const circles = (await of('circle')).filter((id) => !kept.has(id))
    const meetings = db('meetings').whereIn('circle_id', circles).select('id')
    // What was decided stays in the ledger, which nothing is taken out of: nobody can read it once they are gone.
    await db('accidents').whereIn('meeting_id', meetings).delete()
    await db('meetings').whereIn('circle_id', circles).delete()
    await db('circles').whereIn('id', circles).delete()
    await db('participants').whereIn('id', people).delete()
    await db('shelf_plans')
      .whereIn('id', await of('shelf'))
      .delete()
    await db('holidays')
      .whereIn('id', await of('holiday'))
      .delete()
    const venues = await of('venue')
    const used = (await db('circles').whereIn('venue_id', venues).select('venue_id')).map(({ venue_id }) => venue_id)
    await db('venues')
      .whereIn(
        'id',
        venues.filter((id) => !used.includes(id)),
      )
      .delete()
    const accounts = await of('account')
    for (const id of accounts) await removeAccount({ db, practiceId }, id)
    await db('made_up').where({ practice_id: practiceId }).delete()
    return accounts
  })
}

/** Circles in which somebody is who is not made up: as a member, or in one of their meetings. */
async function circlesOfOthers(db: Database, practiceId: string, people: readonly string[]): Promise<Set<string>> {
  const others = (table: 'arrivals' | 'meeting_guests' | 'outcomes') =>
    db(`${table} as x`)
      .join('meetings as m', 'm.id', 'x.meeting_id')
      .where('x.practice_id', practiceId)
      .whereNotIn('x.participant_id', people)
      .distinct('m.circle_id')
  const found = await Promise.all([
    db('circle_members').where({ practice_id: practiceId }).whereNotIn('participant_id', people).distinct('circle_id'),
    others('arrivals'),
    others('meeting_guests'),
    others('outcomes'),
  ])
  return new Set(found.flat().map(({ circle_id }) => circle_id))
}
