import { randomUUID } from 'node:crypto'
import { addDays } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROUTES } from '../../core/contract/routes'
import { HELPER, LEAD, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { goodRequests, nameOf, pathOf } from './requests'

let world: World
let lead: Caller
let helper: Caller
let stranger: Caller
let view: any
let lastId = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  helper = await world.signedIn(HELPER)
  stranger = await world.signedIn(STRANGER)
  view = await nextMeeting(lead)
  lastId = (await lead.call('GET', '/api/meetings')).body.find((line: any) => line.stage === 'reflect').id
})
afterAll(() => world.close())

const accountOf = async (email: string) => (await world.db('accounts').where({ email }).first('id')).id
const reflection = async () => (await lead.call('GET', `/api/meetings/${lastId}/reflection`)).body
const decide = async (decision: any, change: object) => {
  const answered = (await reflection()).answered.find(
    (entry: any) =>
      entry.participant === decision.participant &&
      entry.movement === decision.movement &&
      entry.tier === decision.tier,
  )
  const { participant, movement, tier, toLevel } = decision
  const answer = { participant, movement, tier, toLevel, dial: null, reason: '', over: answered?.id, ...change }
  return lead.call('POST', `/api/meetings/${lastId}/decisions`, { answers: [answer] })
}
const ledgerOf = async (id: string) => (await lead.call('GET', `/api/participants/${id}/ledger`)).body
const levelOf = async ({ participant, movement, tier }: any) =>
  (await lead.call('GET', `/api/participants/${participant}`)).body.levels.find(
    (level: any) => level.movement === movement && level.tier === tier,
  )?.level

describe('the ledger', () => {
  let decision: any
  const own = async () =>
    (await ledgerOf(decision.participant)).filter(
      (entry: any) =>
        entry.movement === decision.movement && entry.tier === decision.tier && entry.meetingId === lastId,
    )
  it('keeps every answer to a decision, and the last one stands', async () => {
    const { decisions } = await reflection()
    decision = decisions.find((one: any) => one.kind === 'stay' && one.fromLevel > 1 && one.fromLevel < 4)
    const up = decision.fromLevel + 1
    expect((await decide(decision, { toLevel: up, reason: 'She asked for more' })).status).toBe(200)
    expect((await decide(decision, { toLevel: decision.fromLevel - 1, reason: 'Too much after all' })).status).toBe(200)
    expect(await own()).toMatchObject([
      { toLevel: decision.fromLevel - 1, reason: 'Too much after all', isReplaced: false, decidedBy: 'Marit Solvang' },
      { toLevel: up, reason: 'She asked for more', isReplaced: true },
    ])
    expect(await levelOf(decision)).toBe(decision.fromLevel - 1)
    expect((await reflection()).answered.filter((entry: any) => entry.isReplaced)).toEqual([])
  })
  it('takes back the answer that stands, once, and not one in whose place another stands', async () => {
    const [stands, replaced] = await own()
    const walk = (entry: any) =>
      lead.call('POST', `/api/participants/${decision.participant}/ledger/${entry.id}/walk-back`, {
        reason: 'Not meant',
      })
    expect((await walk(replaced)).status).toBe(409)
    const all = await Promise.all(Array.from({ length: 20 }, () => walk(stands)))
    expect(all.map(({ status }) => status).sort()).toEqual([200, ...Array.from({ length: 19 }, () => 409)])
    expect(await levelOf(decision)).toBe(decision.fromLevel)
    expect((await walk(replaced)).status).toBe(409)
    const twice = world.db('ledger').insert({ ...(await rowOf(stands.id)), id: randomUUID(), undoes: stands.id })
    await expect(twice).rejects.toThrow(/Duplicate/)
  })
  it('says of an answer after that that it stands', async () => {
    expect((await decide(decision, { toLevel: decision.fromLevel + 1, reason: 'Now it is right' })).status).toBe(200)
    expect((await own())[0]).toMatchObject({ reason: 'Now it is right', isUndone: false, isReplaced: false })
    expect(await levelOf(decision)).toBe(decision.fromLevel + 1)
    const { body } = await lead.call('GET', `/api/participants/${decision.participant}/look-back?weeks=12`)
    const acted = body.acted.filter((one: any) => one.movement === decision.movement && one.tier === decision.tier)
    expect(acted.at(-1)).toMatchObject({ toLevel: decision.fromLevel + 1, way: 'up' })
  })
  const rowOf = async (id: string) => {
    const { sequence: _sequence, ...row } = await world.db('ledger').where({ id }).first()
    return row
  }
  it('keeps changes of health facts, as they were and as they are', async () => {
    const person = (await lead.call('GET', `/api/participants/${view.people[3].id}`)).body
    const fact = { consideration: 'brittle-bones', side: 'both', note: 'told by her daughter' }
    const changed = { ...person, considerations: [...person.considerations, fact] }
    expect((await lead.call('PUT', `/api/participants/${person.id}`, changed)).status).toBe(200)
    const [entry] = await ledgerOf(person.id)
    expect(entry).toMatchObject({ kind: 'facts', before: { considerations: person.considerations } })
    expect(entry.after).toEqual([...person.considerations, expect.objectContaining(fact)])
    const path = `/api/participants/${person.id}/ledger/${entry.id}/walk-back`
    expect((await lead.call('POST', path, { reason: 'x' })).status).toBe(409)
    const [mostly] = await world.db('ledger').where({ id: entry.id })
    expect(JSON.stringify(mostly)).not.toMatch(/brittle|daughter/)
  })
  it('says nothing in plain text of why somebody was moved', async () => {
    const rows = JSON.stringify(await world.db('ledger').where({ participant_id: decision.participant }))
    expect(rows).not.toMatch(/asked for more|Now it is right|"because":"[^"]/)
  })
})

