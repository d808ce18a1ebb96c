import { randomUUID } from 'node:crypto'
import { addDays, formatISO, setHours, subDays } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER } from '../demoData'
import { follow } from '../follow'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let helper: Caller
let view: any
let helperId = ''
const TODAY = formatISO(new Date(), { representation: 'date' })
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  helper = await world.signedIn(HELPER)
  view = await nextMeeting(lead)
  helperId = (await world.db('accounts').where({ email: HELPER }).first('id')).id
})
afterAll(() => world.close())

const at = (id: string, more = '') => `/api/meetings/${id}${more}`
/** Somebody who is written down and belongs to no circle, with these health facts. */
async function somebody(name: string, considerations: object[] = []): Promise<string> {
  const access = { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' }
  const fields = { name, birthYear: 1944, sex: 'female', heightCm: 158, pace: 'usual', homeTier: 'chair', access }
  return (await lead.call('POST', '/api/participants', { ...fields, considerations, levels: [] })).body.id
}
/** The dates in the database are in UTC, and a helper's days are the server's. */
const sqlTime = (date: Date) => date.toISOString().slice(0, 19).replace('T', ' ')

describe('meetings of other days', () => {
  it('are not a helper’s to open, and are in no list of theirs', async () => {
    const all = (await lead.call('GET', '/api/meetings')).body
    const open = (await helper.call('GET', '/api/meetings')).body
    expect(all.length).toBeGreaterThan(10)
    expect(open.map(({ id }: any) => id)).toEqual([view.meeting.id])
    for (const { id } of all.slice(1)) {
      for (const path of [at(id), at(id, '/plan'), at(id, '/messages?since=0'), at(id, '/accidents')])
        expect([path, (await helper.call('GET', path)).body?.data?.code]).toEqual([path, 'these-days'])
      expect((await helper.call('POST', at(id, '/guests'), { name: 'X', tier: 'chair' })).status).toBe(403)
      expect((await helper.call('POST', at(id, '/screen-passes'), { withNames: true })).status).toBe(403)
    }
    expect((await follow(world, helper, all[1].id)).status).toBe(403)
    expect((await helper.call('GET', at(view.meeting.id))).status).toBe(200)
  })
  it('are, where they lead them', async () => {
    const [, past] = (await lead.call('GET', '/api/meetings')).body
    await world.db('meetings').where({ id: past.id }).update({ led_by: helperId })
    expect((await helper.call('GET', at(past.id))).status).toBe(200)
    expect((await helper.call('GET', '/api/meetings')).body.map(({ id }: any) => id)).toContain(past.id)
    await world.db('meetings').where({ id: past.id }).update({ led_by: null })
    expect((await helper.call('GET', at(past.id))).status).toBe(403)
  })
  it('still take in what a helper’s tablet brings weeks later, and nothing after that', async () => {
    const meetings = (await lead.call('GET', '/api/meetings')).body.slice(1)
    const brings = async (daysAgo: number) => {
      const startsAt = subDays(new Date(), daysAgo)
      await world
        .db('meetings')
        .where({ id: meetings[0].id })
        .update({ starts_at: sqlTime(startsAt) })
      const { people } = (await lead.call('GET', at(meetings[0].id))).body
      const came = { kind: 'arrivals', participant: people[0].id, arrival: { came: true }, at: startsAt.getTime() }
      return (await helper.say(meetings[0].id, came)).status
    }
    expect(await brings(20)).toBe(200)
    expect(await brings(40)).toBe(403)
  })
  it('show of who was not there nothing but a name, once they are over', async () => {
    const { id } = view.meeting
    const came = { kind: 'arrivals', participant: view.people[0].id, arrival: { came: true }, at: Date.now() }
    await lead.say(id, came)
    const facts = async () =>
      (await helper.call('GET', at(id))).body.people.map(({ considerations }: any) => considerations.length)
    const known = view.people.map(({ considerations }: any) => considerations.length)
    expect(await facts()).toEqual(known)
    const { starts_at } = await world.db('meetings').where({ id }).first('starts_at')
    await world
      .db('meetings')
      .where({ id })
      .update({ starts_at: sqlTime(setHours(subDays(new Date(), 1), 6)) })
    expect(await facts()).toEqual(known.map((count: number, place: number) => (place === 0 ? count : 0)))
    await world.db('meetings').where({ id }).update({ starts_at })
  })
  it('say of nobody else when they came last', async () => {
    const elsewhere = await somebody('Ella Elsewhere')
    const [, past] = (await lead.call('GET', '/api/meetings')).body
    await lead.call('POST', at(past.id, '/guests'), { participant: elsewhere })
    const came = { kind: 'arrivals', participant: elsewhere, arrival: { came: true }, at: Date.parse(past.startsAt) }
    expect((await lead.say(past.id, came)).status).toBe(200)
    expect((await lead.call('GET', at(view.meeting.id))).body.lastCame[elsewhere]).toBeDefined()
    expect((await helper.call('GET', at(view.meeting.id))).body.lastCame[elsewhere]).toBeUndefined()
  })
})

describe('a guest whom a helper lets in', () => {
  const fact = { consideration: 'brittle-bones', side: 'both', note: 'two broken vertebrae' }
  let guest = ''
  const seenBy = async (caller: Caller) => {
    const { body } = await caller.call('GET', at(view.meeting.id))
    return { body, person: body.people.find(({ id }: any) => id === guest) }
  }
  it('is nothing but a name to helpers, and waits for a lead', async () => {
    guest = await somebody('Gerda Gast', [fact])
    expect((await helper.call('POST', at(view.meeting.id, '/guests'), { participant: guest })).status).toBe(200)
    const { body, person } = await seenBy(helper)
    expect(body.toAgree).toEqual([guest])
    expect(person).toMatchObject({ name: 'Gerda Gast', considerations: [], birthYear: null, heightCm: null })
    expect(person.leftOut.length).toBeGreaterThan(5)
    expect(JSON.stringify(body)).not.toMatch(/two broken|"1944"/)
    // A lead sees what there is, and the helper's asking once more changes nothing.
    await helper.call('POST', at(view.meeting.id, '/guests'), { participant: guest })
    expect((await seenBy(lead)).person.considerations).toMatchObject([fact])
    expect((await seenBy(lead)).body.toAgree).toEqual([guest])
  })
  it('is somebody like all others once a lead has agreed', async () => {
    expect((await helper.call('PUT', at(view.meeting.id, `/guests/${guest}`))).status).toBe(403)
    expect((await lead.call('PUT', at(view.meeting.id, `/guests/${guest}`))).status).toBe(200)
    const { body, person } = await seenBy(helper)
    expect(body.toAgree).toEqual([])
    expect(person.considerations).toMatchObject([{ consideration: 'brittle-bones', note: '' }])
  })
  it('goes again when a lead says so, unless something was noted', async () => {
    expect((await lead.call('DELETE', at(view.meeting.id, `/guests/${guest}`))).status).toBe(200)
    expect((await seenBy(lead)).person).toBeUndefined()
    expect((await lead.call('DELETE', at(view.meeting.id, `/guests/${guest}`))).status).toBe(404)
  })
  it('does not join where a red flag keeps them out', async () => {
    const row = (await lead.call('GET', '/api/catalogue')).body.considerations.find((one: any) => one.redFlag)
    const flagged = await somebody('Rosa Rot', [{ consideration: row.id, side: 'both' }])
    const asked = await helper.call('POST', at(view.meeting.id, '/guests'), { participant: flagged })
    expect([asked.status, asked.body.data.code]).toEqual([409, 'lead-decides'])
  })
})

describe('a screening that a helper takes', () => {
  const closed = [
    { consideration: 'brittle-bones', side: 'both' },
    { consideration: 'faint-on-standing', side: 'both' },
  ]
  const answers = {
    options: { bones: 'yes', faint: 'yes', fallen: 'yes' },
    usualPain: 6,
    clearances: closed.map(({ consideration }) => ({ consideration, by: 'Dr Nobody' })),
  }
  const take = (caller: Caller, id: string, change: object = {}) => {
    const body = { id: randomUUID(), takenOn: TODAY, answers, ...change }
    return caller.call('POST', `/api/participants/${id}/screenings`, body)
  }
  it('opens nothing that a clinician has closed, and closes at once what is new', async () => {
    const id = await somebody('Clara Closed', closed)
    const dropped = closed.map(({ consideration, side }) => `${consideration} ${side}`)
    expect((await take(helper, id, { dropped })).status).toBe(200)
    const person = (await lead.call('GET', `/api/participants/${id}`)).body
    expect(person.considerations.map((own: any) => [own.consideration, own.clearedBy])).toEqual(
      expect.arrayContaining(closed.map(({ consideration }) => [consideration, ''])),
    )
    expect(person.considerations.map((own: any) => own.consideration)).toContain('fallen-last-12-months')
    expect(person).toMatchObject({ screenedOn: null, usualPain: null })
  })
  it('is of no day ahead', async () => {
    const id = await somebody('Dora Date')
    const tomorrow = formatISO(addDays(new Date(), 2), { representation: 'date' })
    for (const takenOn of ['2999-11-27', tomorrow]) {
      const { status, body } = await take(helper, id, { takenOn })
      expect([status, Object.keys(body.data.fields)]).toEqual([422, ['takenOn']])
    }
    await take(lead, id)
    const before = formatISO(subDays(new Date(), 3), { representation: 'date' })
    expect((await take(lead, id, { takenOn: before })).status).toBe(422)
  })
  it('counts whole once a lead agrees', async () => {
    const id = await somebody('Else Agreed', closed)
    await take(helper, id)
    const [{ id: screening }] = (await lead.call('GET', `/api/participants/${id}/screenings`)).body
    const path = `/api/participants/${id}/screenings/${screening}`
    expect((await helper.call('PUT', path, {})).status).toBe(403)
    expect((await lead.call('PUT', path, {})).status).toBe(200)
    const person = (await lead.call('GET', `/api/participants/${id}`)).body
    expect(person).toMatchObject({ screenedOn: TODAY, usualPain: 6 })
    const cleared = person.considerations.filter((own: any) => own.clearedBy === 'Dr Nobody')
    expect(cleared.map((own: any) => own.consideration).sort()).toEqual(closed.map((own) => own.consideration).sort())
  })
  it('cannot bear an id that is somebody else’s', async () => {
    const [one, other] = [await somebody('Ida One'), await somebody('Ida Other')]
    const id = randomUUID()
    expect((await take(helper, one, { id })).status).toBe(200)
    expect((await take(helper, one, { id })).status).toBe(200)
    expect((await take(helper, other, { id })).body.data.code).toBe('taken')
  })
})

describe('results that a helper enters', () => {
  const result = (change: object = {}) => ({
    ...{ id: randomUUID(), measure: 'chair-stand', side: 'both', value: 9, takenAt: new Date().toISOString() },
    ...change,
  })
  const enter = (caller: Caller, person: string, ...records: object[]) =>
    caller.call('POST', `/api/participants/${person}/measures`, { records })
  it('say nothing of earlier ones, which are for leads', async () => {
    const person = await somebody('Mia Measured')
    await enter(lead, person, result({ value: 4, takenAt: subDays(new Date(), 30).toISOString() }))
    const [forHelper] = (await enter(helper, person, result({ value: 14 }))).body
    const [forLead] = (await enter(lead, person, result({ value: 14 }))).body
    expect(JSON.stringify(forLead)).not.toBe(JSON.stringify(forHelper))
    expect([forHelper.change, forLead.change === null]).toEqual([null, false])
  })
  it('correct their own, and a lead’s not', async () => {
    const person = await somebody('Nora Numbers')
    const [leads, own] = [result(), result()]
    await enter(lead, person, leads)
    await enter(helper, person, own)
    const { status, body } = await enter(helper, person, result({ replaces: leads.id }))
    expect([status, Object.keys(body.data.fields)]).toEqual([422, ['records.0.replaces']])
    expect((await enter(helper, person, result({ replaces: own.id, value: 10 }))).status).toBe(200)
    expect((await enter(lead, person, result({ replaces: leads.id, value: 11 }))).status).toBe(200)
  })
  it('are kept or refused, and never lost without a word', async () => {
    const [person, other] = [await somebody('Pia Kept'), await somebody('Pia Other')]
    const first = result()
    expect((await enter(helper, person, first)).status).toBe(200)
    expect((await enter(helper, person, first)).status).toBe(200)
    for (const [whose, record] of [
      [other, first],
      [person, { ...first, value: 12 }],
      [person, { ...first, measure: 'grip-strength', value: 20 }],
    ] as const)
      expect([409, 422]).toContain((await enter(helper, whose, record)).status)
    expect((await enter(helper, person, result({ setting: 1e300 }))).status).toBe(422)
    for (const takenAt of ['0001-01-01T00:00:00Z', '9999-01-01T00:00:00Z'])
      expect((await enter(helper, person, result({ takenAt }))).status).toBe(422)
  })
})

describe('what else is for leads', () => {
  it('is accidents that somebody else wrote down', async () => {
    const accident = (what: string) => ({
      kind: 'accident',
      report: { id: randomUUID(), at: Date.now(), what },
    })
    await lead.say(view.meeting.id, accident('Slipped beside the door'))
    await helper.say(view.meeting.id, accident('A dizzy turn on rising'))
    const said = async (caller: Caller) =>
      (await caller.call('GET', at(view.meeting.id, '/accidents'))).body.map(({ what }: any) => what)
    expect(await said(helper)).toEqual(['A dizzy turn on rising'])
    expect(await said(lead)).toEqual(['Slipped beside the door', 'A dizzy turn on rising'])
  })
  it('is what is said of who waits for a place', async () => {
    const waits = await somebody('Willa Waits')
    const path = `/api/circles/${view.circle.id}/waiting`
    await lead.call('POST', path, { participant: waits, does: 'wait', note: 'after her hip' })
    const read = async (caller: Caller) => JSON.stringify((await caller.call('GET', '/api/calendar')).body.waiting)
    expect(await read(lead)).toContain('after her hip')
    expect(await read(helper)).not.toContain('after her hip')
    expect(await read(helper)).toContain(waits)
  })
})
