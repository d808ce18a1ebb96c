import { randomUUID } from 'node:crypto'
import { LetterFields, type StoredLetter } from '../../core/contract/records'
import { isoOf, NotFound, type Acting, type Scope } from './rows'

/** Letters about one person, newest first. */
export async function lettersOf(scope: Scope, participantId: string): Promise<StoredLetter[]> {
  const { db, practiceId } = scope
  const rows = await db('letters as l')
    .leftJoin('accounts as a', 'a.id', 'l.made_by')
    .where({ 'l.practice_id': practiceId, 'l.participant_id': participantId })
    .orderBy('l.made_at', 'desc')
    .select<
      {
        id: string
        addressed_to: string
        consent_on: string
        consent_how: string
        questions: string
        weeks: number
        made_at: string
        withdrawn_on: string | null
        name: string | null
      }[]
    >('l.*', 'a.name')
  return rows.map((row) => ({
    id: row.id,
    addressedTo: row.addressed_to,
    consentOn: row.consent_on,
    consentHow: row.consent_how,
    questions: row.questions,
    weeks: LetterFields.shape.weeks.parse(row.weeks),
    madeBy: row.name ?? 'somebody who has left',
    madeAt: isoOf(row.made_at),
    withdrawnOn: row.withdrawn_on,
  }))
}

/**
 * Somebody has taken back that this letter may be written.
 *
 * @param on ISO day
 * @throws {NotFound} where there is no such letter, or it was taken back already
 */
export async function withdrawLetter(
  { db, practiceId, accountId }: Acting,
  { participantId, letterId }: { participantId: string; letterId: string },
  on: string,
): Promise<void> {
  const own = { id: letterId, practice_id: practiceId, participant_id: participantId, withdrawn_on: null }
  const changed = await db('letters').where(own).update({ withdrawn_on: on, withdrawn_by: accountId })
  if (changed === 0) throw new NotFound('There is no such letter whose consent stands.')
}

/** Keeps a letter's fields; its text is made from what was known when it was written. */
export async function addLetter(
  { db, practiceId, accountId }: Acting,
  participantId: string,
  fields: LetterFields,
): Promise<void> {
  await db('letters').insert({
    id: randomUUID(),
    practice_id: practiceId,
    participant_id: participantId,
    addressed_to: fields.addressedTo,
    consent_on: fields.consentOn,
    consent_how: fields.consentHow,
    questions: fields.questions,
    weeks: fields.weeks,
    made_by: accountId,
  })
}
