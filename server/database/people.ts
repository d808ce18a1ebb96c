import { randomUUID } from 'node:crypto'
import type { DialSetting, PersonLevel } from '../../core/offer/person'
import type { Participant, ParticipantConsideration, ParticipantFields } from '../../core/offer/participant'
import { NO_NEEDS } from '../../core/offer/seatNeeds'
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
  prefers: Participant['prefers']
  screened_on: string | null
  school: Participant['school']
  seat: unknown
  beside: unknown
  home_props: unknown
  emergency_contact: string
  joins: Participant['joins']
  visiting: Participant['visiting']
}

interface ConsiderationRow {
  participant_id: string
  consideration: string
  side: ParticipantConsideration['side']
  cleared_by: string
  note: string
  since: string | null
  until: string | null
  cleared_on: string | null
  cleared_for: string
}

interface LevelRow extends PersonLevel {
  participant_id: string
}

interface DialRow extends Omit<DialSetting, 'value'> {
  participant_id: string
  value: string
}

interface LeftOutRow {
  participant_id: string
  movement: string
  tier: Participant['homeTier']
}

/**
 * All participants of a practice by name, or those with the given ids. Their ranges are left empty: they follow from
 * their measures.
 *
 * @param withLevels false where only names and health facts are wanted
 */
export async function participantsOf(
  db: Database,
  practiceId: string,
  ids?: readonly string[],
  { withLevels = true } = {},
): Promise<Participant[]> {
  if (ids?.length === 0) return []
  const scoped = (table: string, column: string) => {
    const query = db(table).where(`${table}.practice_id`, practiceId)
    return ids ? query.whereIn(`${table}.${column}`, ids) : query
  }
  const [rows, considerations, levels, dials, leftOut] = await Promise.all([
    scoped('participants', 'id').whereNull('erased_at').orderBy('name').select<ParticipantRow[]>('*'),
    scoped('participant_considerations', 'participant_id').orderBy('position').select<ConsiderationRow[]>('*'),
    withLevels ? scoped('levels', 'participant_id').orderBy(['movement', 'tier', 'side']).select<LevelRow[]>('*') : [],
    withLevels
      ? scoped('person_dials', 'participant_id').orderBy(['movement', 'tier', 'dial']).select<DialRow[]>('*')
      : [],
    withLevels ? scoped('left_out', 'participant_id').orderBy(['movement', 'tier']).select<LeftOutRow[]>('*') : [],
  ])
  const considerationsOf = groupedBy(considerations, 'participant_id')
  const levelsOf = groupedBy(levels, 'participant_id')
  const dialsOf = groupedBy(dials, 'participant_id')
  const leftOutOf = groupedBy(leftOut, 'participant_id')
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
    prefers: row.prefers,
    screenedOn: row.screened_on,
    school: row.school,
    seat: row.seat === null ? NO_NEEDS : fromJson<Participant['seat']>(row.seat),
    beside: row.beside === null ? [] : fromJson<string[]>(row.beside),
    homeProps: row.home_props === null ? {} : fromJson<Record<string, number>>(row.home_props),
    emergencyContact: row.emergency_contact,
    joins: row.joins,
    ranges: [],
    considerations: (considerationsOf.get(row.id) ?? []).map((own) => ({
      consideration: own.consideration,
      side: own.side,
      clearedBy: own.cleared_by,
      note: own.note,
      since: own.since,
      until: own.until,
      clearedOn: own.cleared_on,
      clearedFor: own.cleared_for,
    })),
    levels: (levelsOf.get(row.id) ?? []).map(({ movement, tier, side, level }) => ({ movement, tier, side, level })),
    dials: (dialsOf.get(row.id) ?? []).map(({ movement, tier, dial, value, since }) => ({
      movement,
      tier,
      dial,
      value: Number(value),
      since,
    })),
    leftOut: (leftOutOf.get(row.id) ?? []).map(({ movement, tier }) => ({ movement, tier })),
    visiting: row.visiting,
  }))
}

/** @throws {NotFound} when the practice has no such participant */
export async function participantById(db: Database, practiceId: string, id: string): Promise<Participant> {
  const [participant] = await participantsOf(db, practiceId, [id])
  if (!participant) throw new NotFound('There is no such participant.')
  return participant
}

export async function addParticipant(
  db: Database,
  practiceId: string,
  fields: ParticipantFields,
  id: string = randomUUID(),
): Promise<Participant> {
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
export async function saveParticipant(
  db: Database,
  practiceId: string,
  id: string,
  version: number,
  fields: ParticipantFields,
): Promise<Participant> {
  return db.transaction(async (trx) => {
    const changed = await trx('participants')
      .where({ id, practice_id: practiceId, version })
      .update({ ...columnsOf(fields), version: version + 1 })
    const current = changed === 0 ? await participantById(trx, practiceId, id) : null
    if (current) throw new OlderVersion(current)
    await writeDetails(trx, practiceId, id, fields)
    // Who lives in a tier no longer visits it.
    await trx('participants')
      .where({ id, practice_id: practiceId })
      .whereRaw('visiting = home_tier')
      .update({ visiting: null, visiting_since: null })
    return participantById(trx, practiceId, id)
  })
}

/** Sets one level and leaves the person's version alone: it is the ledger that remembers levels. */
export async function setLevel(
  db: Database,
  practiceId: string,
  participantId: string,
  level: PersonLevel,
): Promise<void> {
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
    prefers: fields.prefers,
    school: fields.school,
    seat: JSON.stringify(fields.seat),
    beside: JSON.stringify(fields.beside),
    home_props: JSON.stringify(fields.homeProps),
    emergency_contact: fields.emergencyContact,
    joins: fields.joins,
  }
}

