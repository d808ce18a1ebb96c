import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { isDue } from '../../bin/daily.mjs'
import { healthOf, readyOf } from '../../server/services/healthOf'
import { World } from '../world'

let world: World
const folder = mkdtempSync(join(tmpdir(), 'circle-health-'))
beforeAll(async () => {
  world = await World.open()
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await world.close()
})

describe('the health of an installation', () => {
  it('names the last backup, and warns once it is two days old', async () => {
    expect(await healthOf(world.db, folder, new Date())).toMatchObject({ ok: true, lastBackup: null, warnings: [] })
    mkdirSync(join(folder, 'backups'))
    writeFileSync(join(folder, 'backups', 'last.json'), JSON.stringify({ at: '2026-11-25T10:00:00.000Z', file: 'x' }))
    const after = (days: number) => new Date(Date.parse('2026-11-25T10:00:00.000Z') + days * 86_400_000)
    expect((await healthOf(world.db, folder, after(1))).warnings).toEqual([])
    expect(await healthOf(world.db, folder, after(3))).toMatchObject({
      lastBackup: '2026-11-25T10:00:00.000Z',
      warnings: ['The last backup is of more than two days ago: look at what the start command says.'],
    })
  })
  it('says what to do where nothing can be stored', async () => {
    await expect(healthOf(world.db, join(folder, 'gone'), new Date())).rejects.toThrow(
      'The data folder cannot be written to (ENOENT): give the account the right to write there.',
    )
    const dead = { raw: () => Promise.reject(new Error('gone')) } as unknown as typeof world.db
    await expect(healthOf(dead, folder, new Date())).rejects.toThrow('The database does not answer.')
  })
  it('is red while a table is damaged', async () => {
    writeFileSync(join(folder, 'damaged.json'), JSON.stringify({ at: '2026-11-25', tables: ['outcomes'] }))
    await expect(healthOf(world.db, folder, new Date())).rejects.toThrow('Damaged on the disk: outcomes.')
    rmSync(join(folder, 'damaged.json'))
    expect(await healthOf(world.db, folder, new Date())).toMatchObject({ ok: true })
  })
  it('is answered at its address, and that the server lives at another', async () => {
    expect((await world.caller().call('GET', '/api/ready')).body).toMatchObject({ ok: true, warnings: [] })
    expect((await world.caller().call('GET', '/api/health')).body).toEqual({ ok: true })
  })
  it('is red where the database is not up to date, and where clocks tell different times', async () => {
    await expect(readyOf(world.db, folder, new Date(Date.now() + 60_000))).rejects.toThrow(
      /The clocks of this server and of the database are (59|60|61) seconds apart/,
    )
    const last = await world.db('knex_migrations').orderBy('id', 'desc').first()
    await world.db('knex_migrations').where({ id: last.id }).delete()
    await expect(readyOf(world.db, folder, new Date())).rejects.toThrow(`not up to date (${last.name})`)
    await world.db('knex_migrations').insert(last)
    // Servers of a newer version have only added to it.
    await world.db('knex_migrations').insert({ name: '999_from_later', batch: 99, migration_time: new Date() })
    expect(await readyOf(world.db, folder, new Date())).toMatchObject({ ok: true })
    await world.db('knex_migrations').where({ name: '999_from_later' }).update({ name: '999_from_later_contract' })
    await expect(readyOf(world.db, folder, new Date())).rejects.toThrow('newer version')
    await world.db('knex_migrations').where({ name: '999_from_later_contract' }).delete()
  })
})

describe('a daily backup', () => {
  it('is due where there is none, and a day after the last', () => {
    const last = { at: '2026-11-25T10:00:00.000Z' }
    const hours = (after: number) => Date.parse(last.at) + after * 3_600_000
    expect([isDue(null, hours(0)), isDue(last, hours(1)), isDue(last, hours(24))]).toEqual([true, false, true])
  })
})
