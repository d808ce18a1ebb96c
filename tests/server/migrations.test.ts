import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startDatabase } from '../../bin/database.mjs'
import { fillAsAtFirst, FIRST_IDS as ids } from '../asAtFirst'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { circleById } from '../../server/database/circles'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { meetingById } from '../../server/database/meetings'
import { migrate, MIGRATION_NAMES, REWRITING } from '../../server/database/migrate'
import { participantById } from '../../server/database/people'

describe('what was written by an older version', () => {
  let db: Awaited<ReturnType<typeof connect>>
  beforeAll(async () => {
    const database = await startDatabase(TEST_DATA, OWN_DATABASE)
    database.empty()
    db = connect(databaseFromEnvironment({ ...process.env, ...database.ownersEnvironment }))
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
  it('only adds from the cluster on: servers of the version before go on with it', async () => {
    const statements: string[] = []
    const database = await startDatabase(TEST_DATA, { ...OWN_DATABASE, name: `${OWN_DATABASE.name}_c` })
    const other = connect(databaseFromEnvironment({ ...process.env, ...database.ownersEnvironment }))
    await migrate(other, '030_own_screens')
    other.on('query', ({ sql }: { sql: string }) => statements.push(sql.trim().toLowerCase()))
    const names = await migrate(other)
    await other.destroy()
    database.drop()
    const shaping = statements.filter((sql) => /^(alter|create|drop|rename)/.test(sql))
    expect(shaping.length).toBeGreaterThan(10)
    const contracts = names.filter((name) => name.endsWith('_contract'))
    const takesAway = /\b(drop|rename|modify|change)\b/
    if (contracts.length === 0) expect(shaping.filter((sql) => takesAway.test(sql))).toEqual([])
    // A column that is new has a value also where nobody writes one.
    for (const sql of shaping.filter((one) => one.includes('add column')))
      expect(sql, sql).toMatch(/\bnull\b(?<!not null)|default/)
  })
  it('counts for its meeting where a clock stood in the past', async () => {
    const one = { id: randomUUID(), event: '{"done":"done"}' }
    await db('outcomes').insert({
      ...{ ...one, practice_id: ids.practice, meeting_id: ids.meeting, participant_id: ids.person },
      ...{ movement: 'bridge', at: Date.UTC(2000, 0, 1) },
    })
    await db('knex_migrations').where({ name: '014_noted_in_its_meeting' }).delete()
    await db('knex_migration_steps').where({ step: '014_noted_in_its_meeting' }).delete()
    expect(await migrate(db)).toEqual(['014_noted_in_its_meeting'])
    // A day before the meeting of 1 February 2026, 9:00; what was noted itself is as it was.
    const now = await db('outcomes').where({ id: one.id }).first('at', 'event')
    expect([Number(now.at), now.event]).toEqual([Date.UTC(2026, 0, 31, 9), JSON.parse(one.event)])
  })
  it('is rewritten in an archive by whatever rewrites rows here', () => {
    const rewriting = MIGRATION_NAMES.filter((name) =>
      readFileSync(`server/database/migrations/${name}.ts`, 'utf8').includes('await once('),
    )
    expect(rewriting.length).toBeGreaterThan(2)
    expect(REWRITING).toEqual(rewriting)
  })
  it('is left alone by a version that does not know it, which says so', async () => {
    await db('knex_migrations').insert({ name: '999_from_tomorrow', batch: 99, migration_time: new Date() })
    await expect(migrate(db)).rejects.toThrow(
      /written by a newer version of Unhurried Circle \(999_from_tomorrow\): start that version, or restore a backup/,
    )
    await db('knex_migrations').where({ name: '999_from_tomorrow' }).delete()
  })
  it('is not held up by the lock of a migration that was killed', async () => {
    await db('knex_migrations_lock').update({ is_locked: 1 })
    expect(await migrate(db)).toEqual([])
    expect(await db('knex_migrations_lock').first('is_locked')).toEqual({ is_locked: 0 })
  })
  it('is brought along once by two at the same time', async () => {
    const last = MIGRATION_NAMES.at(-1)!
    await db('knex_migrations').where({ name: last }).delete()
    const applied = await Promise.all([migrate(db), migrate(db)])
    expect(applied.flat()).toEqual([last])
  })
})
