import { z } from 'zod'
import type { MeasureRecord, StoredMeasure } from '../../core/measure/record'
import type { SameDayPair } from '../../core/measure/realChange'
import {
  fromJson,
  groupedBy,
  isoOf,
  NotFound,
  sqlTimeOf,
  TakenElsewhere,
  type Acting,
  type Database,
  type Scope,
} from './rows'
import { inTransaction } from './transaction'

interface MeasureRow {
  id: string
  participant_id: string
  measure: string
  side: StoredMeasure['side']
  value: string
  tries: unknown
  setting: string | null
  pain: number | null
  note: string
  simulated: 0 | 1
  taken_at: string
  entered_at: string
  replaces: string | null
  replaced_by: string | null
  entered_by_name: string | null
}

/**
 * All results of these people with their corrections, oldest first, by participant; of a whole practice without ids.
 */
export async function measuresOf(
  scope: Scope,
  participants?: readonly string[],
): Promise<Map<string, StoredMeasure[]>> {
  const { db, practiceId } = scope
  if (participants?.length === 0) return new Map()
  const query = db('measures as m').leftJoin('accounts as a', 'a.id', 'm.entered_by').where('m.practice_id', practiceId)
  if (participants) query.whereIn('m.participant_id', participants)
  const rows = await query
    .orderBy(['m.participant_id', 'm.taken_at', 'm.entered_at'])
    .select<MeasureRow[]>('m.*', 'a.name as entered_by_name')
  return new Map([...groupedBy(rows, 'participant_id')].map(([participant, own]) => [participant, own.map(storedOf)]))
}

function storedOf(row: MeasureRow): StoredMeasure {
  return {
    id: row.id,
    measure: row.measure,
    side: row.side,
    value: Number(row.value),
    tries: fromJson(row.tries, z.array(z.number())),
    setting: row.setting === null ? null : Number(row.setting),
    pain: row.pain,
    note: row.note,
    simulated: Boolean(row.simulated),
    takenAt: isoOf(row.taken_at),
    replaces: row.replaces,
    enteredBy: row.entered_by_name ?? 'somebody who has left',
    enteredAt: isoOf(row.entered_at),
    replacedBy: row.replaced_by,
  }
}

/**
 * Adds results of one person; one that is there already is left alone. A correction marks the one it replaces, which is
 * kept.
 *
 * @throws {NotFound} when a result to be replaced is not this person's
 * @throws {TakenElsewhere} where an id is another result's
 */
export async function addMeasures(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  records: readonly MeasureRecord[],
): Promise<void> {
  await inTransaction(db, async (trx) => {
    for (const record of records) {
      if (record.replaces !== null) {
        const marked = await trx('measures')
          .where({ id: record.replaces, practice_id: practiceId, participant_id: participantId })
          .where((query) => query.whereNull('replaced_by').orWhere('replaced_by', record.id))
          .update({ replaced_by: record.id })
        if (marked === 0) throw new NotFound('The result that this corrects is not there, or was corrected already.')
      }
      const first = await trx('measures')
        .where({
          practice_id: practiceId,
          participant_id: participantId,
          measure: record.measure,
          side: record.side,
          replaced_by: null,
          simulated: false,
        })
        .whereNot({ id: record.id })
        .whereRaw('date(taken_at) = date(?)', [sqlTimeOf(record.takenAt)])
        .where('taken_at', '<=', sqlTimeOf(record.takenAt))
        .orderBy('taken_at')
        .first<{ value: string } | undefined>('value')
      await trx('measures')
        .insert({
          ...columnsOf(record, practiceId, participantId, accountId),
          same_day_first: record.replaces === null && !record.simulated ? (first?.value ?? null) : null,
        })
        .onConflict('id')
        .merge(['id'])
      await requireStored(trx, record, { practice_id: practiceId, participant_id: participantId })
    }
  })
}

/** What bears the same id is the same result, or this one would be lost. */
async function requireStored(
  db: Database,
  { id, measure, side, value }: MeasureRecord,
  of: { practice_id: string; participant_id: string },
): Promise<void> {
  const stored = await db('measures')
    .where({ id, measure, side, ...of })
    .first<{ value: string } | undefined>('value')
  if (!stored || Math.abs(Number(stored.value) - value) > ROUNDED) throw new TakenElsewhere()
}

/** Results are stored to two places after the point. */
const ROUNDED = 0.006

/** Results of one person that are to be corrected and that somebody else entered. */
export async function enteredByOthers(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  ids: readonly string[],
): Promise<string[]> {
  const rows = await db('measures')
    .where({ practice_id: practiceId, participant_id: participantId })
    .whereIn('id', ids)
    .where((query) => query.whereNull('entered_by').orWhereNot('entered_by', accountId ?? ''))
    .select<{ id: string }[]>('id')
  return rows.map(({ id }) => id)
}

/** Adds results of many people at once; for imports, inside the caller's transaction. */
export async function addMeasuresInBulk(
  { db, practiceId, accountId }: Acting,
  results: readonly { participant: string; record: MeasureRecord }[],
): Promise<void> {
  const firsts = new Map<string, number>()
  const rows = results.map(({ participant, record }) => {
    const key = `${participant} ${record.measure} ${record.side} ${record.takenAt.slice(0, 10)}`
    const first = firsts.get(key)
    if (first === undefined) firsts.set(key, record.value)
    return { ...columnsOf(record, practiceId, participant, accountId), same_day_first: first ?? null }
  })
  await db.batchInsert('measures', rows, 500)
}

/** Pairs of results that one person gave on one day, by measure: what the practice's own repeatability follows from. */
export async function sameDayPairs(scope: Scope): Promise<Record<string, SameDayPair[]>> {
  const { db, practiceId } = scope
  const rows = await db('measures')
    .where({ practice_id: practiceId, replaced_by: null })
    .whereNotNull('same_day_first')
    .select<{ measure: string; value: string; same_day_first: string }[]>('measure', 'value', 'same_day_first')
  return Object.fromEntries(
    [...groupedBy(rows, 'measure')].map(([measure, own]) => [
      measure,
      own.map((row): SameDayPair => [Number(row.same_day_first), Number(row.value)]),
    ]),
  )
}

function columnsOf(record: MeasureRecord, practiceId: string, participantId: string, enteredBy: string | null) {
  return {
    id: record.id,
    practice_id: practiceId,
    participant_id: participantId,
    measure: record.measure,
    side: record.side,
    value: record.value,
    tries: JSON.stringify(record.tries),
    setting: record.setting,
    pain: record.pain,
    note: record.note,
    simulated: record.simulated,
    taken_at: sqlTimeOf(record.takenAt),
    entered_by: enteredBy,
    replaces: record.replaces,
  }
}
