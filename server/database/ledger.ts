import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { z } from 'zod'
import { Before, LedgerEntry, type LedgerAnswer } from '../../core/contract/ledger'
import { entryAt, entryOf as knownOf } from '../../core/entries'
import { Evidence } from '../../core/reflect/evidence'
import { keysFor, readKeys } from './personKeys'
import { isoOf, sqlTimeOf, type Acting, type Database, type Scope } from './rows'
import { sealed, unsealed } from './sealed'

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
  answer: LedgerAnswer
  sealed: string | null
  decided_at: string
  decided_by_name: string | null
  undoes: string | null
  moves: LedgerEntry['moves']
  decided_what: LedgerEntry['by']
  /** Among what was decided of the same person. */
  place: number
}

/** What an entry says of somebody, sealed under a key of theirs; read where it was written with less. */
const Sealed = z.object({
  words: LedgerEntry.shape.words.default(''),
  because: LedgerEntry.shape.because.default(''),
  reason: LedgerEntry.shape.reason.default(''),
  evidence: z
    .array(Evidence)
    .nullish()
    .transform((evidence) => evidence ?? []),
  before: Before.nullish().transform((before) => before ?? null),
  others: LedgerEntry.shape.others.nullish().transform((others) => others ?? []),
  after: LedgerEntry.shape.after.default(null),
})
type Sealed = z.output<typeof Sealed>

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
      else query.where('l.decided_at', '>=', sqlTimeOf(of.since))
    })
    .orderBy([
      { column: 'l.decided_at', order: 'desc' },
      { column: 'l.place', order: 'desc' },
    ])
    .select<LedgerRow[]>('l.*', 'a.name as decided_by_name')
  const undone = new Set(rows.map((row) => row.undoes))
  const last = lastAnswers(rows)
  const saidIn = await sayingsOf(db, rows)
  return rows.flatMap((row) => {
    const isReplaced = last.get(decisionOf(row)) !== row
    const said = saidIn(row)
    return said === null ? [] : [entryOf(row, said, { isUndone: undone.has(row.id), isReplaced })]
  })
}

const decisionOf = (row: LedgerRow): string =>
  row.meeting_id === null ? row.id : `${row.meeting_id} ${row.participant_id} ${row.movement} ${row.tier}`

/** The answer that stands of each decision: the one with the last place of its person, whatever a clock said. */
function lastAnswers(rows: readonly LedgerRow[]): Map<string, LedgerRow> {
  const inOrder = rows.toSorted((a, b) => Number(a.place) - Number(b.place))
  return new Map(inOrder.map((row) => [decisionOf(row), row]))
}

/** What rows say, by the keys of whom they are about; null for those who were erased: nobody can read it any more. */
async function sayingsOf(
  db: Database,
  rows: readonly Pick<LedgerRow, 'participant_id' | 'sealed'>[],
): Promise<(row: Pick<LedgerRow, 'participant_id' | 'sealed'>) => Sealed | null> {
  const keys = await readKeys(db, [...new Set(rows.map((row) => row.participant_id))])
  return ({ participant_id: id, sealed: text }) => {
    const key = keys.get(id)
    const opened = key && text !== null ? unsealed(key, id, text) : null
    return opened === null ? null : Sealed.parse(JSON.parse(opened))
  }
}

function entryOf(row: LedgerRow, said: Sealed, stands: Pick<LedgerEntry, 'isUndone' | 'isReplaced'>): LedgerEntry {
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
    answer: row.answer,
    ...said,
    decidedBy: row.decided_by_name ?? 'somebody who has left',
    decidedAt: isoOf(row.decided_at),
    undoes: row.undoes,
    ...stands,
  }
}

/** Leaves out what was taken back, and what another answer stands in place of. */
export function standing<Q extends Knex.QueryBuilder>(query: Q, db: Database): Q {
  query.whereNull('l.undoes')
  query.whereNotExists(db('ledger as u').whereRaw('u.undoes = l.id').select('u.id'))
  query.whereNotExists(
    db('ledger as r')
      .whereRaw('r.meeting_id = l.meeting_id and r.participant_id = l.participant_id')
      .whereRaw('r.movement = l.movement and r.tier = l.tier and r.place > l.place')
      .select('r.id'),
  )
  return query
}

