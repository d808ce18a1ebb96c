import { subMinutes } from 'date-fns'
import { HEALTH_LOG_PAGE, type HealthLogEntry } from '../../core/contract/practice'
import type { HealthDeed } from '../../core/contract/healthDeed'
import { isoOf, type Acting, type Scope } from './rows'

/** Looking again at the same within this time is one entry. */
const SAME_LOOK_MINUTES = 10

/** Whose health it is, or of which meeting or circle; nothing: of several. */
export interface Looked {
  person?: string | null
  meeting?: string | null
  circle?: string | null
}

/**
 * Notes that somebody looked at or changed health data; the same look again within ten minutes is noted once. Nothing
 * here is ever changed: people are named by a key, which says nothing once they are erased.
 */
export async function noteHealth({ db, practiceId, accountId }: Acting, of: Looked, did: HealthDeed): Promise<void> {
  const row = {
    ...{ practice_id: practiceId, account_id: accountId, did },
    ...{ participant_id: of.person ?? null, meeting_id: of.meeting ?? null, circle_id: of.circle ?? null },
  }
  if (did.startsWith('looked')) {
    const since = subMinutes(new Date(), SAME_LOOK_MINUTES)
    if (await db('health_log').where(row).where('at', '>', since).first('id')) return
  }
  await db('health_log').insert({ ...row, at: db.raw('utc_timestamp()') })
}

/** Which part of the log. */
interface Wanted {
  /** An entry's number: those before it. */
  before?: number | undefined
  participant?: string | undefined
  account?: string | undefined
}

/** A page of a practice's log, newest first. */
export async function healthLogOf(scope: Scope, wanted: Wanted = {}): Promise<HealthLogEntry[]> {
  const { db, practiceId } = scope
  const query = db('health_log as l')
    .leftJoin('participants as p', 'p.id', 'l.participant_id')
    .leftJoin('accounts as a', 'a.id', 'l.account_id')
    .leftJoin('meetings as m', 'm.id', 'l.meeting_id')
    .leftJoin('circles as c', 'c.id', db.raw('coalesce(l.circle_id, m.circle_id)'))
    .where('l.practice_id', practiceId)
    .orderBy('l.id', 'desc')
    .limit(HEALTH_LOG_PAGE)
  if (wanted.before !== undefined) query.where('l.id', '<', wanted.before)
  if (wanted.participant !== undefined) query.where('l.participant_id', wanted.participant)
  if (wanted.account !== undefined) query.where('l.account_id', wanted.account)
  const rows = await query.select<LogRow[]>(
    ...['l.id', 'l.participant_id', 'l.meeting_id', 'l.did', 'l.at'],
    ...['p.id as known', 'p.name', 'a.name as who', 'm.starts_at', 'c.name as circle'],
  )
  return rows.map((row) => ({
    id: Number(row.id),
    participant: row.known,
    about: aboutIn(row),
    who: row.who ?? 'somebody who has left',
    did: row.did,
    at: isoOf(row.at),
  }))
}

interface LogRow {
  id: number
  participant_id: string | null
  meeting_id: string | null
  did: HealthDeed
  at: string
  /** Null: they were erased. */
  known: string | null
  name: string | null
  who: string | null
  starts_at: string | null
  circle: string | null
}

function aboutIn({ participant_id, meeting_id, name, circle, starts_at }: LogRow): string {
  if (participant_id !== null) return name ?? 'somebody erased'
  if (meeting_id === null) return circle ?? ''
  return starts_at === null ? 'a meeting that is gone' : `${circle ?? ''}, ${starts_at.slice(0, 10)}`
}
