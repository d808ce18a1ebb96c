import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Knex } from 'knex'
import { startDatabase } from '../../bin/database.mjs'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { World } from '../world'

/** What the server itself may ask of its database. */
let world: World
let server: Knex
beforeAll(async () => {
  world = await World.open()
  const database = await startDatabase(TEST_DATA, OWN_DATABASE)
  server = connect(databaseFromEnvironment({ ...process.env, ...database.environment }))
})
afterAll(async () => {
  await server.destroy()
  await world.close()
})

const DENIED = /denied/

describe('the server’s database user', () => {
  it.each(['ledger', 'health_log', 'access_log'])(
    'reads and adds to %s, and changes and deletes nothing in it',
    async (table) => {
      const [{ many }]: any[] = await server(table).count('* as many')
      expect(Number(many)).toBeGreaterThanOrEqual(0)
      const [practice] = await server('practices').select('id')
      await expect(server(table).update({ practice_id: practice.id })).rejects.toThrow(DENIED)
      await expect(server(table).delete()).rejects.toThrow(DENIED)
      await expect(server.raw(`truncate table ${table}`)).rejects.toThrow(DENIED)
      await expect(server.raw(`replace into ${table} select * from ${table} limit 1`)).rejects.toThrow(DENIED)
    },
  )
  it.each([
    'alter table ledger add column x int',
    'alter table meetings drop column plan',
    'drop table ledger',
    'create table mine (x int)',
    'create index x on meetings (starts_at)',
    'create trigger t before insert on ledger for each row set new.movement = 1',
    'rename table ledger to other',
    'delete from knex_migrations',
    'set global general_log = 1',
    `grant delete on ledger to current_user()`,
    'select * from mysql.user',
    `select load_file('/etc/passwd') is not null as read_it from mysql.db`,
  ])('may not: %s', async (sql) => {
    await expect(server.raw(sql)).rejects.toThrow(DENIED)
  })
  it('has what it needs on every other table', async () => {
    const tables = await world
      .db('information_schema.tables')
      .whereRaw('table_schema = database()')
      .select('table_name as name')
    for (const { name } of tables) await server(name).first()
    await server('practices').update({ name: server.raw('name') })
  })
})
