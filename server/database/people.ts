import { randomUUID } from 'node:crypto'
import type { PersonLevel } from '../../core/offer/person'
import type { Participant, ParticipantConsideration, ParticipantFields } from '../../core/offer/participant'
import { fromJson, groupedBy, NotFound, OlderVersion, type Database } from './rows'

interface ParticipantRow {
  id: string
  practice_id: string
  name: string
  birth_year: number | null
  sex: Participant['sex']
  height_cm: string | null
  pace: Participant['pace']
  home_tier: Participant['homeTier']
  access: unknown
  version: number
}

interface ConsiderationRow {
  participant_id: string
  consideration: string
  side: ParticipantConsideration['side']
  cleared_by: string
  note: string
}

interface LevelRow extends PersonLevel {
  participant_id: string
}

/** All participants of a practice by name, or those with the given ids. */
export async function participantsOf(db: Database, practiceId: string, ids?: readonly string[]): Promise<Participant[]> {
  if (ids?.length === 0) return []
  const scoped = (table: string, column: string) => {
    const query = db(table).where(`${table}.practice_id`, practiceId)
    return ids ? query.whereIn(`${table}.${column}`, ids) : query
  }
  const [rows, considerations, levels] = await Promise.all([
    scoped('participants', 'id').orderBy('name').select<ParticipantRow[]>('*'),
    scoped('participant_considerations', 'participant_id').orderBy('position').select<ConsiderationRow[]>('*'),
    scoped('levels', 'participant_id').orderBy(['movement', 'tier', 'side']).select<LevelRow[]>('*'),
  ])
  const considerationsOf = groupedBy(considerations, 'participant_id')
  const levelsOf = groupedBy(levels, 'participant_id')
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    birthYear: row.birth_year,
    sex: row.sex,
    heightCm: row.height_cm === null ? null : Number(row.height_cm),
    pace: row.pace,
    homeTier: row.home_tier,
    access: fromJson<Participant['access']>(row.access),
    version: row.version,
    considerations: (considerationsOf.get(row.id) ?? []).map(({ consideration, side, cleared_by, note }) => ({ consideration, side, clearedBy: cleared_by, note })),
    levels: (levelsOf.get(row.id) ?? []).map(({ movement, tier, side, level }) => ({ movement, tier, side, level })),
  }))
}

/** @throws {NotFound} when the practice has no such participant */
export async function participantById(db: Database, practiceId: string, id: string): Promise<Participant> {
  const [participant] = await participantsOf(db, practiceId, [id])
  if (!participant) throw new NotFound('There is no such participant.')
  return participant
}

export async function addParticipant(db: Database, practiceId: string, fields: ParticipantFields, id: string = randomUUID()): Promise<Participant> {
  return db.transaction(async (trx) => {
    await trx('participants').insert({ id, practice_id: practiceId, version: 1, ...columnsOf(fields) })
    await writeDetails(trx, practiceId, id, fields)
    return participantById(trx, practiceId, id)
  })
}

/**
 * Saves all fields of a participant on top of the version they were read at.
 *
 * @throws {OlderVersion} with what is stored now
 */
export async function saveParticipant(db: Database, practiceId: string, id: string, version: number, fields: ParticipantFields): Promise<Participant> {
  return db.transaction(async (trx) => {
    const changed = await trx('participants')
      .where({ id, practice_id: practiceId, version })
      .update({ ...columnsOf(fields), version: version + 1 })
    const current = changed === 0 ? await participantById(trx, practiceId, id) : null
    if (current) throw new OlderVersion(current)
    await writeDetails(trx, practiceId, id, fields)
    return participantById(trx, practiceId, id)
  })
}

/** Sets one level and leaves the person's version alone: it is the ledger that remembers levels. */
export async function setLevel(db: Database, practiceId: string, participantId: string, level: PersonLevel): Promise<void> {
  await db('levels')
    .insert({ practice_id: practiceId, participant_id: participantId, ...level })
    .onConflict(['participant_id', 'movement', 'tier', 'side'])
    .merge(['level'])
}

function columnsOf(fields: ParticipantFields) {
  return {
    name: fields.name,
    birth_year: fields.birthYear,
    sex: fields.sex,
    height_cm: fields.heightCm,
    pace: fields.pace,
    home_tier: fields.homeTier,
    access: JSON.stringify(fields.access),
  }
}

async function writeDetails(db: Database, practiceId: string, id: string, fields: ParticipantFields): Promise<void> {
  const own = { practice_id: practiceId, participant_id: id }
  await db('participant_considerations').where(own).delete()
  await db('levels').where(own).delete()
  if (fields.considerations.length > 0) {
    await db('participant_considerations').insert(
      fields.considerations.map(({ consideration, side, clearedBy, note }, position) => ({ id: randomUUID(), ...own, consideration, side, cleared_by: clearedBy, note, position })),
    )
  }
  if (fields.levels.length > 0) await db('levels').insert(fields.levels.map((level) => ({ ...own, ...level })))
}
