import { randomUUID } from 'node:crypto'
import { OutcomeEvent } from '../../core/lead/outcome'
import { eraseMentions } from './mentions'
import { fromJson, NotFound, type Database, type Scope } from './rows'
import { inTransaction } from './transaction'

/**
 * Erases a person's record on request, and every mention of them. What a meeting counts (who came, what was done) is
 * moved to a nameless stand-in of that meeting alone, without pain, notes or anything said; all else of the person is
 * deleted, with the key that opens what the ledger says of them.
 *
 * Nobody sees them from the first moment on; the rest is done meeting by meeting, so that years of it hold nobody up.
 * Where it was cut short it is simply done again.
 *
 * @throws {NotFound} when the practice has no such participant
 */
export async function eraseParticipant(scope: Scope, participantId: string): Promise<void> {
  const { db, practiceId } = scope
  const person = { id: participantId, practice_id: practiceId }
  const row = await db('participants').where(person).first<{ name: string } | undefined>('name')
  if (!row) throw new NotFound('There is no such participant.')
  await db('participants').where(person).update({ erased_at: new Date() })
  const own = { practice_id: practiceId, participant_id: participantId }
  for (const meeting of await meetingsOf(db, own))
    await inTransaction(db, (trx) => keepCounts(trx, { ...own, meeting_id: meeting }))
  await inTransaction(db, async (trx) => {
    await eraseMentions({ db: trx, practiceId }, { id: participantId, name: row.name })
    // The rest hangs on the person and goes with them: health facts, levels, screenings, measures, places, their key.
    await trx('participants').where(person).delete()
    await trx('made_up').where({ row_id: participantId }).delete()
  })
}

/** What names a person's rows. */
interface Own {
  practice_id: string
  participant_id: string
}

/** Somebody nameless in place of them in one meeting: nothing ties one meeting's to another's. */
async function keepCounts(trx: Database, own: Own & { meeting_id: string }): Promise<void> {
  const came = await trx('arrivals')
    .where({ ...own, came: true })
    .first('meeting_id')
  const outcomes = await trx('outcomes').where(own).select<OutcomeRow[]>('movement', 'at', 'event')
  if (came || outcomes.length > 0) {
    const nameless = randomUUID()
    await trx('participants').insert(standIn(nameless, own.practice_id))
    if (came) await trx('arrivals').insert({ ...own, participant_id: nameless, ...CAME })
    const rows = outcomes.map(({ movement, at, event }) => {
      const bare = bareOutcome(fromJson(event, OutcomeEvent), nameless)
      const kept = { id: bare.id, movement, at, event: JSON.stringify(bare), logged_by: null }
      return { ...own, participant_id: nameless, ...kept }
    })
    if (rows.length > 0) await trx('outcomes').insert(rows)
  }
  for (const table of ['outcomes', 'arrivals']) await trx(table).where(own).delete()
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

/** The meetings in which anything is left of them. */
async function meetingsOf(db: Database, own: Own): Promise<string[]> {
  const rows = await Promise.all(
    ['arrivals', 'outcomes'].map((table) => db(table).where(own).distinct('meeting_id').pluck<string[]>('meeting_id')),
  )
  return [...new Set(rows.flat())]
}

interface OutcomeRow {
  movement: string
  at: number
  event: unknown
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
