import { randomUUID } from 'node:crypto'
import { considerationColumns, considerationOf, writeConsiderations, type ConsiderationRow } from './considerations'
import type { DialSetting, Flare, PersonLevel } from '../../core/offer/person'
import { Participant, type ParticipantFields } from '../../core/offer/participant'
import { NO_NEEDS } from '../../core/offer/seatNeeds'
import { requireRoomFor } from './practices'
import { fromJson, groupedBy, NotFound, OlderVersion, type Scope } from './rows'
import { hold, inTransaction } from './transaction'

interface ParticipantRow {
  id: string
  practice_id: string
  name: string
  birth_year: number | null
  usual_pain: number | null
  sex: Participant['sex']
  height_cm: string | null
  pace: Participant['pace']
  home_tier: Participant['homeTier']
  access: unknown
  version: number
  prefers: Participant['prefers']
  screened_on: string | null
  school: Participant['school']
  seat: unknown
  beside: unknown
  home_props: unknown
  emergency_contact: string
  telephone: string
  birthday: string | null
  joins: Participant['joins']
  visiting: Participant['visiting']
}

interface LevelRow extends PersonLevel {
  participant_id: string
}

interface DialRow extends Omit<DialSetting, 'value'> {
  participant_id: string
  value: string
}

interface FlareRow extends Flare {
  participant_id: string
}

interface LeftOutRow {
  stands_in: number
  participant_id: string
  movement: string
  tier: Participant['homeTier']
}

/**
 * All participants of a practice by name, or those with the given ids. Their ranges are left empty, and what is
 * remembered of them: those follow from their measures and notes.
 *
 * @param withLevels false where only names and health facts are wanted
 */
export async function participantsOf(
  scope: Scope,
  ids?: readonly string[],
  { withLevels = true } = {},
): Promise<Participant[]> {
  const { db, practiceId } = scope
  if (ids?.length === 0) return []
  const scoped = (table: string, column: string) => {
    const query = db(table).where(`${table}.practice_id`, practiceId)
    return ids ? query.whereIn(`${table}.${column}`, ids) : query
  }
  const [rows, considerations, levels, dials, leftOut, flares] = await Promise.all([
    scoped('participants', 'id').whereNull('erased_at').orderBy('name').select<ParticipantRow[]>('*'),
    scoped('participant_considerations', 'participant_id').orderBy('position').select<ConsiderationRow[]>('*'),
    withLevels ? scoped('levels', 'participant_id').orderBy(['movement', 'tier', 'side']).select<LevelRow[]>('*') : [],
    withLevels
      ? scoped('person_dials', 'participant_id').orderBy(['movement', 'tier', 'dial']).select<DialRow[]>('*')
      : [],
    withLevels ? scoped('left_out', 'participant_id').orderBy(['movement', 'tier']).select<LeftOutRow[]>('*') : [],
    withLevels ? scoped('flares', 'participant_id').orderBy('region').select<FlareRow[]>('*') : [],
  ])
  const details = {
    considerations: groupedBy(considerations, 'participant_id'),
    levels: groupedBy(levels, 'participant_id'),
    dials: groupedBy(dials, 'participant_id'),
    leftOut: groupedBy(leftOut, 'participant_id'),
    flares: groupedBy(flares, 'participant_id'),
  }
  return rows.map((row) => participantOf(row, details))
}

/** What stands in tables of its own, by participant. */
interface Details {
  considerations: Map<string, ConsiderationRow[]>
  levels: Map<string, LevelRow[]>
  dials: Map<string, DialRow[]>
  leftOut: Map<string, LeftOutRow[]>
  flares: Map<string, FlareRow[]>
}

function participantOf(row: ParticipantRow, details: Details): Participant {
  return {
    id: row.id,
    name: row.name,
    birthYear: row.birth_year,
    sex: row.sex,
    heightCm: row.height_cm === null ? null : Number(row.height_cm),
    pace: row.pace,
    homeTier: row.home_tier,
    access: fromJson(row.access, Participant.shape.access),
    version: row.version,
    prefers: row.prefers,
    screenedOn: row.screened_on,
    school: row.school,
    seat: row.seat === null ? NO_NEEDS : fromJson(row.seat, Participant.shape.seat),
    beside: row.beside === null ? [] : fromJson(row.beside, Participant.shape.beside),
    homeProps: row.home_props === null ? {} : fromJson(row.home_props, Participant.shape.homeProps),
    emergencyContact: row.emergency_contact,
    telephone: row.telephone,
    birthday: row.birthday,
    joins: row.joins,
    usualPain: row.usual_pain,
    ranges: [],
    considerations: (details.considerations.get(row.id) ?? []).map(considerationOf),
    levels: (details.levels.get(row.id) ?? []).map(({ movement, tier, side, level }) => ({
      movement,
      tier,
      side,
      level,
    })),
    dials: (details.dials.get(row.id) ?? []).map(({ movement, tier, side, dial, value, since }) => ({
      movement,
      tier,
      side,
      dial,
      value: Number(value),
      since,
    })),
    leftOut: (details.leftOut.get(row.id) ?? []).map(({ movement, tier, stands_in }) => ({
      movement,
      tier,
      standsIn: Boolean(stands_in),
    })),
    flares: (details.flares.get(row.id) ?? []).map(({ region, levels: by, since, until }) => ({
      region,
      levels: by,
      since,
      until,
    })),
    remembered: [],
    visiting: row.visiting,
  }
}

