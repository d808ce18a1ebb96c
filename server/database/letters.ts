import { z } from 'zod'
import { isoOf, type Database } from './rows'

const day = z.iso.date('A date is written as year, month and day.')

/** What a letter to a clinician needs besides what is known; the participant's consent first. */
export const LetterFields = z.object({
  addressedTo: z.string().trim().min(1, 'Say to whom it goes.').max(200, '200 characters at most.'),
  consentOn: day,
  consentHow: z
    .string()
    .trim()
    .min(1, 'Say how they agreed: a letter is written only with their consent.')
    .max(300, '300 characters at most.'),
  questions: z.string().trim().min(1, 'Say what you ask of them.').max(1000, 'A thousand characters at most.'),
  weeks: z.union([z.literal(4), z.literal(12), z.literal(26), z.literal(52)]),
})
export type LetterFields = z.infer<typeof LetterFields>

export interface StoredLetter extends LetterFields {
  id: string
  madeBy: string
  /** ISO 8601 in UTC. */
  madeAt: string
}

/** Letters about one person, newest first. */
export async function lettersOf(db: Database, practiceId: string, participantId: string): Promise<StoredLetter[]> {
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
        name: string | null
      }[]
    >('l.*', 'a.name')
  return rows.map((row) => ({
    id: row.id,
    addressedTo: row.addressed_to,
    consentOn: row.consent_on,
    consentHow: row.consent_how,
    questions: row.questions,
    weeks: row.weeks as LetterFields['weeks'],
    madeBy: row.name ?? 'somebody who has left',
    madeAt: isoOf(row.made_at),
  }))
}

export async function addLetter(
  db: Database,
  practiceId: string,
  participantId: string,
  id: string,
  fields: LetterFields,
  madeBy: string,
): Promise<void> {
  await db('letters').insert({
    id,
    practice_id: practiceId,
    participant_id: participantId,
    addressed_to: fields.addressedTo,
    consent_on: fields.consentOn,
    consent_how: fields.consentHow,
    questions: fields.questions,
    weeks: fields.weeks,
    made_by: madeBy,
  })
}
