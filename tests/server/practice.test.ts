import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, PASSWORD } from '../demoData'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
})
afterAll(() => world.close())

const VENUE = {
  zone: 'Europe/Oslo',
  name: 'Mill Hall',
  address: '1 Mill Road',
  roomLengthM: 9.5,
  roomWidthM: 7.25,
  emergencyPlan: 'Meet at the pond.',
  emergencyNumber: '112',
  defibrillator: 'Porch',
  door: { wall: 'left', alongM: 2.5 },
  cupboard: { cushion: 4, strap: 0 },
}

describe('venues and circles', () => {
  it('stores a venue whole, to the centimetre, and saves it again', async () => {
    const venue = (await lead.call('POST', '/api/venues', VENUE)).body
    await lead.call('PUT', `/api/venues/${venue.id}`, { ...VENUE, roomWidthM: 7.5, version: venue.version })
    expect((await lead.call('GET', '/api/venues')).body).toContainEqual({
      ...VENUE,
      isMeasured: true,
      roomWidthM: 7.5,
      id: venue.id,
      version: venue.version + 1,
    })
  })
  it('says at the field what a room cannot be', async () => {
    expect(
      (await lead.call('POST', '/api/venues', { ...VENUE, name: ' ', roomLengthM: 1, cupboard: { cushion: -2 } })).body
        .data.fields,
    ).toMatchObject({ name: 'A venue needs a name.', roomLengthM: 'A room is 2 m long at least.' })
  })
  it('keeps a circle’s people in their order, through changes', async () => {
    const people = (await lead.call('GET', '/api/participants')).body.map((person: any) => person.id)
    const venueId = (await lead.call('GET', '/api/venues')).body[0].id
    const fields = {
      name: 'Friday',
      venueId,
      school: 'pulse',
      minutes: 30,
      sideHabit: 'first-second',
      startSide: 'right',
      howMuch: 'few',
      counting: 'tempo',
      helpers: 2,
      climbAtMost: 6.5,
      members: [people[4], people[1], people[2]],
    }
    const circle = (await lead.call('POST', '/api/circles', fields)).body
    const changed = { ...fields, members: [people[2], people[4]], version: circle.version }
    await lead.call('PUT', `/api/circles/${circle.id}`, changed)
    expect((await lead.call('GET', '/api/circles')).body.find((one: any) => one.id === circle.id)).toEqual({
      ...changed,
      judging: 'belief',
      id: circle.id,
      version: circle.version + 1,
    })
    expect(await lead.call('PUT', `/api/circles/${circle.id}`, { ...changed, name: 'From another tab' })).toMatchObject(
      {
        status: 409,
        body: { data: { code: 'older-version', current: { name: 'Friday', version: circle.version + 1 } } },
      },
    )
  })
  it('refuses a school or a circle that is not one', async () => {
    const answer = await lead.call('POST', '/api/circles', {
      name: 'X',
      venueId: 'nowhere',
      school: 'circus',
      minutes: 3,
    })
    expect(Object.keys(answer.body.data.fields).sort()).toEqual(['minutes', 'school', 'venueId'])
  })
})

describe('meetings', () => {
  it('begin empty in the circle’s school and length, or as a copy of an earlier plan', async () => {
    const circle = (await lead.call('GET', '/api/circles')).body.find((one: any) => one.members.length === 11)
    const empty = (await lead.call('POST', '/api/meetings', { circleId: circle.id, startsAt: '2027-01-05T10:00:00Z' }))
      .body
    expect(empty).toMatchObject({
      startsAt: '2027-01-05T10:00:00Z',
      planVersion: 1,
      plan: { minutes: 45, school: 'dwell', blocks: [] },
    })
    const earlier = (await lead.call('GET', '/api/meetings')).body.find((one: any) => one.title === 'Long legs')
    const copied = (
      await lead.call('POST', '/api/meetings', {
        circleId: circle.id,
        startsAt: '2027-01-12T10:00:00Z',
        planFrom: earlier.id,
      })
    ).body
    expect(copied.plan.blocks).toHaveLength(8)
  })
  it('are listed newest first, with how far each has come', async () => {
    const lines = (await lead.call('GET', '/api/meetings')).body
    expect(lines.map((line: any) => line.startsAt)).toEqual(
      lines
        .map((line: any) => line.startsAt)
        .toSorted()
        .toReversed(),
    )
    // Eleven of the demo's twelve are decided; the last one is to reflect on.
    expect(lines.map((line: any) => line.stage).filter((stage: string) => stage !== 'prepare')).toEqual([
      'reflect',
      ...Array(11).fill('settled'),
    ])
    expect(lines[0]).toMatchObject({ stage: 'prepare', came: 0 })
  })
  it('know which movements a circle has met and when people last came', async () => {
    const [next] = (await lead.call('GET', '/api/meetings')).body.filter(
      (line: any) => line.title === 'After a week of sitting',
    )
    const view = (await lead.call('GET', `/api/meetings/${next.id}`)).body
    expect(view.met).toEqual(expect.arrayContaining(['paced-breath', 'sit-to-stand']))
    expect(view.met).not.toContain('neck-turns')
    expect(Object.values(view.lastCame as Record<string, string>).every((at) => at < view.meeting.startsAt)).toBe(true)
  })
})

describe('accounts', () => {
  it('are added by a lead, once an address, and can sign in', async () => {
    const fields = { name: 'Nele Helper', email: 'nele@ferngate.example', role: 'helper', password: PASSWORD }
    expect((await lead.call('POST', '/api/accounts', fields)).status).toBe(200)
    expect((await lead.call('POST', '/api/accounts', fields)).body.data.fields).toEqual({
      email: 'This address has an account already.',
    })
    expect((await (await world.signedIn(fields.email)).call('GET', '/api/participants')).status).toBe(200)
  })
  it('let a helper lead and note, not plan', async () => {
    const helper = await world.signedIn(HELPER)
    const [next] = (await helper.call('GET', '/api/meetings')).body.filter(
      (line: any) => line.title === 'After a week of sitting',
    )
    const view = (await helper.call('GET', `/api/meetings/${next.id}`)).body
    const arrival = { came: true, pain: null, usualPain: null, tired: false, sore: false, dizzy: false, ill: false }
    expect((await helper.say(next.id, { kind: 'arrivals', participant: view.people[0].id, arrival })).status).toBe(200)
    expect((await helper.call('PUT', `/api/meetings/${next.id}/plan`, { version: 1, edits: [] })).status).toBe(403)
  })
})