async function writeDetails(db: Database, practiceId: string, id: string, fields: ParticipantFields): Promise<void> {
  const own = { practice_id: practiceId, participant_id: id }
  await writeConsiderations(db, practiceId, id, fields.considerations)
  await db('levels').where(own).delete()
  if (fields.levels.length > 0) await db('levels').insert(fields.levels.map((level) => ({ ...own, ...level })))
}

/** Replaces all health facts of a person. */
export async function writeConsiderations(
  db: Database,
  practiceId: string,
  id: string,
  considerations: readonly ParticipantConsideration[],
): Promise<void> {
  const own = { practice_id: practiceId, participant_id: id }
  await db('participant_considerations').where(own).delete()
  if (considerations.length > 0)
    await db('participant_considerations').insert(
      considerations.map((row, position) => ({ id: randomUUID(), ...own, ...considerationColumns(row), position })),
    )
}

function considerationColumns({
  consideration,
  side,
  clearedBy,
  note,
  since,
  until,
  clearedOn,
  clearedFor,
}: ParticipantConsideration) {
  return {
    consideration,
    side,
    cleared_by: clearedBy,
    note,
    since,
    until,
    cleared_on: clearedOn,
    cleared_for: clearedFor,
  }
}

/** Adds many people at once; for imports. */
export async function addParticipants(
  db: Database,
  practiceId: string,
  all: readonly ParticipantFields[],
): Promise<string[]> {
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

export interface RosterPage {
  people: Participant[]
  total: number
}

/**
 * People by name, a page at a time, without their levels.
 *
 * @param words every word must stand in the name
 */
export async function rosterOf(
  db: Database,
  practiceId: string,
  { words, offset, limit }: { words: string; offset: number; limit: number },
): Promise<RosterPage> {
  const wanted = () =>
    words
      .split(/\s+/)
      .filter((word) => word !== '')
      .reduce(
        (query, word) => query.where('name', 'like', `%${word.replace(/[%_\\]/g, '\\$&')}%`),
        db('participants').where({ practice_id: practiceId }).whereNull('erased_at'),
      )
  const [ids, [counted]] = await Promise.all([
    wanted().orderBy('name').offset(offset).limit(limit).select<{ id: string }[]>('id'),
    wanted().count<{ total: number }[]>('* as total'),
  ])
  return {
    people: await participantsOf(
      db,
      practiceId,
      ids.map(({ id }) => id),
      { withLevels: false },
    ),
    total: Number(counted?.total ?? 0),
  }
}

/** Since when each of these people visits another tier, ISO day; those who do not are left out. */
export async function visitingSince(
  db: Database,
  practiceId: string,
  participants: readonly string[],
): Promise<Record<string, string>> {
  const rows = await db('participants')
    .where({ practice_id: practiceId })
    .whereIn('id', participants)
    .whereNotNull('visiting_since')
    .select<{ id: string; visiting_since: string }[]>('id', 'visiting_since')
  return Object.fromEntries(rows.map((row) => [row.id, row.visiting_since]))
}

/** Moves somebody between tiers, or lets them visit one; a tier that is worked in is open. */
export async function moveTier(
  db: Database,
  practiceId: string,
  person: Participant,
  { homeTier, visiting, access }: Pick<Participant, 'homeTier' | 'visiting' | 'access'>,
): Promise<void> {
  await db('participants')
    .where({ id: person.id, practice_id: practiceId })
    .update({
      home_tier: homeTier,
      visiting,
      visiting_since: visiting ? db.raw('utc_date()') : null,
      access: JSON.stringify(access),
      version: person.version + 1,
    })
}

/** The levels of everybody of a practice on one movement's ladders. */
export async function levelsOn(
  db: Database,
  practiceId: string,
  movement: string,
): Promise<(PersonLevel & { participant: string })[]> {
  const rows = await db('levels')
    .where({ practice_id: practiceId, movement })
    .orderBy(['tier', 'participant_id', 'side'])
  return rows.map(({ participant_id, movement, tier, side, level }) => ({
    participant: participant_id,
    movement,
    tier,
    side,
    level,
  }))
}

/** Sets levels that were accepted together. */
export async function setLevels(
  db: Database,
  practiceId: string,
  participantId: string,
  levels: readonly PersonLevel[],
): Promise<void> {
  await db.transaction(async (trx) => {
    for (const level of levels) await setLevel(trx, practiceId, participantId, level)
  })
}

/** The mean level of people in their home tier, rounded; nobody without a level is in it. */
export async function usualLevelsOf(
  db: Database,
  practiceId: string,
  participants: readonly string[],
): Promise<Record<string, number>> {
  const rows = await db('levels as l')
    .join('participants as p', 'p.id', 'l.participant_id')
    .where('l.practice_id', practiceId)
    .whereIn('l.participant_id', participants)
    .whereRaw('l.tier = p.home_tier')
    .groupBy('l.participant_id')
    .select('l.participant_id')
    .avg('l.level as level')
  return Object.fromEntries(rows.map((row) => [row.participant_id, Math.round(Number(row.level))]))
}
