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
const post = (path: string, body: object) => lead.call('POST', `/api/meetings/${view.meeting.id}/${path}`, body)
const SCRIPT = [{ kind: 'work', seconds: 60, blockId: 'b1', side: 'both', round: 1 }]

describe('a class on the server', () => {
  it('stores one outcome when it is sent twice, at the same moment too', async () => {
    const one = outcome()
    const answers = await Promise.all([
      post('outcomes', { outcomes: [one] }),
      post('outcomes', { outcomes: [one] }),
      post('outcomes', { outcomes: [one, one] }),
    ])
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200])
    expect(await world.db('outcomes').where({ id: one.id })).toHaveLength(1)
  })
  it('keeps the first words of an outcome: a correction is another event', async () => {
    const one = outcome({ effort: 3 })
    await post('outcomes', { outcomes: [one] })
    await post('outcomes', { outcomes: [{ ...one, effort: 9 }] })
    const [row] = await world.db('outcomes').where({ id: one.id })
    expect(row.event.effort).toBe(3)
  })
  it('stores nothing of a letter that names a stranger', async () => {
    const good = outcome()
    expect((await post('outcomes', { outcomes: [good, outcome({ participant: randomUUID() })] })).status).toBe(404)
    expect(await world.db('outcomes').where({ id: good.id })).toEqual([])
  })
  it('loses nothing when the server is killed in mid-class, and reads the same clock again', async () => {
    const start = { id: randomUUID(), at: Date.now(), event: 'start', script: SCRIPT }
    await post('events', { events: [start] })
    const logged = Array.from({ length: 40 }, () => outcome())
    const answered: string[] = []
    const sending = logged.map(async (one) => {
      const answer = await post('outcomes', { outcomes: [one] }).catch(() => null)
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
    expect(after.classEvents).toContainEqual(start)
    await post('outcomes', { outcomes: logged })
    expect(
      await world.db('outcomes').whereIn(
        'id',
        logged.map((one) => one.id),
      ),
    ).toHaveLength(40)
  })
  it('keeps the plan of a class that has begun as it is led', async () => {
    const { meeting } = await nextMeeting(lead)
    expect(
      await lead.call('PUT', `/api/meetings/${meeting.id}/plan`, { version: meeting.planVersion, plan: meeting.plan }),
    ).toMatchObject({ status: 423, body: { message: 'The class has begun: its plan stays as it is led.' } })
  })
  it('lets it be edited again once the start was taken back', async () => {
    await post('events', { events: [{ id: randomUUID(), at: Date.now() + 1000, event: 'reset' }] })
    const { meeting } = await nextMeeting(lead)
    expect(
      (await lead.call('PUT', `/api/meetings/${meeting.id}/plan`, { version: meeting.planVersion, plan: meeting.plan }))
        .status,
    ).toBe(200)
  })
  it('keeps the last of several arrivals, and a choice by hand until it is taken back', async () => {
    const participant = view.people[0].id
    const arrival = {
      came: true,
      pain: 3,
      usualPain: null,
      tired: true,
      sore: false,
      dizzy: false,
      ill: false,
      late: false,
      news: 'none',
      newsNote: '',
    }
    await lead.call('PUT', `/api/meetings/${view.meeting.id}/arrivals`, { participant, arrival })
    await lead.call('PUT', `/api/meetings/${view.meeting.id}/arrivals`, {
      participant,
      arrival: { ...arrival, tired: false },
    })
    expect((await nextMeeting(lead)).arrivals[participant]).toEqual({ ...arrival, tired: false })
    const choice = { participant, blockId: 'b4', variation: 'bridge.bed.1', reason: 'A quiet day' }
    await lead.call('PUT', `/api/meetings/${view.meeting.id}/choices`, choice)
    expect((await nextMeeting(lead)).handChoices).toEqual([choice])
    await lead.call('PUT', `/api/meetings/${view.meeting.id}/choices`, { ...choice, variation: '' })
    expect((await nextMeeting(lead)).handChoices).toEqual([])
  })
})

describe('what a meeting leads to', () => {
  const answer = (change: object = {}) => ({
    participant: view.people[2].id,
    movement: 'bridge',
    tier: 'chair',
    proposed: 'step-up',
    fromLevel: 2,
    toLevel: 3,
    answer: 'accepted',
    because: 'Held in full, twice.',
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
    const settled = await post('decisions', { answers: [answer()] })
    expect(settled.body[0]).toMatchObject({ toLevel: 3, decidedBy: 'Marit Solvang', because: 'Held in full, twice.' })
    expect(await levelOf(view.people[2].id)).toEqual([expect.objectContaining({ level: 3 })])
    expect((await lead.call('GET', `/api/participants/${view.people[2].id}/ledger`)).body[0]).toMatchObject({
      movement: 'bridge',
      toLevel: 3,
    })
  })
  it('replaces an answer that is given again', async () => {
    const settled = await post('decisions', { answers: [answer({ toLevel: 2, answer: 'changed', reason: 'Not yet' })] })
    expect(settled.body).toHaveLength(1)
    expect(await levelOf(view.people[2].id)).toEqual([expect.objectContaining({ level: 2 })])
  })
  it('moves both sides by the same step, and by no more when the answer is given twice', async () => {
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
    const step = answer({ participant: person, movement: 'ankle-on-knee', fromLevel: 1, toLevel: 2 })
    await post('decisions', { answers: [step] })
    await post('decisions', { answers: [step] })
    expect((await levelOf(person, 'ankle-on-knee')).map((level: any) => [level.side, level.level])).toEqual([
      ['left', 2],
      ['right', 3],
    ])
  })
  it('wants a reason when an ease is refused, at its field, and then stores nothing', async () => {
    const refused = await post('decisions', {
      answers: [answer({ proposed: 'ease', fromLevel: 2, toLevel: 2, answer: 'changed' })],
    })
    expect([refused.status, refused.body.data.fields]).toEqual([
      422,
      { 'answers.0.reason': 'Say in a few words why this is not eased.' },
    ])
  })
})
