import { randomUUID } from 'node:crypto'
import { lower, mergedWith, screened, type Screened, type ScreeningAnswers } from '../../core/offer/screening'
import type { Interview } from '../../core/catalogue/interview'
import { TIERS } from '../../core/catalogue/words'
import { noteByHand } from './ledger'
import { participantById, writeConsiderations } from './people'
import { fromJson, type Database } from './rows'

export interface StoredScreening {
  id: string
  /** ISO day. */
  takenOn: string
  takenBy: string
  answers: ScreeningAnswers
}

/** A person's screenings, newest first. */
export async function screeningsOf(
  db: Database,
  practiceId: string,
  participantId: string,
): Promise<StoredScreening[]> {
  const rows = await db('screenings as s')
    .leftJoin('accounts as a', 'a.id', 's.taken_by')
    .where({ 's.practice_id': practiceId, 's.participant_id': participantId })
    .orderBy([
      { column: 's.taken_on', order: 'desc' },
      { column: 's.entered_at', order: 'desc' },
    ])
    .select<{ id: string; taken_on: string; answers: unknown; name: string | null }[]>(
      's.id',
      's.taken_on',
      's.answers',
      'a.name',
    )
  return rows.map((row) => ({
    id: row.id,
    takenOn: row.taken_on,
    takenBy: row.name ?? 'somebody who has left',
    answers: fromJson<ScreeningAnswers>(row.answers),
  }))
}

export interface NewScreening {
  /** Made by the device, so that sending twice stores one. */
  id?: string
  answers: ScreeningAnswers
  /** ISO day. */
  takenOn: string
  takenBy: string | null
  /** `consideration side` of those on file that a lead takes away. */
  dropped: readonly string[]
}

/**
 * Keeps a screening and lays what it leads to over what is on file, in one transaction. It narrows access and never
 * opens a tier.
 *
 * @returns what it led to
 */
export async function takeScreening(
  db: Database,
  practiceId: string,
  participantId: string,
  interview: Interview,
  screening: NewScreening,
): Promise<Screened> {
  const { id = randomUUID(), answers, takenOn, takenBy, dropped } = screening
  const result = screened(answers, interview, takenOn)
  await db.transaction(async (trx) => {
    const person = await participantById(trx, practiceId, participantId)
    if (await trx('screenings').where({ id }).first('id')) return
    await trx('screenings').insert({
      id,
      practice_id: practiceId,
      participant_id: participantId,
      taken_on: takenOn,
      answers: JSON.stringify(answers),
      taken_by: takenBy,
    })
    const access = Object.fromEntries(
      TIERS.map((tier) => [tier, lower(person.access[tier], result.access[tier] ?? 'yes')]),
    )
    await trx('participants')
      .where({ id: participantId, practice_id: practiceId })
      .update({ screened_on: takenOn, access: JSON.stringify(access), version: person.version + 1 })
    await noteByHand(
      trx,
      practiceId,
      person,
      await participantById(trx, practiceId, participantId),
      takenBy,
      'From a screening.',
    )
    await writeConsiderations(
      trx,
      practiceId,
      participantId,
      mergedWith(person.considerations, result.considerations, takenOn, new Set(dropped)).considerations,
    )
  })
  return result
}
