import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { AHEAD_MS } from '../../core/lead/stamp'
import { HELPER, LEAD, STRANGER } from '../demoData'
import { follow, heardIds, type Screen } from '../follow'
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
    expect((await follow(world, stranger, meetingId, { since: 0 })).status).toBe(404)
    expect((await stranger.call('GET', `/api/meetings/${meetingId}/messages?since=0`)).status).toBe(404)
  })
  it('go on where their line broke, by the last place that they heard, and hear nothing twice', async () => {
    const first = await follow(world, lead, meetingId)
    const before = pressed('pause')
    await lead.say(meetingId, { kind: 'events', events: [before] })
    await expect.poll(() => heardIds(first)).toEqual([before.id])
    first.end()
    const heard = first.parts.at(-1)!.upTo
    const missed = [pressed('resume'), pressed('pause'), pressed('resume')]
    for (const event of missed) await lead.say(meetingId, { kind: 'events', events: [event] })
    const again = await follow(world, lead, meetingId, { since: 0, heard })
    await expect.poll(() => heardIds(again)).toEqual(missed.map((event) => event.id))
    const { body } = await lead.call('GET', `/api/meetings/${meetingId}/messages?since=${heard}`)
    expect(heardIds({ ...again, messages: body.messages })).toEqual(missed.map((event) => event.id))
    expect((await lead.call('GET', `/api/meetings/${meetingId}/messages?since=${body.upTo}`)).body.messages).toEqual([])
    again.end()
  })
  it('miss nothing of what many say at once, each from the place where it began', async () => {
    const screens: Screen[] = []
    const said: string[] = []
    for (let round = 0; round < 8; round += 1) {
      screens.push(await follow(world, lead, meetingId))
      const events = Array.from({ length: 12 }, () => pressed('pause'))
      await Promise.all(events.map((event) => lead.say(meetingId, { kind: 'events', events: [event] })))
      said.push(...events.map((event) => event.id))
    }
    for (const [round, screen] of screens.entries())
      await expect.poll(() => heardIds(screen).sort()).toEqual(said.slice(round * 12).sort())
    for (const { parts } of screens)
      for (const [at, part] of parts.entries()) if (at > 0) expect(part.from).toBeLessThanOrEqual(parts[at - 1]!.upTo)
    screens.forEach((screen) => screen.end())
  })
  it('hear that the plan is another, and that somebody joined', async () => {
    const screen = await follow(world, lead, meetingId)
    const { meeting } = await nextMeeting(lead)
    const edits = [{ edit: 'setTitle', title: 'Slower today' }]
    // The meeting's own clock has begun above: it is made ready first.
    await lead.say(meetingId, { kind: 'events', events: [pressed('reset')] })
    const saved = await lead.call('PUT', `/api/meetings/${meetingId}/plan`, { version: meeting.planVersion, edits })
    await lead.call('POST', `/api/meetings/${meetingId}/guests`, { name: 'Ona Field', tier: 'chair' })
    await expect
      .poll(() => screen.messages.filter((message) => message.kind !== 'events'))
      .toEqual([{ kind: 'plan', planVersion: saved.body.planVersion, by: 'Marit Solvang' }, { kind: 'people' }])
    screen.end()
  })
})

describe('what is said of the same by several', () => {
  const arrivalNow = async () => (await nextMeeting(lead)).arrivals[person]
  it('holds field by field by when it was said: a word that comes late takes no dizziness away', async () => {
    const now = Date.now()
    const say = (arrival: object, at: number) =>
      lead.say(meetingId, { kind: 'arrivals', participant: person, arrival, at })
    await say({ pain: 7, dizzy: true }, now - 1000)
    await say({ pain: 2, dizzy: false, tired: true }, now - 60_000)
    expect(await arrivalNow()).toMatchObject({ came: true, pain: 7, dizzy: true, tired: true })
    await say({ dizzy: false }, now)
    expect(await arrivalNow()).toMatchObject({ pain: 7, dizzy: false })
  })
  it('is a choice or a seating that was made later, also where the later one took it back', async () => {
    const now = Date.now()
    const choice = { participant: person, blockId: 'b4', variation: 'bridge.chair.1', reason: '' }
    await lead.say(meetingId, { kind: 'choices', choice: { ...choice, variation: '' }, at: now - 1000 })
    await lead.say(meetingId, { kind: 'choices', choice, at: now - 5000 })
    expect((await nextMeeting(lead)).handChoices).toEqual([])
    await lead.say(meetingId, { kind: 'seating', seating: null, at: now })
    await lead.say(meetingId, { kind: 'seating', seating: [person], at: now - 5000 })
    expect((await nextMeeting(lead)).meeting.seating).toBeNull()
  })
  it('is of now, where a device says that it is of later', async () => {
    const event = { ...pressed('finish'), at: Date.now() + 86_400_000 }
    await lead.say(meetingId, { kind: 'events', events: [event] })
    await lead.say(meetingId, { kind: 'arrivals', participant: person, arrival: { pain: 4 }, at: event.at })
    const { classEvents, times, now } = await nextMeeting(lead)
    expect(classEvents.find((one: any) => one.id === event.id).at).toBeLessThanOrEqual(now + AHEAD_MS)
    expect(times.arrivals[person].pain).toBeLessThanOrEqual(now)
  })
})

