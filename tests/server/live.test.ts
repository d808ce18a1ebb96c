import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { follow } from '../follow'
import { LEAD, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let meetingId = ''
let person = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn(LEAD)
  const view = await nextMeeting(lead)
  meetingId = view.meeting.id
  person = view.people[0].id
})
afterAll(() => world.close())

const pressed = (event: string) => ({ id: randomUUID(), at: Date.now(), event })

describe('screens that follow a class', () => {
  it('hear everything that is said, once and in order', async () => {
    const screen = await follow(world, lead, meetingId)
    await lead.say(meetingId, { kind: 'events', events: [pressed('pause')] })
    await lead.say(meetingId, { kind: 'arrivals', participant: person, arrival: { came: true, pain: 2 } })
    await lead.say(meetingId, { kind: 'seating', seating: [person] })
    await expect.poll(() => screen.messages.map((message) => message.kind)).toEqual(['events', 'arrivals', 'seating'])
    screen.end()
  })
  it('are of this practice only', async () => {
    const stranger = await world.signedIn(STRANGER)
    expect((await follow(world, stranger, meetingId)).status).toBe(404)
  })
})

describe('guests and accidents', () => {
  it('let a walk-in join one meeting, without opening the floor to them', async () => {
    const { body } = await lead.call('POST', `/api/meetings/${meetingId}/guests`, { name: 'Nela Brook', tier: 'chair' })
    const view = await nextMeeting(lead)
    expect(view.guests).toEqual([body.participant])
    expect(view.people.find((one: any) => one.id === body.participant)).toMatchObject({
      name: 'Nela Brook',
      access: { chair: 'yes', floor: 'no', standing: 'no' },
    })
    expect(
      (await lead.call('GET', '/api/circles')).body.every((circle: any) => !circle.members.includes(body.participant)),
    ).toBe(true)
    expect((await lead.call('POST', `/api/meetings/${meetingId}/guests`, { name: ' ', tier: 'sofa' })).status).toBe(422)
  })
  it('write an accident down once, and never change it', async () => {
    const report = {
      id: randomUUID(),
      at: Date.now(),
      participant: person,
      what: 'Slid from the chair.',
      done: 'Sat with her.',
      witnesses: 'Tomas',
    }
    await lead.say(meetingId, { kind: 'accident', report })
    await lead.say(meetingId, { kind: 'accident', report: { ...report, what: 'Nothing at all.' } })
    expect((await lead.call('GET', `/api/meetings/${meetingId}/accidents`)).body).toEqual([report])
    expect(
      (await lead.say(meetingId, { kind: 'accident', report: { ...report, id: randomUUID(), what: ' ' } })).body.data
        .fields,
    ).toEqual({ 'message.report.what': 'Say in a few words what happened.' })
  })
})
