import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { afterAll, bench, describe, expect } from 'vitest'
import { randomFrom } from '../../core/random'
import { World } from '../world'

const PEOPLE = 2000
const MEASURES_EACH = 100
const KINDS = [
  'chair-stand',
  'up-and-go',
  'tandem',
  'knee-to-wall',
  'hip-turn-in',
  'one-leg-stand',
  'straight-leg-raise',
  'neck-turn',
  'heel-raises',
  'sit-and-reach',
]

/** A practice of 2,000 people with 200,000 results, made up. */
async function fill(db: Knex): Promise<string[]> {
  const random = randomFrom(7)
  const practice = (await db('practices').where({ name: 'Ferngate Movement' }).first('id')).id
  const names = ['Ada', 'Bo', 'Cleo', 'Dag', 'Eli', 'Fay', 'Gus', 'Hanne', 'Ivo', 'June']
  const people = Array.from({ length: PEOPLE }, (_, at) => ({
    id: randomUUID(),
    name: `${names[at % 10]} ${names[Math.floor(at / 10) % 10]}berg ${at}`,
  }))
  await db.batchInsert(
    'participants',
    people.map(({ id, name }) => ({
      id,
      practice_id: practice,
      name,
      birth_year: 1930 + Math.floor(random.next() * 40),
      sex: 'female',
      height_cm: 165,
      pace: 'usual',
      home_tier: 'chair',
      access: JSON.stringify({ bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' }),
    })),
    500,
  )
  await db.batchInsert(
    'participant_considerations',
    people.flatMap(({ id }) =>
      ['knee-painful', 'numb-feet'].map((consideration, position) => ({
        id: randomUUID(),
        practice_id: practice,
        participant_id: id,
        consideration,
        side: 'both',
        cleared_by: '',
        note: '',
        position,
      })),
    ),
    1000,
  )
  for (let from = 0; from < PEOPLE; from += 100) {
    await db.batchInsert(
      'measures',
      people.slice(from, from + 100).flatMap(({ id }) =>
        Array.from({ length: MEASURES_EACH }, (_, at) => ({
          id: randomUUID(),
          practice_id: practice,
          participant_id: id,
          measure: KINDS[at % KINDS.length],
          side: 'both',
          value: Math.round(random.next() * 40),
          tries: '[]',
          taken_at: new Date(2021, 0, 1 + at * 18).toISOString().slice(0, 19).replace('T', ' '),
          same_day_first: at % 50 === 0 ? 10 : null,
        })),
      ),
      1000,
    )
  }
  await db.raw('analyze table participants, participant_considerations, measures')
  return people.map(({ id }) => id)
}

const world = await World.open()
const ids = await fill(world.db)
const lead = await world.signedIn()
console.log('Query plans, 2,000 people and 200,000 measures:')
for (const [what, sql, values] of [
  ['the list', 'select * from participants where practice_id = ? and erased_at is null order by name limit 100', [0]],
  [
    'the search',
    'select id from participants where practice_id = ? and erased_at is null and name like ? order by name limit 100',
    [0, '%cleo%'],
  ],
  [
    'one person’s measures',
    `select m.*, a.name from measures m left join accounts a on a.id = m.entered_by
      where m.practice_id = ? and m.participant_id in (?) order by m.participant_id, m.taken_at`,
    [0, ids[1000]],
  ],
  [
    'the same-day pairs',
    `select measure, value, same_day_first from measures
      where practice_id = ? and replaced_by is null and same_day_first is not null`,
    [0],
  ],
] as const) {
  const practice = (await world.db('practices').where({ name: 'Ferngate Movement' }).first('id')).id
  const [rows] = await world.db.raw(
    `explain ${sql}`,
    values.map((value) => (value === 0 ? practice : value)),
  )
  console.log(
    `  ${what}: ${rows
      .map(
        (row: { table: string; key: string | null; rows: number; Extra: string }) =>
          `${row.table} by ${row.key ?? 'no key'}, about ${row.rows} ` + `rows${row.Extra ? `, ${row.Extra}` : ''}`,
      )
      .join('; ')}`,
  )
}
let next = 0
afterAll(() => world.close())

// Wanted: each under 150 ms.
describe('a practice of 2,000 people and 200,000 measures', () => {
  bench(
    'the list, its first page',
    async () => {
      expect((await lead.call('GET', '/api/roster')).body.total).toBeGreaterThan(PEOPLE)
    },
    { time: 1500 },
  )
  bench(
    'a search',
    async () => {
      expect((await lead.call('GET', '/api/roster?words=cleo')).body.total).toBeGreaterThanOrEqual(PEOPLE / 10)
    },
    { time: 1500 },
  )
  bench(
    'everybody without levels',
    async () => {
      expect((await lead.call('GET', '/api/participants')).body.length).toBeGreaterThan(PEOPLE)
    },
    { time: 1500 },
  )
  bench(
    'a profile',
    async () => {
      next += 37
      const { body } = await lead.call('GET', `/api/participants/${ids[next % PEOPLE]}/profile`)
      expect(body.measures).toHaveLength(MEASURES_EACH)
    },
    { time: 1500 },
  )
})
