import { subMinutes, subYears } from 'date-fns'
import { entriesOf } from '../../core/entries'
import { ownedBy } from './archiveFile'
import { PracticeFull, type Database, type Scope } from './rows'
import { TABLES } from './tables'
import { inTransaction } from './transaction'

/** So many rows are taken away at once: more would hold the other servers of a cluster up. */
const ROWS_AT_ONCE = 1000
/** One that comes or goes says so with every piece; after so long without a word whoever did it is gone. */
const SILENT_MINUTES = 10

/** A practice as whoever runs the installation sees it: how much there is, and nobody's name. */
export interface PracticeLine {
  id: string
  name: string
  /** Open to those who sign in, or closed to them; or half here: coming or going in pieces. */
  state: 'open' | 'closed' | 'arriving' | 'leaving'
  people: number
  meetings: number
  /** What it may have and ask at most; null: as much as it likes. */
  limits: PracticeLimits
}

/**
 * What a practice may have and ask at most: people, meetings of the last twelve months and to come, requests a minute.
 */
export interface PracticeLimits {
  people: number | null
  meetings: number | null
  requests: number | null
}

interface PracticeRow {
  id: string
  name: string
  state: PracticeLine['state']
  people_at_most: number | null
  meetings_at_most: number | null
  requests_at_most: number | null
  people: number
  meetings: number
}

/** All practices, by name. */
export async function practiceLines(db: Database): Promise<PracticeLine[]> {
  const people = db('participants').whereRaw('practice_id = p.id').whereNull('erased_at').count('*')
  const meetings = db('meetings').whereRaw('practice_id = p.id').count('*')
  const rows: PracticeRow[] = await db('practices as p')
    .orderBy('p.name')
    .select('p.*', people.as('people'), meetings.as('meetings'))
  return rows.map((row) => ({
    ...{ id: row.id, name: row.name, state: row.state },
    ...{ people: Number(row.people), meetings: Number(row.meetings) },
    limits: limitsIn(row),
  }))
}

/** What a practice may have and ask; nothing is said of one that is not there. */
export async function limitsOf(db: Database, practiceId: string): Promise<PracticeLimits> {
  const row = await db('practices').where({ id: practiceId }).first<PracticeRow | undefined>()
  return row ? limitsIn(row) : { people: null, meetings: null, requests: null }
}

function limitsIn(row: PracticeRow): PracticeLimits {
  return { people: row.people_at_most, meetings: row.meetings_at_most, requests: row.requests_at_most }
}

/** Opens a practice to those who sign in, or closes it: nothing of it is touched, and nobody sees it. */
export async function setState(db: Database, practiceId: string, state: 'open' | 'closed'): Promise<void> {
  await db('practices').where({ id: practiceId }).update({ state, state_at: new Date() })
}

/**
 * Looks whether a practice may have more people, or more meetings.
 *
 * @param more how many more
 * @throws {PracticeFull} where whoever runs the installation has set a limit, and it would be passed
 */
export async function requireRoomFor(scope: Scope, what: 'people' | 'meetings', more = 1): Promise<void> {
  const { db, practiceId } = scope
  const { [what]: most } = await limitsOf(db, practiceId)
  if (most === null) return
  const own = { practice_id: practiceId }
  const there =
    what === 'people'
      ? db('participants').where({ ...own, erased_at: null })
      : db('meetings').where(own).where('starts_at', '>', subYears(new Date(), 1))
  const [counted] = await there.count<{ count: number }[]>('* as count')
  if (Number(counted?.count ?? 0) + more > most) throw new PracticeFull(FULL[what](most))
}

const FULL = {
  people: (most: number) =>
    `This practice may have ${most} people, and has them. Whoever runs this installation can allow more.`,
  meetings: (most: number) =>
    `This practice may have ${most} meetings in a year, and has them. Whoever runs this installation can allow more.`,
}

/** @returns whether there is such a practice */
export async function setLimits(db: Database, practiceId: string, limits: Partial<PracticeLimits>): Promise<boolean> {
  const columns = { people: 'people_at_most', meetings: 'meetings_at_most', requests: 'requests_at_most' } as const
  const set = entriesOf(limits).map(([name, most]) => [columns[name], most])
  return (await db('practices').where({ id: practiceId }).update(Object.fromEntries(set))) > 0
}

/**
 * Takes a practice away with all that is its own, in pieces; from the first on nobody gets into it. Only whoever makes
 * the tables can do it: the application itself takes nothing out of its logs.
 */
export async function removePractice(db: Database, practiceId: string): Promise<void> {
  await db('practices').where({ id: practiceId }).update({ state: 'leaving', state_at: new Date() })
  const accounts = db('accounts').where({ practice_id: practiceId }).select('id')
  const passes = db('screen_passes').where({ practice_id: practiceId }).select('id')
  for (const table of ['sessions', 'devices', 'drafts', 'second_factors', 'recovery_codes'])
    await inPieces(db, table, (query) => query.whereIn('account_id', accounts.clone()))
  await inPieces(db, 'screens', (query) => query.whereIn('pass_id', passes))
  for (const table of ['screen_passes', 'home_links', 'access_log', 'practice_loads'])
    await inPieces(db, table, (query) => query.where({ practice_id: practiceId }))
  for (const table of TABLES.toReversed())
    await inPieces(db, table, (query) => query.where({ [ownedBy(table)]: practiceId }))
}

type Query = ReturnType<Database>

async function inPieces(db: Database, table: string, which: (query: Query) => Query): Promise<void> {
  for (let gone = ROWS_AT_ONCE; gone === ROWS_AT_ONCE;)
    gone = await inTransaction(db, (trx) => which(trx(table)).limit(ROWS_AT_ONCE).delete())
}

/**
 * Takes away practices that came or went in pieces, and whose last piece nobody has done.
 *
 * @returns how many they were
 */
export async function removeHalfDone(db: Database, now = new Date()): Promise<number> {
  const ids = await db('practices')
    .whereIn('state', ['arriving', 'leaving'])
    .where((query) => query.where('state_at', '<', subMinutes(now, SILENT_MINUTES)).orWhereNull('state_at'))
    .pluck<string[]>('id')
  for (const id of ids) await removePractice(db, id)
  return ids.length
}
