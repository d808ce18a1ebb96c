import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { z } from 'zod'
import { Before, LedgerEntry, type LedgerAnswer } from '../../core/contract/ledger'
import { Evidence } from '../../core/reflect/evidence'
import { fromJson, isoOf, sqlTimeOf, type Acting, type Scope } from './rows'

interface LedgerRow {
  id: string
  participant_id: string
  meeting_id: string | null
  kind: LedgerEntry['kind']
  movement: string
  tier: LedgerEntry['tier']
  proposed: string
  from_level: number
  to_level: number
  words: string
  answer: LedgerAnswer
  because: string
  reason: string
  evidence: unknown
  before: unknown
  decided_at: string
  decided_by_name: string | null
  undoes: string | null
  moves: LedgerEntry['moves']
  decided_what: LedgerEntry['by']
  others: unknown
}

/** What the ledger holds of a meeting, of a person over all meetings, or of everybody since a moment, newest first. */
export async function ledgerOf(
  { db, practiceId }: Scope,
  of: { meetingId: string } | { participantId: string } | { since: string },
): Promise<LedgerEntry[]> {
  const rows = await db('ledger as l')
    .leftJoin('accounts as a', 'a.id', 'l.decided_by')
    .where('l.practice_id', practiceId)
    .modify((query: Knex.QueryBuilder) => {
      if ('meetingId' in of) query.where('l.meeting_id', of.meetingId)
      else if ('participantId' in of) query.where('l.participant_id', of.participantId)
      else query.where('l.decided_at', '>=', of.since)
    })
    // In the order in which they were written, whatever a clock said.
    .orderBy('l.sequence', 'desc')
    .select<LedgerRow[]>('l.*', 'a.name as decided_by_name')
  const undone = new Set(rows.map((row) => row.undoes))
  return rows.map((row) => entryOf(row, undone.has(row.id)))
}

function entryOf(row: LedgerRow, isUndone: boolean): LedgerEntry {
  return {
    id: row.id,
    participant: row.participant_id,
    meetingId: row.meeting_id,
    kind: row.kind,
    movement: row.movement,
    tier: row.tier,
    proposed: row.proposed,
    fromLevel: row.from_level,
    toLevel: row.to_level,
    moves: row.moves,
    by: row.decided_what,
    others: row.others === null ? [] : fromJson(row.others, LedgerEntry.shape.others),
    words: row.words,
    answer: row.answer,
    because: row.because,
    reason: row.reason,
    evidence: row.evidence === null ? [] : fromJson(row.evidence, z.array(Evidence)),
    before: row.before === null ? null : fromJson(row.before, Before),
    decidedBy: row.decided_by_name ?? 'somebody who has left',
    decidedAt: isoOf(row.decided_at),
    undoes: row.undoes,
    isUndone,
  }
}

/** Steps up that were taken after these meetings and stand, the newest of each ladder first. */
export async function ledgerSteps(
  { db, practiceId }: Scope,
  participants: readonly string[],
  meetings: readonly string[],
): Promise<Pick<LedgerEntry, 'id' | 'participant' | 'movement' | 'tier' | 'fromLevel' | 'toLevel' | 'words'>[]> {
  if (meetings.length === 0) return []
  const rows = await db('ledger as l')
    .leftJoin('ledger as u', 'u.undoes', 'l.id')
    .where({ 'l.practice_id': practiceId, 'l.proposed': 'step-up' })
    .whereNull('u.id')
    .whereIn('l.answer', ['accepted', 'changed'])
    .whereIn('l.participant_id', participants)
    .whereIn('l.meeting_id', meetings)
    .orderBy('l.sequence', 'desc')
    .select<LedgerRow[]>('l.*')
  const seen = new Set<string>()
  return rows.flatMap((row) => {
    const ladder = `${row.participant_id} ${row.movement} ${row.tier}`
    if (seen.has(ladder)) return []
    seen.add(ladder)
    const { id, movement, tier, words } = row
    return [
      { id, participant: row.participant_id, movement, tier, words, fromLevel: row.from_level, toLevel: row.to_level },
    ]
  })
}