describe('what is said in a meeting', () => {
  const at = () => view.meeting.id
  const event = (more: object) => ({ id: randomUUID(), at: Date.now(), ...more })
  it('bears who said it', async () => {
    const person = view.people[0].id
    const block = view.meeting.plan.blocks[0].id
    const pause = event({ event: 'pause' })
    const said = [
      { kind: 'events', events: [pause] },
      { kind: 'arrivals', participant: person, arrival: { came: true }, at: Date.now() },
      { kind: 'choices', choice: { participant: person, blockId: block, variation: '', reason: '' }, at: Date.now() },
      { kind: 'seating', seating: [person], at: Date.now() },
    ]
    for (const message of said) expect((await helper.say(at(), message)).status).toBe(200)
    const who = await accountOf(HELPER)
    expect((await world.db('class_events').where({ id: pause.id }).first()).logged_by).toBe(who)
    expect((await world.db('arrivals').where({ meeting_id: at(), participant_id: person }).first()).said_by).toBe(who)
    expect((await world.db('hand_choices').where({ meeting_id: at() }).first()).chosen_by).toBe(who)
    expect((await world.db('meetings').where({ id: at() }).first()).seated_by).toBe(who)
    const leads = await accountOf(LEAD)
    const late = event({ event: 'resume' })
    const message = { kind: 'events', events: [late] }
    await helper.call('POST', `/api/meetings/${at()}/messages`, { message, notedBy: leads })
    expect(await world.db('class_events').where({ id: late.id }).first()).toMatchObject({
      ...{ logged_by: who, noted_by: leads },
    })
  })
  it('is of a class that is on, or was', async () => {
    const startsAt = addDays(new Date(), 60).toISOString()
    const { body } = await lead.call('POST', '/api/meetings', { circleId: view.circle.id, startsAt })
    const start = { event: 'start', script: [{ kind: 'work', seconds: 30, blockId: 'a', side: 'both', round: 1 }] }
    for (const message of [
      { kind: 'events', events: [{ ...event(start), at: 1 }] },
      { kind: 'outcomes', outcomes: [outcomeOf(view.people[1].id)] },
    ])
      expect((await lead.say(body.id, message)).body.data.code).toBe('not-begun')
    // The room of a class to come is seated, and its people are chosen for, all the same.
    expect((await lead.say(body.id, { kind: 'seating', seating: null, at: Date.now() })).status).toBe(200)
  })
  const outcomeOf = (participant: string, change: object = {}) => {
    const [block] = view.meeting.plan.blocks
    return {
      ...{ id: randomUUID(), at: Date.now(), blockId: block.id, participant, movement: block.movement },
      ...{ tier: 'chair', side: 'both', variation: null, level: 1, done: 'done', target: 10, unit: 's' },
      ...change,
    }
  }
  it('is of members and guests, and of what the catalogue knows', async () => {
    const access = { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' }
    const fields = { name: 'Olga Outside', birthYear: null, sex: 'unsaid', heightCm: null, pace: 'usual' }
    const person = { ...fields, homeTier: 'chair', access, considerations: [], levels: [] }
    const outside = (await lead.call('POST', '/api/participants', person)).body.id
    const block = view.meeting.plan.blocks[0].id
    const [, member] = view.people
    await lead.say(at(), { kind: 'arrivals', participant: member.id, arrival: { came: true }, at: Date.now() })
    const refused: [object, number][] = [
      [{ kind: 'arrivals', participant: outside, arrival: { came: true }, at: Date.now() }, 422],
      [{ kind: 'events', events: [event({ event: 'leave', participant: outside, why: '' })] }, 422],
      [{ kind: 'choices', choice: { participant: outside, blockId: block, variation: '', reason: '' }, at: 0 }, 422],
      [
        { kind: 'choices', choice: { participant: member.id, blockId: block, variation: '../x', reason: '' }, at: 0 },
        422,
      ],
      [{ kind: 'outcomes', outcomes: [outcomeOf(outside)] }, 422],
      [{ kind: 'outcomes', outcomes: [outcomeOf(member.id, { movement: 'no-such' })] }, 422],
      [{ kind: 'outcomes', outcomes: [outcomeOf(member.id, { variation: 'bridge.floor.77' })] }, 422],
    ]
    for (const [message, status] of refused)
      expect([message, (await lead.say(at(), message as never)).status]).toEqual([message, status])
    expect((await lead.say(at(), { kind: 'outcomes', outcomes: [outcomeOf(member.id)] })).status).toBe(200)
  })
  it('names nobody of another practice', async () => {
    const theirs = (
      await stranger.call('POST', '/api/participants', {
        ...{ name: 'Theirs', birthYear: null, sex: 'unsaid', heightCm: null, pace: 'usual', homeTier: 'chair' },
        ...{ access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' }, considerations: [], levels: [] },
      })
    ).body.id
    expect((await lead.say(at(), { kind: 'seating', seating: [theirs], at: Date.now() })).status).toBe(404)
    const left = { kind: 'events', events: [event({ event: 'leave', participant: theirs, why: '' })] }
    expect((await lead.say(at(), left)).status).toBe(404)
    const person = (await lead.call('GET', `/api/participants/${view.people[4].id}`)).body
    const beside = { ...person, beside: [theirs] }
    expect((await lead.call('PUT', `/api/participants/${person.id}`, beside)).status).toBe(404)
  })
  it('is an accident of its own time', async () => {
    const report = { id: randomUUID(), at: -5, what: 'A cup broke' }
    expect((await lead.say(at(), { kind: 'accident', report })).status).toBe(200)
    const row = await world.db('accidents').where({ id: report.id }).first()
    expect(Math.abs(Number(row.at) - Date.now())).toBeLessThan(60_000)
    const other = { ...report, what: 'Another cup', participant: view.people[0].id }
    expect((await lead.say(at(), { kind: 'accident', report: other })).body.data.code).toBe('taken')
  })
})

describe('what is written down of somebody', () => {
  it('is what the catalogue knows, or what was on file', async () => {
    const person = (await lead.call('GET', `/api/participants/${view.people[5].id}`)).body
    const path = `/api/participants/${person.id}`
    const unknown = { consideration: 'moon-sickness', side: 'both' }
    const wrong = await lead.call('PUT', path, { ...person, considerations: [...person.considerations, unknown] })
    const at = `considerations.${person.considerations.length}.consideration`
    expect([wrong.status, Object.keys(wrong.body.data.fields)]).toEqual([422, [at]])
    const level = { movement: 'x'.repeat(60), tier: 'chair', side: 'both', level: 2 }
    expect((await lead.call('PUT', `${path}/levels`, { levels: [level] })).status).toBe(422)
    // What a catalogue knew once may stay.
    const [row] = await world.db('participant_considerations').where({ participant_id: person.id })
    await world.db('participant_considerations').insert({ ...row, id: randomUUID(), consideration: 'known-of-old' })
    const fresh = (await lead.call('GET', path)).body
    expect((await lead.call('PUT', path, { ...fresh, pace: 'slow' })).status).toBe(200)
  })
})

describe('the log of who looked', () => {
  const log = async (query = '') => (await lead.call('GET', `/api/health-log${query}`)).body
  it('has what helpers look at too, once in ten minutes', async () => {
    const own = await accountOf(HELPER)
    await world.db('health_log').where({ account_id: own }).delete()
    for (let time = 0; time < 3; time += 1) {
      await helper.call('GET', `/api/meetings/${view.meeting.id}`)
      await helper.call('GET', '/api/participants')
      await helper.call('GET', `/api/participants/${view.people[0].id}`)
    }
    const entries = (await log(`?account=${own}`)).map(({ did, about }: any) => [did, about])
    expect(entries).toEqual([
      ['looked at the person', view.people[0].name],
      ['looked at the list', ''],
      ['looked at the meeting', `${view.circle.name}, ${view.meeting.startsAt.slice(0, 10)}`],
    ])
  })
  it('goes back page by page to its first entry, whoever fills it', async () => {
    await lead.call('GET', '/api/exports/people')
    const person = view.people[6].id
    for (let time = 0; time < 210; time += 1) {
      const value = { id: randomUUID(), measure: 'chair-stand', side: 'both', value: 9 }
      const records = [{ ...value, takenAt: new Date().toISOString() }]
      await helper.call('POST', `/api/participants/${person}/measures`, { records })
    }
    const seen: any[] = []
    for (let page = await log(); page.length > 0; page = await log(`?before=${seen.at(-1).id}`)) seen.push(...page)
    expect(new Set(seen.map(({ id }) => id)).size).toBe(seen.length)
    expect(seen.filter(({ did }) => did === 'entered measures').length).toBeGreaterThanOrEqual(210)
    expect(seen.map(({ did }) => did)).toContain('took the record out')
    const of = await log(`?participant=${person}`)
    expect(of.every((entry: any) => entry.participant === person)).toBe(true)
    const taken = (await lead.call('GET', '/api/access-log')).body.filter(({ did }: any) => did === 'took data out')
    expect(taken.length).toBeGreaterThan(0)
  })
  it('has every look at a route that names somebody', async () => {
    const requests = await goodRequests(world, lead)
    const names = view.people.map((person: any) => person.name)
    const silent = ROUTES.filter(({ method, notes, may }) => method === 'GET' && !notes && may !== 'anybody')
    const naming: string[] = []
    for (const route of silent) {
      if (route.file === 'text/event-stream' || nameOf(route).endsWith('-log')) continue
      const { body } = await lead.call('GET', pathOf(route, requests[nameOf(route)]!))
      const text = JSON.stringify(body)
      if (names.some((name: string) => text.includes(name))) naming.push(nameOf(route))
    }
    expect(naming).toEqual([])
  })
})
