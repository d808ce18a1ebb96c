import { subMonths } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dropOldLogs } from '../../bin/daily.mjs'
import { startDatabase } from '../../bin/database.mjs'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let view: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
})
afterAll(() => world.close())

const sqlTime = (date: Date) => date.toISOString().slice(0, 19).replace('T', ' ')

describe('how long records are kept', () => {
  it('is for ever until a practice says otherwise', async () => {
    expect((await lead.call('GET', '/api/retention')).body).toEqual({
      ...{ rules: { peopleMonths: null, logsMonths: null }, due: [] },
    })
  })
  it('shows whom a rule would put before a lead, before it is set', async () => {
    const [gone] = view.people
    const old = sqlTime(subMonths(new Date(), 30))
    const own = { participant_id: gone.id }
    await world.db('arrivals').where(own).delete()
    await world.db('measures').where(own).update({ taken_at: old })
    await world.db('screenings').where(own).update({ entered_at: old })
    await world.db('ledger').where(own).update({ decided_at: old })
    await world
      .db('participants')
      .where({ id: gone.id })
      .update({ screened_on: old.slice(0, 10) })
    const tried = (await lead.call('GET', '/api/retention?peopleMonths=24')).body
    expect(tried.due).toEqual([{ id: gone.id, name: gone.name, lastOn: old.slice(0, 10) }])
    expect(tried.rules.peopleMonths).toBeNull()
    expect((await lead.call('GET', '/api/retention?peopleMonths=36')).body.due).toEqual([])
  })
  it('erases whom a lead ticks, and nobody who is not due', async () => {
    const [gone, here] = view.people
    const erase = () => lead.call('POST', '/api/retention/erase', { participants: [gone.id, here.id] })
    await erase()
    expect(await world.db('participants').where({ id: gone.id })).toHaveLength(1)
    expect((await lead.call('PUT', '/api/retention', { peopleMonths: 24, logsMonths: 12 })).body.due).toHaveLength(1)
    expect((await erase()).body.due).toEqual([])
    expect(await world.db('participants').where({ id: gone.id })).toEqual([])
    expect(await world.db('participants').where({ id: here.id })).toHaveLength(1)
  })
  it('is no shorter than half a year for records and a year for logs', async () => {
    for (const [rules, field] of [
      [{ peopleMonths: 5, logsMonths: null }, 'peopleMonths'],
      [{ peopleMonths: null, logsMonths: 11 }, 'logsMonths'],
      [{ peopleMonths: 6.5, logsMonths: null }, 'peopleMonths'],
    ] as const) {
      const { status, body } = await lead.call('PUT', '/api/retention', rules)
      expect([status, Object.keys(body.data.fields)]).toEqual([422, [field]])
    }
  })
  it('ends for logs with the day, by the start command', async () => {
    const [{ id: practice }] = await world.db('practices').where({ name: 'Ferngate Movement' })
    const [{ id: other }] = await world.db('practices').whereNot({ id: practice })
    const old = subMonths(new Date(), 13)
    for (const practice_id of [practice, other]) {
      await world.db('health_log').insert({ practice_id, did: 'looked back', at: old })
      await world.db('access_log').insert({ practice_id, did: 'signed in', at: old })
    }
    dropOldLogs(await startDatabase(TEST_DATA, OWN_DATABASE))
    const since = subMonths(new Date(), 12)
    for (const table of ['health_log', 'access_log']) {
      expect(await world.db(table).where({ practice_id: practice }).where('at', '<', since)).toEqual([])
      expect(await world.db(table).where({ practice_id: other }).where('at', '<', since)).toHaveLength(1)
      expect((await world.db(table).where({ practice_id: practice })).length).toBeGreaterThan(0)
    }
  })
})

describe('a consent that is taken back', () => {
  it('closes the letter to everybody, and stays said', async () => {
    const { id } = view.people[2]
    const letter = { addressedTo: 'Dr Sand', consentOn: '2026-11-20', consentHow: 'in person', questions: 'Why?' }
    const [written] = (await lead.call('POST', `/api/participants/${id}/letters`, { ...letter, weeks: 12 })).body
    const path = `/api/participants/${id}/letters/${written.id}`
    expect((await lead.call('GET', path)).status).toBe(200)
    const [taken] = (await lead.call('POST', `${path}/withdraw`)).body
    expect(taken.withdrawnOn).toMatch(/^\d{4}-\d\d-\d\d$/)
    expect((await lead.call('GET', path)).status).toBe(404)
    expect((await lead.call('POST', `${path}/withdraw`)).status).toBe(404)
    expect((await lead.call('GET', `/api/participants/${id}/letters`)).body[0]).toMatchObject({ id: written.id })
  })
})
