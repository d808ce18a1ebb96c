import { randomUUID } from 'node:crypto'
import { OutcomeEvent } from '../../core/lead/outcome'
import { participantById } from './people'
import { fromJson, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

/**
 * Erases a person's record on request. What a meeting counts (who came, what was done) is moved to a nameless stand-in
 * with a new id, without pain, notes or anything said; all else of the person is deleted.
 *
 * @throws {NotFound} when the practice has no such participant
 */
export async function eraseParticipant(scope: Scope, participantId: string): Promise<void> {
  const { db, practiceId } = scope
  await inTransaction(db, async (trx) => {
    await participantById({ db: trx, practiceId }, participantId)
    const nameless = randomUUID()
    await trx('participants').insert({
      id: nameless,
      practice_id: practiceId,
      name: 'Erased',
      birth_year: null,
      sex: 'unsaid',
      height_cm: null,
      pace: 'usual',
      home_tier: 'chair',
      access: JSON.stringify({ bed: 'no', chair: 'no', standing: 'no', floor: 'no' }),
      version: 1,
      erased_at: trx.raw('utc_timestamp()'),
    })
    const own = { practice_id: practiceId, participant_id: participantId }
    await keepArrivals(trx, own, nameless)
    await keepOutcomes(trx, own, nameless)
    // The rest hangs on the person and goes with them: health facts, levels, screenings, measures, decisions, places.
    await trx('participants').where({ id: participantId, practice_id: practiceId }).delete()
    await trx('made_up').where({ row_id: participantId }).delete()
  })
}

/** What names a person's rows. */
interface Own {
  practice_id: string
  participant_id: string
}

/** That somebody came still counts; how they were is gone. */
async function keepArrivals(trx: Database, own: Own, nameless: string): Promise<void> {
  const arrivals = await trx('arrivals').where(own).where('came', true).select<{ meeting_id: string }[]>('meeting_id')
  if (arrivals.length > 0) {
    await trx('arrivals').insert(
      arrivals.map(({ meeting_id }) => ({
        practice_id: own.practice_id,
        meeting_id,
        participant_id: nameless,
        came: true,
        pain: null,
        usual_pain: null,
        tired: false,
        sore: false,
        dizzy: false,
        ill: false,
      })),
    )
  }
}

/** What was done still counts, by nobody; what was said of it is gone. */
async function keepOutcomes(trx: Database, own: Own, nameless: string): Promise<void> {
  const outcomes = await trx('outcomes')
    .where(own)
    .select<{ meeting_id: string; movement: string; at: number; event: unknown }[]>(
      'meeting_id',
      'movement',
      'at',
      'event',
    )
  await trx.batchInsert(
    'outcomes',
    outcomes.map((row) => {
      const id = randomUUID()
      const event: OutcomeEvent = {
        ...fromJson(row.event, OutcomeEvent),
        id,
        participant: nameless,
        pain: null,
        painKind: null,
        painWhere: '',
        effort: null,
        form: null,
        cheat: '',
        support: null,
        why: null,
        isGroup: false,
        feel: null,
        note: '',
      }
      return {
        id,
        practice_id: own.practice_id,
        meeting_id: row.meeting_id,
        participant_id: nameless,
        movement: row.movement,
        at: row.at,
        event: JSON.stringify(event),
        logged_by: null,
      }
    }),
    500,
  )
}