/** An entry as it is written; what is left out is empty. */
export interface NewEntry extends Pick<
  LedgerEntry,
  'participant' | 'kind' | 'movement' | 'tier' | 'proposed' | 'answer'
> {
  meetingId?: string
  fromLevel: number
  toLevel: number
  words?: string
  moves?: LedgerEntry['moves']
  by?: LedgerEntry['by']
  others?: LedgerEntry['others']
  because?: string
  reason?: string
  evidence?: readonly Evidence[]
  before: Before
  undoes?: string
}

/**
 * What a second answer to the same decision replaces; where they stood before the first stays. It gets an id of its own,
 * so whoever answers over it names what they have seen.
 */
const REPLACED = [
  'id',
  'proposed',
  'answer',
  'to_level',
  'because',
  'reason',
  'decided_by',
  'decided_at',
  'kind',
  'words',
  'evidence',
  'moves',
  'decided_what',
  'others',
]

/**
 * Writes entries in one query; deciding again in the same meeting replaces the answer.
 *
 * @param decidedAt ISO 8601; left out: now
 */
export async function writeEntries(
  { db, practiceId, accountId }: Acting,
  entries: readonly NewEntry[],
  decidedAt?: string,
): Promise<void> {
  if (entries.length === 0) return
  const rows = entries.map((entry) => ({
    id: randomUUID(),
    practice_id: practiceId,
    participant_id: entry.participant,
    meeting_id: entry.meetingId ?? null,
    movement: entry.movement,
    tier: entry.tier,
    kind: entry.kind,
    words: (entry.words ?? '').slice(0, 200),
    proposed: entry.proposed,
    answer: entry.answer,
    from_level: entry.fromLevel,
    to_level: entry.toLevel,
    because: entry.because ?? '',
    reason: (entry.reason ?? '').slice(0, 300),
    decided_by: accountId,
    evidence: entry.evidence === undefined ? null : JSON.stringify(entry.evidence),
    before: JSON.stringify(entry.before),
    undoes: entry.undoes ?? null,
    moves: entry.moves ?? 'both',
    decided_what: entry.by ?? '',
    others: JSON.stringify(entry.others ?? []),
    ...(decidedAt === undefined ? {} : { decided_at: sqlTimeOf(decidedAt) }),
  }))
  await db('ledger').insert(rows).onConflict(['meeting_id', 'participant_id', 'movement', 'tier']).merge(REPLACED)
}

/**
 * What is to be asked of whom in a meeting: the last decision said that effort or form was not noted.
 *
 * @param askedForDays what nobody asked for so long is no question any more
 */
export async function questionsFor(
  { db, practiceId }: Scope,
  participants: readonly string[],
  before: string,
  askedForDays: number,
): Promise<{ participant: string; movement: string }[]> {
  const rows = await db('ledger as l')
    .join('meetings as m', 'm.id', 'l.meeting_id')
    .where('l.practice_id', practiceId)
    .whereIn('l.participant_id', participants)
    .where('m.starts_at', '<', sqlTimeOf(before))
    .whereRaw('m.starts_at > ? - interval ? day', [sqlTimeOf(before), askedForDays])
    .orderBy(['m.starts_at', 'l.sequence'])
    .select<{ participant_id: string; movement: string; tier: string; proposed: string }[]>(
      'l.participant_id',
      'l.movement',
      'l.tier',
      'l.proposed',
    )
  const last = new Map(rows.map((row) => [`${row.participant_id} ${row.movement} ${row.tier}`, row]))
  return [...last.values()]
    .filter((row) => row.proposed === 'ask')
    .map((row) => ({ participant: row.participant_id, movement: row.movement }))
}
