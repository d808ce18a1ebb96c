import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let view: any
let practice: string
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  practice = (await world.db('practices').where({ name: 'Ferngate Movement' }).first('id')).id
})
afterAll(() => world.close())

const outcome = (change: object = {}) => ({
  id: randomUUID(),
  at: Date.now(),
  blockId: 'b4',
  participant: view.people[2].id,
  movement: 'bridge',
  tier: 'chair',
  side: 'both',
  variation: 'bridge.chair.2',
  level: 2,
  done: 'done',
  target: 8,
  achieved: 8,
  unit: 'repetitions',
  effort: null,
  pain: null,
  painKind: null,
  form: null,
  note: '',
  clears: [],
  ...change,
})
const say = (kind: string, more: object) => lead.say(view.meeting.id, { kind, ...more })
const settle = (...answers: object[]) => lead.call('POST', `/api/meetings/${view.meeting.id}/decisions`, { answers })
const retitle = (meeting: any) =>
  lead.call('PUT', `/api/meetings/${meeting.id}/plan`, {
    version: meeting.planVersion,
    edits: [{ edit: 'setTitle', title: 'Another title' }],
  })
const SCRIPT = [{ kind: 'work', seconds: 60, blockId: 'b1', side: 'both', round: 1 }]

describe('a plan', () => {
  it('of a class that has begun stays as it is led', async () => {
    const start = { id: randomUUID(), at: Date.now(), event: 'start', script: SCRIPT }
    await say('events', { events: [start] })
    const { meeting } = await nextMeeting(lead)
    expect(await retitle(meeting)).toMatchObject({
      status: 423,
      body: { message: 'The class has begun: its plan stays as it is led.' },
    })
  })
  it('can be edited again once the start was taken back', async () => {
    await say('events', { events: [{ id: randomUUID(), at: Date.now() + 1, event: 'reset' }] })
    const { meeting } = await nextMeeting(lead)
    expect((await retitle(meeting)).status).toBe(200)
  })
})

describe('a class on the server', () => {
  it('stores one outcome when it is sent twice, at the same moment too', async () => {
    const one = outcome()
    const answers = await Promise.all([
      say('outcomes', { outcomes: [one] }),
      say('outcomes', { outcomes: [one] }),
      say('outcomes', { outcomes: [one, one] }),
    ])
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200])
    expect(await world.db('outcomes').where({ id: one.id })).toHaveLength(1)
  })
  it('keeps the first words of an outcome: a correction is another event', async () => {
    const one = outcome({ effort: 3 })
    await say('outcomes', { outcomes: [one] })
    await say('outcomes', { outcomes: [{ ...one, effort: 9 }] })
    const [row] = await world.db('outcomes').where({ id: one.id })
    expect(row.event.effort).toBe(3)
  })
  it('stores nothing of a message that names a stranger', async () => {
    const good = outcome()
    expect((await say('outcomes', { outcomes: [good, outcome({ participant: randomUUID() })] })).status).toBe(404)
    expect(await world.db('outcomes').where({ id: good.id })).toEqual([])
  })
  it('stores nothing of somebody who is not of this class, and says so at its place', async () => {
    const good = outcome()
    const { body: people } = await lead.call('GET', '/api/participants')
    const other = (await lead.call('POST', '/api/participants', { ...people[0], id: undefined, name: 'Una Elsewhere' }))
      .body
    const stranger = await say('outcomes', { outcomes: [good, outcome({ participant: other.id })] })
    expect([stranger.status, stranger.body.data.fields]).toEqual([
      422,
      { 'outcomes.1.participant': 'They were not in this class.' },
    ])
    const wild = await say('outcomes', { outcomes: [outcome({ effort: 11 })] })
    expect(wild.status).toBe(422)
    expect(JSON.stringify(wild.body)).toContain('Effort is 10 at most.')
    expect(await world.db('outcomes').where({ id: good.id })).toEqual([])
  })
  it('loses nothing when the server is killed in mid-class, and reads the same clock again', async () => {
    const start = { id: randomUUID(), at: Date.now(), event: 'start', script: SCRIPT }
    await say('events', { events: [start] })
    const logged = Array.from({ length: 40 }, () => outcome())
    const answered: string[] = []
    const sending = logged.map(async (one) => {
      const answer = await say('outcomes', { outcomes: [one] }).catch(() => null)
      if (answer?.status === 200) answered.push(one.id)
    })
    await Promise.race(sending)
    await world.crash()
    await Promise.all(sending)
    await world.startServer()
    const after = await nextMeeting(lead)
    const stored = new Set(after.outcomes.map((one: any) => one.id))
    expect(answered.length).toBeGreaterThan(0)
    for (const id of answered) expect(stored.has(id)).toBe(true)
    expect(after.classEvents).toContainEqual({ ...start, sequence: expect.any(Number) })
    await say('outcomes', { outcomes: logged })
    expect(
      await world.db('outcomes').whereIn(
        'id',
        logged.map((one) => one.id),
      ),
    ).toHaveLength(40)
  })
  it('keeps the last of several arrivals, and a choice by hand until it is taken back', async () => {
    const participant = view.people[0].id
    const arrival = {
      came: true,
      pain: 3,
      usualPain: null,
      after: 'sore-days',
      afterWhere: ['neck'],
      tired: true,
      sore: false,
      dizzy: false,
      ill: false,
      late: false,
      news: 'none',
      newsNote: '',
    }
    await say('arrivals', { participant, arrival })
    await say('arrivals', { participant, arrival: { ...arrival, tired: false } })
    expect((await nextMeeting(lead)).arrivals[participant]).toEqual({ ...arrival, tired: false })
    const [second, third] = view.people.slice(1).map(({ id }: { id: string }) => id)
    // Who is of this circle no more did not come; the others did, by one word.
    await say('came', { participants: [second, third, '11111111-1111-4111-8111-111111111111'] })
    const { arrivals } = await nextMeeting(lead)
    expect(arrivals).toMatchObject({ [second]: { came: true, pain: null }, [third]: { came: true } })
    expect(Object.keys(arrivals)).not.toContain('11111111-1111-4111-8111-111111111111')
    const choice = { participant, blockId: 'b4', variation: 'bridge.bed.1', reason: 'A quiet day' }
    await say('choices', { choice })
    expect((await nextMeeting(lead)).handChoices).toEqual([choice])
    await say('choices', { choice: { ...choice, variation: '' } })
    expect((await nextMeeting(lead)).handChoices).toEqual([])
  })
})

