import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { parse, stringify } from 'yaml'
import { outcome } from '../cluster/traffic'
import { nextMeeting, World, type Answer, type Caller } from '../world'

/** Of whom and of what a note is kept, and what it asks of the database: it is what a class has most of. */
let world: World
let lead: Caller
let view: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
})
afterAll(() => world.close())

const say = (kind: string, more: object) => lead.say(view.meeting.id, { kind, ...more })
const noteOf = (participant: string, change: object = {}): Promise<Answer> =>
  say('outcomes', { outcomes: [{ ...outcome(randomUUID(), Date.now(), participant), ...change }] })
const personAt = (at: number): string => view.people[at].id
const arrives = (participant: string, came: boolean) =>
  say('arrivals', { participant, arrival: { came }, at: Date.now() })

describe('a note', () => {
  it('is of whoever is in the circle, while nobody has said who came', async () => {
    expect((await noteOf(personAt(0))).status).toBe(200)
    expect((await arrives(personAt(1), false)).status).toBe(200)
    expect((await noteOf(personAt(1))).status).toBe(200)
  })
  it('is of nobody who did not come, once it is known who did', async () => {
    expect((await arrives(personAt(0), true)).status).toBe(200)
    const refused = await noteOf(personAt(1))
    expect([refused.status, refused.body.data.fields]).toEqual([
      422,
      { 'outcomes.0.participant': 'They were not in this class.' },
    ])
    // Of somebody else nothing was said: they may have come late.
    expect((await noteOf(personAt(2))).status).toBe(200)
    expect((await arrives(personAt(1), true)).status).toBe(200)
    expect((await noteOf(personAt(1))).status).toBe(200)
  })
  it('is of a guest, from when they are one', async () => {
    const added = await lead.call('POST', `/api/meetings/${view.meeting.id}/guests`, {
      name: 'Ona Field',
      tier: 'chair',
    })
    expect(added.status).toBe(200)
    const { body } = await lead.call('GET', `/api/meetings/${view.meeting.id}`)
    const guest = body.people.find(({ name }: { name: string }) => name === 'Ona Field')
    expect((await noteOf(guest.id)).status).toBe(200)
  })
  it('is of what the shipped catalogue has, or the practice’s own, and of nothing else', async () => {
    const unknown = await noteOf(personAt(0), { movement: 'garden-bridge' })
    expect([unknown.status, unknown.body.data.fields]).toEqual([
      422,
      { 'outcomes.0.movement': 'There is no such movement.' },
    ])
    const strange = await noteOf(personAt(0), { variation: 'bridge.chair.9' })
    expect(strange.body.data.fields).toEqual({ 'outcomes.0.variation': 'There is no such variation.' })
    const bridge = parse((await lead.call('GET', '/api/movements/bridge')).body)
    const own = { ...bridge, id: 'garden-bridge', number: 49, name: 'Garden bridge' }
    expect((await lead.call('PUT', '/api/movements/garden-bridge', { yaml: stringify(own) })).status).toBe(200)
    expect((await noteOf(personAt(0), { movement: 'garden-bridge' })).status).toBe(200)
  })
  it('asks the database eight things: whose session it is, and seven within its turn', async () => {
    const notes = 40
    const before = world.questions()
    for (let at = 0; at < notes; at += 1) expect((await noteOf(personAt(0))).status).toBe(200)
    // Begin and commit are among the seven; once in a while a session is seen, or what a practice asks is counted.
    expect((world.questions() - before) / notes).toBeLessThan(9)
  })
})