describe('a plan that two edit', () => {
  it('says to whoever saves over another what they had set of the same, and who they are', async () => {
    const { meeting } = await nextMeeting(lead)
    const id = meeting.plan.blocks[0].id
    const save = (version: number, ...edits: object[]) =>
      lead.call('PUT', `/api/meetings/${meetingId}/plan`, { version, edits })
    const rounds = (count: number) => ({ edit: 'setRounds', id, rounds: count })
    const other = (meeting.plan.blocks[0].rounds % 5) + 1
    expect((await save(meeting.planVersion, rounds(other))).body).toMatchObject({ overruled: [], by: '' })
    const mine = await save(meeting.planVersion, rounds((other % 5) + 1), { edit: 'setTitle', title: 'Mine' })
    expect(mine.body).toMatchObject({ overruled: [rounds(other)], by: 'Marit Solvang', lost: 0 })
    expect(mine.body.plan.blocks[0].rounds).toBe((other % 5) + 1)
  })
})

describe('a class that is begun', () => {
  const script = [{ kind: 'work', seconds: 60, blockId: 'b1', side: 'both', round: 1 }]
  const started = (planVersion: number, at = Date.now()) => ({ ...pressed('start'), at, script, planVersion })
  const press = (event: object) => lead.say(meetingId, { kind: 'events', events: [event] })
  it('is not begun by a plan that was changed meanwhile, unless it was led long ago', async () => {
    const { meeting } = await nextMeeting(lead)
    const old = await press(started(meeting.planVersion - 1))
    expect([old.status, old.body.message]).toEqual([
      409,
      'The plan was changed meanwhile. It is shown now: look at it, then start.',
    ])
    expect((await press(started(meeting.planVersion))).status).toBe(200)
    expect((await press(started(meeting.planVersion - 1, Date.now() - 3_600_000))).status).toBe(200)
  })
  it('is not begun anew once something was noted in it', async () => {
    const view = await nextMeeting(lead)
    const noted = {
      ...{ id: randomUUID(), at: Date.now(), blockId: 'b4', participant: person, movement: 'bridge', tier: 'chair' },
      ...{ side: 'both', variation: null, level: 2, done: 'done', target: 8, unit: 'repetitions' },
    }
    await lead.say(view.meeting.id, { kind: 'outcomes', outcomes: [noted] })
    const reset = await press(pressed('reset'))
    expect([reset.status, reset.body.data.code]).toEqual([409, 'noted'])
  })
  it('keeps who is said to have noted something beside who was signed in when it came', async () => {
    const noted = {
      ...{ id: randomUUID(), at: Date.now(), blockId: 'b4', participant: person, movement: 'bridge', tier: 'chair' },
      ...{ side: 'both', variation: null, level: 2, done: 'done', target: 8, unit: 'repetitions' },
    }
    const { body: accounts } = await lead.call('GET', '/api/accounts')
    const helper = accounts.find((account: any) => account.email === HELPER)
    const send = (notedBy: string, id = randomUUID()) =>
      lead.call('POST', `/api/meetings/${meetingId}/messages`, {
        message: { kind: 'outcomes', outcomes: [{ ...noted, id }] },
        notedBy,
      })
    expect((await send(helper.id, noted.id)).status).toBe(200)
    const row = await world.db('outcomes').where({ id: noted.id }).first('logged_by', 'noted_by')
    expect(row.noted_by).toBe(helper.id)
    expect(accounts.find((account: any) => account.id === row.logged_by).email).toBe(LEAD)
    // An account that nobody here ever had is nobody.
    const unknown = randomUUID()
    await send(randomUUID(), unknown)
    expect((await world.db('outcomes').where({ id: unknown }).first('noted_by')).noted_by).toBeNull()
  })
  it('takes no note whose id stands in another meeting', async () => {
    const { body: meetings } = await lead.call('GET', '/api/meetings')
    const event = pressed('pause')
    expect((await press(event)).status).toBe(200)
    const other = meetings.find((one: any) => one.id !== meetingId)
    expect((await lead.say(other.id, { kind: 'events', events: [event] })).status).toBe(409)
  })
})

describe('guests and accidents', () => {
  it('let a walk-in join one meeting, without opening the floor to them', async () => {
    const { body } = await lead.call('POST', `/api/meetings/${meetingId}/guests`, { name: 'Nela Brook', tier: 'chair' })
    const view = await nextMeeting(lead)
    expect(view.guests).toContain(body.participant)
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