/** @throws {NotFound} when the practice has no such participant */
export async function participantById(scope: Scope, id: string): Promise<Participant> {
  const [participant] = await participantsOf(scope, [id])
  if (!participant) throw new NotFound('There is no such participant.')
  return participant
}

/**
 * The same, held until the transaction ends: those who change one person do it one after the other. Asked for before
 * all else, so that what is read then is what the one before has left.
 *
 * @throws {NotFound} when the practice has no such participant
 */
export async function heldParticipant(within: Scope, id: string): Promise<Participant> {
  await hold(within.db, 'participants', { id, practice_id: within.practiceId })
  return participantById(within, id)
}

export async function addParticipant(
  scope: Scope,
  fields: ParticipantFields,
  id: string = randomUUID(),
): Promise<Participant> {
  const { db, practiceId } = scope
  await requireRoomFor(scope, 'people')
  return inTransaction(db, async (trx) => {
    await trx('participants').insert({ id, practice_id: practiceId, version: 1, ...columnsOf(fields) })
    await writeDetails({ db: trx, practiceId }, id, fields)
    return participantById({ db: trx, practiceId }, id)
  })
}

/**
 * Saves all fields of a participant on top of the version they were read at.
 *
 * @throws {OlderVersion} with what is stored now
 */
export async function saveParticipant(
  scope: Scope,
  id: string,
  { version, ...fields }: ParticipantFields & { version: number },
): Promise<Participant> {
  const { db, practiceId } = scope
  return inTransaction(db, async (trx) => {
    const changed = await trx('participants')
      .where({ id, practice_id: practiceId, version })
      .update({ ...columnsOf(fields), version: version + 1 })
    const current = changed === 0 ? await participantById({ db: trx, practiceId }, id) : null
    if (current) throw new OlderVersion(current)
    await writeDetails({ db: trx, practiceId }, id, fields)
    // Who lives in a tier no longer visits it.
    await trx('participants')
      .where({ id, practice_id: practiceId })
      .whereRaw('visiting = home_tier')
      .update({ visiting: null, visiting_since: null })
    return participantById({ db: trx, practiceId }, id)
  })
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
    prefers: fields.prefers,
    school: fields.school,
    seat: JSON.stringify(fields.seat),
    beside: JSON.stringify(fields.beside),
    home_props: JSON.stringify(fields.homeProps),
    emergency_contact: fields.emergencyContact,
    telephone: fields.telephone,
    birthday: fields.birthday,
    joins: fields.joins,
    usual_pain: fields.usualPain,
  }
}

async function writeDetails(scope: Scope, id: string, fields: ParticipantFields): Promise<void> {
  const { db, practiceId } = scope
  const own = { practice_id: practiceId, participant_id: id }
  await writeConsiderations(scope, id, fields.considerations)
  await db('levels').where(own).delete()
  if (fields.levels.length > 0) await db('levels').insert(fields.levels.map((level) => ({ ...own, ...level })))
}

/** Adds many people at once; for imports. */
export async function addParticipants(scope: Scope, all: readonly ParticipantFields[]): Promise<string[]> {
  const { db, practiceId } = scope
  await requireRoomFor(scope, 'people', all.length)
  const people = all.map((fields) => ({ id: randomUUID(), fields }))
  await db.batchInsert(
    'participants',
    people.map(({ id, fields }) => ({ id, practice_id: practiceId, version: 1, ...columnsOf(fields) })),
    500,
  )
  await db.batchInsert(
    'participant_considerations',
    people.flatMap(({ id, fields }) =>
      fields.considerations.map((row, position) => ({
        id: randomUUID(),
        practice_id: practiceId,
        participant_id: id,
        ...considerationColumns(row),
        position,
      })),
    ),
    500,
  )
  return people.map(({ id }) => id)
}
