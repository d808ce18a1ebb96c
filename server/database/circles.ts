import { randomUUID } from 'node:crypto'
import type { Circle, CircleFields, Venue, VenueFields } from '../../core/circle/circle'
import { fromJson, groupedBy, NotFound, type Database } from './rows'

interface VenueRow {
  id: string
  name: string
  address: string
  room_length_m: string
  room_width_m: string
  emergency_plan: string
  defibrillator: string
  cupboard: unknown
  door: unknown
}

interface CircleRow {
  id: string
  venue_id: string
  name: string
  school: Circle['school']
  minutes: number
  side_habit: Circle['sideHabit']
  start_side: Circle['startSide']
  helpers: number
  climb_at_most: string
}

export async function venuesOf(db: Database, practiceId: string): Promise<Venue[]> {
  const rows = await db<VenueRow & { practice_id: string }>('venues').where({ practice_id: practiceId }).orderBy('name')
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    address: row.address,
    roomLengthM: Number(row.room_length_m),
    roomWidthM: Number(row.room_width_m),
    emergencyPlan: row.emergency_plan,
    defibrillator: row.defibrillator,
    door: row.door === null ? { wall: 'bottom', alongM: 1 } : fromJson<Venue['door']>(row.door),
    cupboard: fromJson<Venue['cupboard']>(row.cupboard),
  }))
}

/** Adds a venue, or saves it where the practice has one with this id. */
export async function saveVenue(db: Database, practiceId: string, fields: VenueFields, id?: string): Promise<Venue> {
  const columns = {
    name: fields.name,
    address: fields.address,
    room_length_m: fields.roomLengthM,
    room_width_m: fields.roomWidthM,
    emergency_plan: fields.emergencyPlan,
    defibrillator: fields.defibrillator,
    door: JSON.stringify(fields.door),
    cupboard: JSON.stringify(fields.cupboard),
  }
  const saved = id ?? randomUUID()
  if (id === undefined) await db('venues').insert({ id: saved, practice_id: practiceId, ...columns })
  else {
    await requireOwn(db, 'venues', practiceId, id, 'venue')
    await db('venues').where({ id, practice_id: practiceId }).update(columns)
  }
  return { ...fields, id: saved }
}

export async function circlesOf(db: Database, practiceId: string): Promise<Circle[]> {
  const rows = await db<CircleRow & { practice_id: string }>('circles')
    .where({ practice_id: practiceId })
    .orderBy('name')
  const members = await db<{ circle_id: string; participant_id: string; practice_id: string; position: number }>(
    'circle_members',
  )
    .where({ practice_id: practiceId })
    .orderBy('position')
  const membersOf = groupedBy(members, 'circle_id')
  return rows.map((row) => ({
    id: row.id,
    venueId: row.venue_id,
    name: row.name,
    school: row.school,
    minutes: row.minutes,
    sideHabit: row.side_habit,
    startSide: row.start_side,
    helpers: row.helpers,
    climbAtMost: Number(row.climb_at_most),
    members: (membersOf.get(row.id) ?? []).map((member) => member.participant_id),
  }))
}

/** @throws {NotFound} when the practice has no such circle */
export async function circleById(db: Database, practiceId: string, id: string): Promise<Circle> {
  const circle = (await circlesOf(db, practiceId)).find((other) => other.id === id)
  if (!circle) throw new NotFound('There is no such circle.')
  return circle
}

/** Adds a circle or saves it; its venue and its members must be the practice's own. */
export async function saveCircle(db: Database, practiceId: string, fields: CircleFields, id?: string): Promise<Circle> {
  return db.transaction(async (trx) => {
    await requireOwn(trx, 'venues', practiceId, fields.venueId, 'venue')
    for (const member of fields.members) await requireOwn(trx, 'participants', practiceId, member, 'participant')
    const columns = {
      venue_id: fields.venueId,
      name: fields.name,
      school: fields.school,
      minutes: fields.minutes,
      side_habit: fields.sideHabit,
      start_side: fields.startSide,
      helpers: fields.helpers,
      climb_at_most: fields.climbAtMost,
    }
    const saved = id ?? randomUUID()
    if (id === undefined) await trx('circles').insert({ id: saved, practice_id: practiceId, ...columns })
    else {
      await requireOwn(trx, 'circles', practiceId, id, 'circle')
      await trx('circles').where({ id, practice_id: practiceId }).update(columns)
    }
    await trx('circle_members').where({ circle_id: saved, practice_id: practiceId }).delete()
    if (fields.members.length > 0) {
      await trx('circle_members').insert(
        fields.members.map((participantId, position) => ({
          practice_id: practiceId,
          circle_id: saved,
          participant_id: participantId,
          position,
        })),
      )
    }
    return { ...fields, id: saved }
  })
}

/** @throws {NotFound} when the row belongs to another practice or to none */
export async function requireOwn(
  db: Database,
  table: string,
  practiceId: string,
  id: string,
  what: string,
): Promise<void> {
  const row = await db(table).where({ id, practice_id: practiceId }).first('id')
  if (!row) throw new NotFound(`There is no such ${what}.`)
}