/** Steps up that were taken after these meetings and stand, the newest of each ladder first. */
export async function ledgerSteps(
  { db, practiceId }: Scope,
  participants: readonly string[],
  meetings: readonly string[],
): Promise<Pick<LedgerEntry, 'id' | 'participant' | 'movement' | 'tier' | 'fromLevel' | 'toLevel' | 'words'>[]> {
  if (meetings.length === 0) return []
  const rows = await db('ledger as l')
    .where({ 'l.practice_id': practiceId, 'l.proposed': 'step-up' })
    .modify((query: Knex.QueryBuilder) => void standing(query, db))
    .whereIn('l.answer', ['accepted', 'changed'])
    .whereIn('l.participant_id', participants)
    .whereIn('l.meeting_id', meetings)
    .orderBy('l.place', 'desc')
    .select<LedgerRow[]>('l.*')
  const saidIn = await sayingsOf(db, rows)
  const seen = new Set<string>()
  return rows.flatMap((row) => {
    const ladder = `${row.participant_id} ${row.movement} ${row.tier}`
    if (seen.has(ladder)) return []
    seen.add(ladder)
    const { id, participant_id: participant, movement, tier, from_level: fromLevel, to_level: toLevel } = row
    return [{ id, participant, movement, tier, words: saidIn(row)?.words ?? '', fromLevel, toLevel }]
  })
}

/** A change that was decided and stands. */
export interface StandingChange {
  participant: string
  movement: string
  tier: LedgerEntry['tier']
  /** ISO day. */
  date: string
  fromLevel: number
  toLevel: number
  proposed: string
  because: string
}

/** Levels and dials of these people that were changed since a moment, and that still stand. */
export async function standingChanges(
  { db, practiceId }: Scope,
  participants: readonly string[],
  since: string,
): Promise<StandingChange[]> {
  const rows = await db('ledger as l')
    .where('l.practice_id', practiceId)
    .whereIn('l.participant_id', participants)
    .where('l.decided_at', '>=', sqlTimeOf(since))
    .whereNotIn('l.kind', ['tier', 'facts'])
    .modify((query: Knex.QueryBuilder) => void standing(query, db))
    .where((query) => query.whereRaw('l.from_level <> l.to_level').orWhere('l.kind', 'dial'))
    .orderBy(['l.decided_at', 'l.place'])
    .select<LedgerRow[]>('l.*')
  const saidIn = await sayingsOf(db, rows)
  return rows.map((row) => ({
    ...{ participant: row.participant_id, movement: row.movement, tier: row.tier, proposed: row.proposed },
    ...{ date: row.decided_at.slice(0, 10), fromLevel: row.from_level, toLevel: row.to_level },
    because: saidIn(row)?.because ?? '',
  }))
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
  after?: LedgerEntry['after']
  undoes?: string
}

/**
 * Writes entries in one query. Nothing that was written is ever changed: deciding again is another entry, which stands
 * in place of the one before.
 *
 * @param decidedAt ISO 8601; left out: now
 */
export async function writeEntries(acting: Acting, entries: readonly NewEntry[], decidedAt?: string): Promise<void> {
  if (entries.length === 0) return
  const { db, practiceId, accountId } = acting
  const keys = await keysFor(
    acting,
    entries.map(({ participant }) => participant),
  )
  const places = await placesFor(acting, entries)
  const rows = entries.map((entry, at) => ({
    id: randomUUID(),
    place: entryAt(places, at),
    practice_id: practiceId,
    participant_id: entry.participant,
    meeting_id: entry.meetingId ?? null,
    movement: entry.movement,
    tier: entry.tier,
    kind: entry.kind,
    proposed: entry.proposed,
    answer: entry.answer,
    from_level: entry.fromLevel,
    to_level: entry.toLevel,
    decided_by: accountId,
    undoes: entry.undoes ?? null,
    moves: entry.moves ?? 'both',
    decided_what: entry.by ?? '',
    sealed: sealedIn(entry, keys),
    // Where such words stood before they were sealed.
    ...{ because: '', reason: '' },
    ...(decidedAt === undefined ? {} : { decided_at: sqlTimeOf(decidedAt) }),
  }))
  await db('ledger').insert(rows)
}

/**
 * The place of each entry among what was decided of its person: counted with them, so that on every server of a cluster
 * it is the same, and written one after the other.
 */
async function placesFor({ db, practiceId }: Scope, entries: readonly NewEntry[]): Promise<number[]> {
  const ids = [...new Set(entries.map(({ participant }) => participant))]
  const own = () => db('participants').where({ practice_id: practiceId }).whereIn('id', ids)
  await own().increment('turn', entries.length)
  const rows = await own().select<{ id: string; turn: number }[]>('id', 'turn')
  const turns = new Map(rows.map((row) => [row.id, Number(row.turn)]))
  return entries.map(({ participant }, at) => knownOf(turns, participant) - entries.length + 1 + at)
}

function sealedIn(entry: NewEntry, keys: ReadonlyMap<string, Buffer>): string {
  const key = keys.get(entry.participant)
  if (!key) throw new Error('Somebody has no key: what is said of them cannot be kept.')
  const { words = '', because = '', reason = '', evidence = [], before, others = [], after = null } = entry
  const said: z.input<typeof Sealed> = {
    ...{ words: words.slice(0, 200), because, reason: reason.slice(0, 300) },
    ...{ evidence: [...evidence], before, others, after },
  }
  return sealed(key, entry.participant, JSON.stringify(said))
}
