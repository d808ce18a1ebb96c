import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LEAD, nextMeeting, STRANGER, World, type Caller } from '../world'

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

/** Follows a class as a screen does, and collects the messages. */
async function follow(caller: Caller): Promise<{ messages: any[]; end: () => void; status: number }> {
  const abort = new AbortController()
  const reply = await fetch(`${world.address}/api/meetings/${meetingId}/stream`, {
    headers: { cookie: caller.cookie },
    signal: abort.signal,
  })
  const messages: any[] = []
  void (async () => {
    let rest = ''
    for await (const chunk of reply.body as unknown as AsyncIterable<Uint8Array>) {
      rest += Buffer.from(chunk).toString()
      const parts = rest.split('\n\n')
      rest = parts.pop()!
      for (const part of parts) {
        if (/^event: message$/m.test(part)) messages.push(JSON.parse(/^data: (.*)$/m.exec(part)![1]!))
      }
    }
  })().catch(() => undefined)
  return { messages, end: () => abort.abort(), status: reply.status }
}
const pressed = (event: string, more: object = {}) => ({ id: randomUUID(), at: Date.now(), event, ...more })

describe('screens that follow a class', () => {
  it('hear everything that is said, once and in order', async () => {
    const screen = await follow(lead)
    await lead.say(meetingId, { kind: 'events', events: [pressed('pause')] })
    await lead.say(meetingId, { kind: 'arrivals', participant: person, arrival: { came: true, pain: 2 } })
    await lead.say(meetingId, { kind: 'seating', seating: [person] })
    await expect.poll(() => screen.messages.map((message) => message.kind)).toEqual(['events', 'arrivals', 'seating'])
    screen.end()
  })
  it('are of this practice only', async () => {
    const stranger = await world.signedIn(STRANGER)
    expect((await follow(stranger)).status).toBe(404)
  })
  it('cost the server under five percent of a core, fifty on one class', async () => {
    const screens = await Promise.all(Array.from({ length: 50 }, () => follow(lead)))
    await new Promise((resolve) => setTimeout(resolve, 1000))
    const before = world.cpuSeconds()
    const began = Date.now()
    // A busy class: something is pressed or noted every second.
    for (let second = 0; second < 12; second += 1) {
      await lead.say(meetingId, { kind: 'events', events: [pressed('stretch', { step: 0, seconds: 15 })] })
      await new Promise((resolve) => setTimeout(resolve, 1000))
    }
    const share = (world.cpuSeconds() - before) / ((Date.now() - began) / 1000)
    console.log(`fifty following screens: ${(100 * share).toFixed(1)} % of a core`)
    for (const screen of screens) expect(screen.messages).toHaveLength(12)
    expect(share).toBeLessThan(0.05)
    screens.forEach((screen) => screen.end())
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
