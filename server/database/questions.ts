import { sqlTimeOf, type Scope } from './rows'

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
    .orderBy(['m.starts_at', 'l.place'])
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
