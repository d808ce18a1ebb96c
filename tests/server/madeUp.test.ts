import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, LEAD, PASSWORD } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

/** A lead of one's own in the demo, with somebody real beside those who are made up. */
let world: World
let own: Caller
beforeAll(async () => {
  world = await World.open()
  const made = await world.signedIn()
  const fields = { name: 'Own Lead', email: 'own@ferngate.example', role: 'lead', password: 'kettle moss ladder' }
  await made.call('POST', '/api/accounts', fields)
  own = world.caller()
  await own.call('POST', '/api/session', { email: fields.email, password: fields.password })
})
afterAll(() => world.close())

const real = {
  ...{ name: 'Real Person', birthYear: 1950, sex: 'female', heightCm: 165, pace: 'usual', homeTier: 'chair' },
  access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
  ...{ considerations: [], levels: [] },
}

describe('what is made up', () => {
  it('is counted, and is not taken away by somebody who is made up', async () => {
    const made = await world.signedIn()
    const { body } = await made.call('GET', '/api/made-up')
    expect(body).toMatchObject({ people: 11, accounts: ['Marit Solvang', 'Tomas Brill'] })
    expect(body.not).toContain('You are signed in as somebody who is made up')
    expect((await made.call('DELETE', '/api/made-up')).status).toBe(409)
    expect((await own.call('GET', '/api/made-up')).body.not).toBe('')
  })
  it('is gone with one press; what is real stays, with the circle that it is in', async () => {
    const { circle, venue } = await nextMeeting(own)
    const { body: person } = await own.call('POST', '/api/participants', real)
    const second = { ...circle, name: 'Real circle', members: [person.id] }
    const { body: realCircle } = await own.call('POST', '/api/circles', second)
    const helper = await world.signedIn(HELPER)
    const answer = await own.call('DELETE', '/api/made-up')
    expect(answer).toMatchObject({ status: 200, body: { people: 0, meetings: 0, accounts: [], not: '' } })
    expect((await own.call('GET', '/api/participants')).body.map((one: any) => one.name)).toEqual(['Real Person'])
    expect((await own.call('GET', '/api/circles')).body.map((one: any) => one.id)).toEqual([realCircle.id])
    // The venue was made up too, but somebody real meets there.
    expect((await own.call('GET', '/api/venues')).body.map((one: any) => one.id)).toEqual([venue.id])
    expect((await own.call('GET', '/api/shelf')).body).toEqual([])
    expect((await helper.call('GET', '/api/circles')).status).toBe(401)
    for (const email of [LEAD, HELPER])
      expect((await world.caller().call('POST', '/api/session', { email, password: PASSWORD })).status).toBe(422)
    const [practice] = await world.db('accounts').where({ email: 'own@ferngate.example' }).select('practice_id')
    // The ledger stands, and with their keys gone nobody reads it.
    for (const table of ['meetings', 'outcomes', 'arrivals', 'person_keys', 'measures', 'screenings', 'made_up'])
      expect(await world.db(table).where(practice), table).toEqual([])
  })
  it('of a circle that somebody real has joined stays as far as they are in it', async () => {
    const other = await World.open()
    try {
      await other.db('made_up').where({ what: 'account' }).delete()
      const lead = await other.signedIn()
      const { meeting, circle } = await nextMeeting(lead)
      const { body: person } = await lead.call('POST', '/api/participants', real)
      await lead.call('POST', `/api/meetings/${meeting.id}/guests`, { participant: person.id })
      expect((await lead.call('DELETE', '/api/made-up')).status).toBe(200)
      const view = (await lead.call('GET', `/api/meetings/${meeting.id}`)).body
      expect([view.circle.id, view.people.map((one: any) => one.name)]).toEqual([circle.id, ['Real Person']])
    } finally {
      await other.close()
    }
  })
})
