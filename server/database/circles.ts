import { randomUUID } from 'node:crypto'
import { Venue, type Circle, type CircleFields, type VenueFields } from '../../core/circle/circle'
import { fromJson, groupedBy, NotFound, OlderVersion, requireOwn, type Scope } from './rows'
import { inTransaction } from './transaction'

interface VenueRow {
  version: number
  id: string
  name: string
  address: string
  room_length_m: string
  room_width_m: string
  emergency_plan: string
  emergency_number: string
  defibrillator: string
  cupboard: unknown
  door: unknown
  is_measured: number
  zone: string | null
}

interface CircleRow {
  version: number
  id: string
  venue_id: string
  name: string
  school: Circle['school']
  minutes: number
  side_habit: Circle['sideHabit']
  start_side: Circle['startSide']
  how_much: Circle['howMuch']
  counting: Circle['counting']
  helpers: number
  climb_at_most: string
  judging: Circle['judging']
}

/** All venues of a practice by name. */
export async function venuesOf(scope: Scope): Promise<Venue[]> {
  const { db, practiceId } = scope
  const rows = await db<VenueRow & { practice_id: string }>('venues').where({ practice_id: practiceId }).orderBy('name')
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    name: row.name,
    address: row.address,
    roomLengthM: Number(row.room_length_m),
    roomWidthM: Number(row.room_width_m),
    emergencyPlan: row.emergency_plan,
    emergencyNumber: row.emergency_number,
    defibrillator: row.defibrillator,
    door: fromJson(row.door ?? undefined, Venue.shape.door),
    cupboard: fromJson(row.cupboard, Venue.shape.cupboard),
    isMeasured: Boolean(row.is_measured),
    zone: row.zone,
  }))
}

/** @throws {NotFound} when the practice has no such venue */
async function venueById(scope: Scope, id: string): Promise<Venue> {
  const venue = (await venuesOf(scope)).find((other) => other.id === id)
  if (!venue) throw new NotFound('There is no such venue.')
  return venue
}

/** Adds a venue. */
export async function addVenue({ db, practiceId }: Scope, fields: VenueFields): Promise<Venue> {
  const id = randomUUID()
  await db('venues').insert({ id, practice_id: practiceId, version: 1, ...venueColumns(fields) })
  return { ...fields, id, version: 1 }
}

/**
 * Saves a venue on top of the version it was read at.
 *
 * @throws {OlderVersion} with what is stored now
 */
export async function saveVenue(
  scope: Scope,
  id: string,
  { version, ...fields }: VenueFields & { version: number },
): Promise<Venue> {
  const { db, practiceId } = scope
  const changed = await db('venues')
    .where({ id, practice_id: practiceId, version })
    .update({ ...venueColumns(fields), version: version + 1 })
  if (changed === 0) throw new OlderVersion(await venueById(scope, id))
  return { ...fields, id, version: version + 1 }
}

function venueColumns(fields: VenueFields) {
  return {
    name: fields.name,
    address: fields.address,
    room_length_m: fields.roomLengthM,
    room_width_m: fields.roomWidthM,
    emergency_plan: fields.emergencyPlan,
    emergency_number: fields.emergencyNumber,
    defibrillator: fields.defibrillator,
    door: JSON.stringify(fields.door),
    cupboard: JSON.stringify(fields.cupboard),
    is_measured: fields.isMeasured,
    zone: fields.zone,
  }
}

/** All circles of a practice by name, with their members in their order. */
export function circlesOf(scope: Scope): Promise<Circle[]> {
  return readCircles(scope)
}

/** @param only the one that is wanted; left out: all of them */
async function readCircles({ db, practiceId }: Scope, only?: string): Promise<Circle[]> {
  const rows = await db<CircleRow & { practice_id: string }>('circles')
    .where({ practice_id: practiceId, ...(only === undefined ? {} : { id: only }) })
    .orderBy('name')
  const members = await db<{ circle_id: string; participant_id: string; practice_id: string; position: number }>(
    'circle_members',
  )
    .where({ practice_id: practiceId, ...(only === undefined ? {} : { circle_id: only }) })
    .orderBy('position')
  const inCircles = groupedBy(members, 'circle_id')
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    venueId: row.venue_id,
    name: row.name,
    school: row.school,
    minutes: row.minutes,
    sideHabit: row.side_habit,
    startSide: row.start_side,
    howMuch: row.how_much,
    counting: row.counting,
    helpers: row.helpers,
    climbAtMost: Number(row.climb_at_most),
    judging: row.judging,
    members: (inCircles.get(row.id) ?? []).map((member) => member.participant_id),
  }))
}

/** Ids of a circle's people, in their order. */
export function membersOf({ db, practiceId }: Scope, circleId: string): Promise<string[]> {
  return db('circle_members')
    .where({ practice_id: practiceId, circle_id: circleId })
    .orderBy('position')
    .pluck('participant_id')
}

/** @throws {NotFound} when the practice has no such circle */
export async function circleById(scope: Scope, id: string): Promise<Circle> {
  const [circle] = await readCircles(scope, id)
  if (!circle) throw new NotFound('There is no such circle.')
  return circle
}

/** Adds a circle; its venue and its members must be the practice's own. */
export async function addCircle(
  { db, practiceId }: Scope,
  fields: CircleFields,
  id: string = randomUUID(),
): Promise<Circle> {
  return inTransaction(db, async (trx) => {
    const within = { db: trx, practiceId }
    await requireParts(within, fields)
    await trx('circles').insert({ id, practice_id: practiceId, version: 1, ...circleColumns(fields) })
    await writeMembers(within, id, fields.members)
    return { ...fields, id, version: 1 }
  })
}

/**
 * Saves a circle on top of the version it was read at.
 *
 * @throws {OlderVersion} with what is stored now
 */
export async function saveCircle(
  { db, practiceId }: Scope,
  id: string,
  { version, ...fields }: CircleFields & { version: number },
): Promise<Circle> {
  return inTransaction(db, async (trx) => {
    const within = { db: trx, practiceId }
    await requireParts(within, fields)
    const changed = await trx('circles')
      .where({ id, practice_id: practiceId, version })
      .update({ ...circleColumns(fields), version: version + 1 })
    if (changed === 0) throw new OlderVersion(await circleById(within, id))
    await writeMembers(within, id, fields.members)
    return { ...fields, id, version: version + 1 }
  })
}

async function requireParts(scope: Scope, { venueId, members }: CircleFields): Promise<void> {
  await requireOwn(scope, 'venues', venueId)
  await requireOwn(scope, 'participants', members)
}

function circleColumns(fields: CircleFields) {
  return {
    venue_id: fields.venueId,
    name: fields.name,
    school: fields.school,
    minutes: fields.minutes,
    side_habit: fields.sideHabit,
    start_side: fields.startSide,
    how_much: fields.howMuch,
    counting: fields.counting,
    helpers: fields.helpers,
    climb_at_most: fields.climbAtMost,
    judging: fields.judging,
  }
}

async function writeMembers({ db, practiceId }: Scope, circleId: string, members: readonly string[]): Promise<void> {
  await db('circle_members').where({ circle_id: circleId, practice_id: practiceId }).delete()
  if (members.length === 0) return
  await db('circle_members').insert(
    members.map((participantId, position) => ({
      practice_id: practiceId,
      circle_id: circleId,
      participant_id: participantId,
      position,
    })),
  )
}