describe('what a meeting leads to', () => {
  const answer = (change: object = {}) => ({
    participant: view.people[2].id,
    movement: 'bridge',
    tier: 'chair',
    toLevel: 3,
    dial: null,
    reason: '',
    ...change,
  })
  const levelOf = async (participant: string, movement = 'bridge') =>
    (await lead.call('GET', `/api/participants/${participant}`)).body.levels.filter(
      (level: any) => level.movement === movement && level.tier === 'chair',
    )

  it('proposes a decision for each person and movement that was noted', async () => {
    const { body } = await lead.call('GET', `/api/meetings/${view.meeting.id}/reflection`)
    expect(body.decisions.map((decision: any) => `${decision.participant} ${decision.movement}`)).toEqual([
      `${view.people[2].id} bridge`,
    ])
    expect(body.decisions[0].because).toMatch(/8 of 8/)
  })
  it('makes accepted decisions next week’s levels and remembers who decided on what', async () => {
    const settled = await settle(answer())
    expect(settled.body[0]).toMatchObject({
      toLevel: 3,
      decidedBy: 'Marit Solvang',
      because: expect.stringMatching(/8 of 8/),
    })
    expect(await levelOf(view.people[2].id)).toEqual([expect.objectContaining({ level: 3 })])
    expect((await lead.call('GET', `/api/participants/${view.people[2].id}/ledger`)).body[0]).toMatchObject({
      movement: 'bridge',
      toLevel: 3,
    })
  })
  it('replaces an answer that is given again', async () => {
    const { body: reflection } = await lead.call('GET', `/api/meetings/${view.meeting.id}/reflection`)
    const settled = await settle(answer({ toLevel: 2, reason: 'Not yet', over: reflection.answered[0].id }))
    expect(settled.body).toHaveLength(1)
    expect(await levelOf(view.people[2].id)).toEqual([expect.objectContaining({ level: 2 })])
  })
  it('refuses an answer that has not seen the one that stands, and names who gave it', async () => {
    const other = await world.signedIn()
    const blind = await other.call('POST', `/api/meetings/${view.meeting.id}/decisions`, { answers: [answer()] })
    expect([blind.status, blind.body.message]).toEqual([
      409,
      `Bridge of ${view.people[2].name} was answered by Marit Solvang meanwhile: level 2. ` +
        'That stands, and is shown now.',
    ])
    expect(await levelOf(view.people[2].id)).toEqual([expect.objectContaining({ level: 2 })])
    // The same once more, as after a reply that was lost, is no second answer.
    expect((await settle(answer({ toLevel: 2, reason: 'Not yet' }))).status).toBe(200)
  })
  it('moves the weaker side alone, and by no more when the answer is given twice', async () => {
    const person = view.people[3].id
    await world.db('levels').where({ participant_id: person, movement: 'ankle-on-knee', tier: 'chair' }).delete()
    await world.db('levels').insert(
      ['left', 'right'].map((side, at) => ({
        practice_id: practice,
        participant_id: person,
        movement: 'ankle-on-knee',
        tier: 'chair',
        side,
        level: at + 1,
      })),
    )
    const done = { participant: person, movement: 'ankle-on-knee', blockId: 'b5', target: 30, achieved: 30, unit: 's' }
    await say('outcomes', {
      outcomes: ['left', 'right'].map((side, at) =>
        outcome({ ...done, side, level: at + 1, variation: `ankle-on-knee.chair.${at + 1}` }),
      ),
    })
    const step = answer({ participant: person, movement: 'ankle-on-knee', toLevel: 2 })
    await settle(step)
    await settle(step)
    expect((await levelOf(person, 'ankle-on-knee')).map((level: any) => [level.side, level.level])).toEqual([
      ['both', 2],
    ])
  })
  it('wants a reason when an ease is refused, at its field, and then stores nothing', async () => {
    const isAboveLowest = async (one: any) => (await levelOf(one.id)).some((own: any) => own.level > 1)
    const sitters = view.people.filter((one: any) => one.homeTier === 'chair' && one.id !== view.people[2].id)
    const above = await Promise.all(sitters.map(isAboveLowest))
    const sitter = sitters[above.indexOf(true)]
    const hurt = { participant: sitter.id, pain: 6, painKind: 'sharp' }
    await say('outcomes', { outcomes: [outcome(hurt)] })
    const levels = await levelOf(sitter.id)
    const refused = await settle(answer({ participant: sitter.id, toLevel: levels[0].level }))
    expect([refused.status, refused.body.data.fields]).toEqual([
      422,
      { 'answers.0.reason': 'Say in a few words why this is not eased.' },
    ])
  })
})
