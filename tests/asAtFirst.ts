import { randomUUID } from 'node:crypto'
import { emptyPlan } from '../core/plan/plan'
import type { Database } from '../server/database/rows'

/** A practice as its first version wrote it. */
export const FIRST_IDS = {
  practice: randomUUID(),
  person: randomUUID(),
  venue: randomUUID(),
  circle: randomUUID(),
  meeting: randomUUID(),
}
const own = { practice_id: FIRST_IDS.practice }

export async function fillAsAtFirst(db: Database): Promise<void> {
  await db('practices').insert({ id: FIRST_IDS.practice, name: 'Early', created_at: '2026-01-01 00:00:00' })
  await db('participants').insert({
    ...own,
    id: FIRST_IDS.person,
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
    participant_id: FIRST_IDS.person,
    movement: 'bridge',
    tier: 'chair',
    side: 'both',
    level: 2,
  })
  await db('venues').insert({
    ...own,
    id: FIRST_IDS.venue,
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
    id: FIRST_IDS.circle,
    venue_id: FIRST_IDS.venue,
    name: 'Mornings',
    school: 'dwell',
    minutes: 45,
    side_habit: 'left-right',
    start_side: 'left',
  })
  await db('circle_members').insert({
    ...own,
    circle_id: FIRST_IDS.circle,
    participant_id: FIRST_IDS.person,
    position: 0,
  })
  await db('meetings').insert({
    ...own,
    id: FIRST_IDS.meeting,
    circle_id: FIRST_IDS.circle,
    starts_at: '2026-02-01 09:00:00',
    plan: JSON.stringify(emptyPlan('A first plan', 45, 'dwell')),
    plan_version: 1,
  })
}
