import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startDatabase } from '../../bin/database.mjs'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { emptyPlan } from '../../core/plan/plan'
import { circleById } from '../../server/database/circles'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { meetingById } from '../../server/database/meetings'
import { migrate, MIGRATION_NAMES } from '../../server/database/migrate'
import { participantById } from '../../server/database/people'
import type { Database } from '../../server/database/rows'

/** A practice as its first version wrote it. */
const ids = {
  practice: randomUUID(),
  person: randomUUID(),
  venue: randomUUID(),
  circle: randomUUID(),
  meeting: randomUUID(),
}
const own = { practice_id: ids.practice }

async function fillAsAtFirst(db: Database): Promise<void> {
  await db('practices').insert({ id: ids.practice, name: 'Early', created_at: '2026-01-01 00:00:00' })
  await db('participants').insert({
    ...own,
    id: ids.person,
    name: 'Early Bird',
    birth_year: 1944,
    sex: 'female',
    height_cm: 160,
    pace: 'slow',
    home_tier: 'chair',
    access: JSON.stringify({ bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' }),
    version: 3,
  })
  await db('levels').insert({
    ...own,
    participant_id: ids.person,
    movement: 'bridge',
    tier: 'chair',
    side: 'both',
    level: 2,
  })
  await db('venues').insert({
    ...own,
    id: ids.venue,
    name: 'Hall',
    address: '',
    room_length_m: '9',
    room_width_m: '8',
    emergency_plan: 'Meet outside.',
    defibrillator: '',
    cupboard: '{}',
  })
  await db('circles').insert({
    ...own,
    id: ids.circle,
    venue_id: ids.venue,
    name: 'Mornings',
    school: 'dwell',
    minutes: 45,
    side_habit: 'left-right',
    start_side: 'left',
  })
  await db('circle_members').insert({ ...own, circle_id: ids.circle, participant_id: ids.person, position: 0 })
  await db('meetings').insert({
    ...own,
    id: ids.meeting,
    circle_id: ids.circle,
    starts_at: '2026-02-01 09:00:00',
    plan: JSON.stringify(emptyPlan('A first plan', 45, 'dwell')),
    plan_version: 1,
  })
}

describe('what was written by an older version', () => {
  let db: Awaited<ReturnType<typeof connect>>
  beforeAll(async () => {
    const database = await startDatabase(TEST_DATA, OWN_DATABASE)
    database.empty()
    db = connect(databaseFromEnvironment({ ...process.env, ...database.environment }))
  })
  afterAll(() => db.destroy())

  it('is brought along migration by migration, and read as what it was', async () => {
    expect(await migrate(db, MIGRATION_NAMES[0])).toEqual([MIGRATION_NAMES[0]])
    await fillAsAtFirst(db)
    for (const name of MIGRATION_NAMES.slice(1)) expect(await migrate(db, name)).toEqual([name])
    expect(await migrate(db)).toEqual([])
    const scope = { db, practiceId: ids.practice }
    expect(await participantById(scope, ids.person)).toMatchObject({
      name: 'Early Bird',
      birthYear: 1944,
      pace: 'slow',
      version: 3,
      levels: [{ movement: 'bridge', tier: 'chair', side: 'both', level: 2 }],
      dials: [],
      considerations: [],
    })
    expect(await circleById(scope, ids.circle)).toMatchObject({ name: 'Mornings', members: [ids.person], version: 1 })
    expect(await meetingById(scope, ids.meeting)).toMatchObject({
      startsAt: '2026-02-01T09:00:00Z',
      planVersion: 1,
      plan: { title: 'A first plan', blocks: [] },
    })
  })
})
