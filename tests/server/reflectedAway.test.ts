import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { decisionKey } from '../../core/reflect/answer'
import { proposalsOf, seenOf, withClass } from '../../core/reflect/proposals'
import { shippedCatalogue } from '../shippedCatalogue'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
/** The demo's last meeting, which is still to reflect on, and the one before it. */
let last: any
let before: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  last = (await lead.call('GET', `/api/meetings/${meetings[1].id}`)).body
  before = (await lead.call('GET', `/api/meetings/${meetings[2].id}`)).body
})
afterAll(() => world.close())

const settle = ({ participant, movement, tier, toLevel, turn }: any, more: object) =>
  lead.call('POST', `/api/meetings/${last.meeting.id}/decisions`, {
    answers: [{ participant, movement, tier, toLevel, dial: turn?.dial ?? null, ...more }],
  })
const isAnswered = (reflected: any, decision: any) =>
  reflected.answered.some((entry: any) => decisionKey(entry) === decisionKey(decision))

describe('reflecting without the server', () => {
  it('comes to what the server proposes, from what is kept of before the class and what was noted in it', async () => {
    const { body: evidence } = await lead.call('GET', `/api/meetings/${before.meeting.id}/evidence`)
    const view = (await lead.call('GET', `/api/meetings/${before.meeting.id}`)).body
    const { body: reflected } = await lead.call('GET', `/api/meetings/${before.meeting.id}/reflection`)
    // As a device knew it before anybody came.
    const known = {
      ...evidence,
      ...{ came: [], events: [] },
      outcomes: evidence.outcomes.filter((one: any) => one.meetingId !== before.meeting.id),
      histories: Object.fromEntries(
        Object.entries(evidence.histories).map(([id, one]: [string, any]) => [
          id,
          view.arrivals[id]?.came ? { ...one, meetings: one.meetings - 1 } : one,
        ]),
      ),
    }
    const here = proposalsOf(withClass(known, view), shippedCatalogue()).decisions
    const there = reflected.decisions.filter((one: any) => !isAnswered(reflected, one))
    const seen = (one: any) => ({ ...seenOf(one), participant: one.participant, movement: one.movement })
    expect(there.length + reflected.answered.length).toBeGreaterThan(5)
    expect(here.filter((one) => !isAnswered(reflected, one)).map(seen)).toEqual(there.map(seen))
    expect(here).toHaveLength(reflected.decisions.length)
  })
  it('is not applied where something else is proposed by now', async () => {
    const { body: now } = await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)
    const decision = now.decisions.find((one: any) => !isAnswered(now, one))
    const saw = { ...seenOf(decision), kind: 'step-up', toLevel: 5 }
    const refused = await settle(decision, { reason: 'On less', saw })
    expect([refused.status, refused.body.data.code]).toEqual([409, 'proposed-otherwise'])
    expect(refused.body.message).toMatch(/a step up, .* was proposed where it was answered\. On what has arrived since/)
    expect((await settle(decision, { reason: 'On all', saw: seenOf(decision) })).status).toBe(200)
  })
})

describe('a note of a device whose clock stands in the year 2000', () => {
  it('counts for its meeting, in what is proposed and looked back on', async () => {
    const { body: reflected } = await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)
    const [decision] = reflected.decisions
    const done = last.outcomes.find(
      (one: any) => one.participant === decision.participant && one.movement === decision.movement,
    )
    const [id, note] = [randomUUID(), 'Of another century']
    const outcomes = [{ ...done, id, at: Date.UTC(2000, 0, 1), takesBack: null, blockId: 'another', note }]
    expect((await lead.say(last.meeting.id, { kind: 'outcomes', outcomes })).status).toBe(200)
    const { body: evidence } = await lead.call('GET', `/api/meetings/${last.meeting.id}/evidence`)
    expect(evidence.outcomes.filter((one: any) => one.note === note)).toMatchObject([{ meetingId: last.meeting.id }])
  })
})
