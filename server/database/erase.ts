import { randomUUID } from 'node:crypto'
import { OutcomeEvent } from '../../core/lead/outcome'
import { eraseMentions } from './mentions'
import { participantById } from './people'
import { fromJson, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

/**
 * Erases a person's record on request, and every mention of them. What a meeting counts (who came, what was done) is moved
 * to a nameless stand-in of that meeting alone, without pain, notes or anything said; all else of the person is deleted,
 * with the key that opens what the ledger says of them.
 *
 * @throws {NotFound} when the practice has no such participant
 */
export async function eraseParticipant(scope: Scope, participantId: string): Promise<void> {
  const { db, practiceId } = scope
  await inTransaction(db, async (trx) => {
    const within = { db: trx, practiceId }
    const { name } = await participantById(within, participantId)
    const own = { practice_id: practiceId, participant_id: participantId }
    await keepCounts(trx, own)
    await eraseMentions(within, { id: participantId, name })
    // The rest hangs on the person and goes with them: health facts, levels, screenings, measures, places, their key.
    await trx('participants').where({ id: participantId, practice_id: practiceId }).delete()
    await trx('made_up').where({ row_id: participantId }).delete()
  })
}

/** What names a person's rows. */
interface Own {
  practice_id: string
  participant_id: string
}

/** Somebody nameless in each meeting that they came to or did something in: nothing ties one to another. */
async function keepCounts(trx: Database, own: Own): Promise<void> {
  const [came, outcomes] = [await meetingsOf(trx, own), await outcomesOf(trx, own)]
  const meetings = [...new Set([...came, ...outcomes.map((row) => row.meeting_id)])]
  const nameless = new Map(meetings.map((meeting) => [meeting, randomUUID()]))
  await trx.batchInsert(
    'participants',
    [...nameless.values()].map((id) => standIn(id, own.practice_id)),
    200,
  )
  const of = (meeting: string) => ({
    practice_id: own.practice_id,
    meeting_id: meeting,
    participant_id: nameless.get(meeting),
  })
  await trx.batchInsert(
    'arrivals',
    came.map((meeting) => ({ ...of(meeting), ...CAME })),
    200,
  )
  await trx.batchInsert(
    'outcomes',
    outcomes.map(({ meeting_id, movement, at, event }) => {
      const bare = bareOutcome(fromJson(event, OutcomeEvent), nameless.get(meeting_id) ?? '')
      return { ...of(meeting_id), id: bare.id, movement, at, event: JSON.stringify(bare), logged_by: null }
    }),
    500,
  )
}

/** How they were is gone. */
const CAME = { came: true, pain: null, usual_pain: null, tired: false, sore: false, dizzy: false, ill: false }

function standIn(id: string, practiceId: string) {
  return {
    id,
    practice_id: practiceId,
    name: 'Erased',
    sex: 'unsaid',
    pace: 'usual',
    home_tier: 'chair',
    access: JSON.stringify({ bed: 'no', chair: 'no', standing: 'no', floor: 'no' }),
    version: 1,
    erased_at: new Date(),
  }
}

/** That somebody came still counts; how they were is gone. */
async function meetingsOf(trx: Database, own: Own): Promise<string[]> {
  const rows = await trx('arrivals').where(own).where('came', true).select<{ meeting_id: string }[]>('meeting_id')
  return rows.map(({ meeting_id }) => meeting_id)
}

interface OutcomeRow {
  meeting_id: string
  movement: string
  at: number
  event: unknown
}

function outcomesOf(trx: Database, own: Own): Promise<OutcomeRow[]> {
  return trx('outcomes').where(own).select<OutcomeRow[]>('meeting_id', 'movement', 'at', 'event')
}

/** What was done still counts, by nobody; what was said of it, and the device that noted it, are gone. */
function bareOutcome(event: OutcomeEvent, nameless: string): OutcomeEvent {
  return {
    ...event,
    id: randomUUID(),
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
    evenness: null,
    note: '',
    device: '',
    own: null,
    dials: {},
  }
}
