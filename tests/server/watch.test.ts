import { randomUUID } from 'node:crypto'
import { subHours } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ScreenView } from '../../core/contract/watch'
import { ClassSheet } from '../../core/home/classSheet'
import { beginningBy, planNumber, readStartCode, startCode, startMoment } from '../../core/home/startCode'
import { readClock } from '../../core/lead/clock'
import { HELPER, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let view: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
})
afterAll(() => world.close())

const passes = () => `/api/meetings/${view.meeting.id}/screen-passes`
const make = async (caller: Caller, withNames = true) => (await caller.call('POST', passes(), { withNames })).body
/** A screen that came in by a code. */
async function screen(code: string): Promise<Caller> {
  const caller = world.caller()
  expect((await caller.call('POST', '/api/screen', { code })).status).toBe(200)
  return caller
}

describe('a file that goes along with a class', () => {
  const fileOf = (caller: Caller, person: string) =>
    caller.call('GET', `/api/meetings/${view.meeting.id}/lane-files/${person}`)
  /** What such a file holds. */
  const sheetIn = (page: string) =>
    ClassSheet.parse(JSON.parse(/<script type="application\/json" id="sheet">(.*?)<\/script>/s.exec(page)![1]!))

  it('holds one person’s lane and nothing of anybody else, and no health fact', async () => {
    for (const own of view.people.slice(0, 4)) {
      const { status, body } = await fileOf(lead, own.id)
      expect(status).toBe(200)
      expect(body.length).toBeLessThan(400_000)
      const sheet = sheetIn(body)
      expect([sheet.personName, sheet.tier, sheet.blocks.length]).toEqual([
        own.name,
        own.homeTier,
        view.meeting.plan.blocks.length,
      ])
      expect(sheet.plan).toBe(planNumber(view.meeting.id, view.meeting.plan.blocks))
      expect(sheet.blocks.filter(({ figure }) => figure !== null).length).toBeGreaterThan(0)
      const said = JSON.stringify(sheet)
      for (const other of view.people) {
        expect(said).not.toContain(other.id)
        if (other !== own) expect(said).not.toContain(other.name)
        for (const { consideration } of other.considerations) expect(said).not.toContain(`"${consideration}"`)
      }
      for (const word of ['considerations', 'emergencyContact', 'levels']) expect(said).not.toContain(word)
    }
  })
  it('is in step with the class by the code that is read out', async () => {
    const sheet = sheetIn((await fileOf(lead, view.people[0].id)).body)
    const ids = sheet.blocks.map(({ id }) => id)
    const began = Date.now()
    const events = [{ id: randomUUID(), at: began, event: 'start' as const, script: sheet.steps }]
    const now = began + 100_000
    const said = startMoment(sheet.steps, readClock(events, now), ids, now)!
    const read = readStartCode(startCode(planNumber(view.meeting.id, view.meeting.plan.blocks), said), sheet.plan, now)
    if ('refused' in read) throw new Error('It is not read.')
    expect(Math.abs(beginningBy(sheet.steps, ids, read)! - began)).toBeLessThanOrEqual(125)
  })
  it('is made for those of the meeting, and by those of the practice', async () => {
    expect((await fileOf(lead, randomUUID())).status).toBe(404)
    expect((await fileOf(await world.signedIn(STRANGER), view.people[0].id)).status).toBe(404)
    expect((await fileOf(await world.signedIn(HELPER), view.people[0].id)).status).toBe(200)
    expect((await fileOf(world.caller(), view.people[0].id)).status).toBe(401)
  })
})

describe('a screen that came in by a code', () => {
  it('sees the class, and nothing of anybody’s health', async () => {
    const { code } = await make(lead)
    const television = await screen(code.toLowerCase().replace('-', ' '))
    const { status, body } = await television.call('GET', '/api/screen')
    expect([status, ScreenView.parse(body)]).toEqual([200, body])
    expect(body.shown.blocks.length).toBe(view.meeting.plan.blocks.length)
    expect(body.shown.people.length).toBe(view.people.length)
    expect(body.seats.places.length).toBeGreaterThan(5)
    const said = JSON.stringify(body)
    for (const person of view.people) {
      expect(said).not.toContain(person.id)
      expect(said).not.toContain(person.name)
      expect(said).toContain(person.name.split(' ')[0])
      for (const own of person.considerations) expect(said).not.toContain(own.consideration)
    }
    for (const word of ['pain', 'level', 'note', 'considerations', 'emergency']) expect(said).not.toContain(`"${word}`)
    expect((await television.call('GET', '/api/catalogue')).status).toBe(200)
    expect((await television.call('GET', '/api/texts?movements=bridge')).status).toBe(200)
  })
  it('shows nobody’s name where whoever made the code left them out', async () => {
    const { body } = await (await screen((await make(lead, false)).code)).call('GET', '/api/screen')
    for (const person of view.people) expect(JSON.stringify(body)).not.toContain(`"${person.name.split(' ')[0]}"`)
  })
  it('shows one person’s own lane alone, as they do it, and nobody beside them', async () => {
    const own = view.people[0]
    const made = (await lead.call('POST', passes(), { withNames: true, participant: own.id })).body
    expect([made.pass.forName, made.pass.withNames]).toEqual([own.name, false])
    const { body } = await (await screen(made.code)).call('GET', '/api/screen')
    expect([ScreenView.parse(body), body.isOwn, body.seats]).toEqual([body, true, null])
    expect(body.shown.people).toEqual([{ key: 'p1', name: '', tier: own.homeTier }])
    for (const lanes of Object.values<any>(body.shown.lanes)) {
      expect(Object.keys(lanes)).toEqual([own.homeTier])
      // One for each side at most.
      expect(lanes[own.homeTier].variations.length).toBeLessThanOrEqual(2)
    }
    for (const { lanes } of body.shown.cues) if (lanes.length > 0) expect(lanes).toContain(own.homeTier)
    for (const person of view.people) expect(JSON.stringify(body)).not.toContain(person.name.split(' ')[0])
    // Whoever changes the tier in class is followed there.
    const press = (event: object) =>
      lead.say(view.meeting.id, { kind: 'events', events: [{ id: randomUUID(), at: Date.now(), ...event }] })
    await press({ event: 'tier', participant: own.id, tier: 'chair' })
    const moved = (await (await screen(made.code)).call('GET', '/api/screen')).body.shown
    expect(moved.people).toEqual([{ key: 'p1', name: '', tier: 'chair' }])
    for (const lanes of Object.values<any>(moved.lanes)) expect(Object.keys(lanes)).toEqual(['chair'])
    // Whoever leaves the class takes no part in it, and their screen says so.
    await press({ event: 'leave', participant: own.id, why: 'Tired' })
    const after = (await (await screen(made.code)).call('GET', '/api/screen')).body
    expect([after.shown.people, JSON.stringify(after)]).toEqual([[], expect.not.stringContaining('Tired')])
    await press({ event: 'return', participant: own.id })
    // Somebody of another practice, or of no practice, has no lane here.
    const nobody = await lead.call('POST', passes(), { withNames: true, participant: randomUUID() })
    expect(nobody.status).toBe(404)
  })
  it('opens nothing else, and says nothing', async () => {
    const television = await screen((await make(lead)).code)
    const { id } = view.meeting
    for (const path of ['/api/people', '/api/participants', '/api/meetings', `/api/meetings/${id}`, passes()])
      expect([path, (await television.call('GET', path)).status]).toEqual([path, 401])
    expect((await television.call('GET', `/api/meetings/${id}/stream?since=0`)).status).toBe(401)
    const press = { kind: 'events', events: [{ id: randomUUID(), at: Date.now(), event: 'pause' }] }
    expect((await television.say(id, press)).status).toBe(401)
    expect((await television.call('POST', passes(), { withNames: true })).status).toBe(401)
  })
  it('hears that something was said, and not what', async () => {
    const television = await screen((await make(lead)).code)
    const abort = new AbortController()
    const reply = await fetch(`${world.address}/api/screen/stream`, {
      headers: { cookie: television.cookie },
      signal: abort.signal,
    })
    const reader = reply.body!.getReader()
    let heard = ''
    const listening = (async () => {
      for (;;) {
        const { done, value } = await reader.read()
        if (done) return
        heard += new TextDecoder().decode(value)
      }
    })().catch(() => undefined)
    await expect.poll(() => heard).toContain('event: clock')
    const arrival = { came: true, pain: 9, newsNote: 'chest pain at night' }
    await lead.say(view.meeting.id, { kind: 'arrivals', participant: view.people[0].id, arrival, at: Date.now() })
    await expect.poll(() => heard).toContain('event: changed')
    expect(heard).not.toMatch(/pain|night/)
    expect(heard).not.toContain(view.people[0].id)
    abort.abort()
    await listening
  })
  it('goes dark at once when the code is ended, with all that came in by it', async () => {
    const { code, pass } = await make(lead)
    const screens = [await screen(code), await screen(code)]
    const listed = async () => (await lead.call('GET', passes())).body.find(({ id }: any) => id === pass.id)
    expect((await listed()).screens).toBe(2)
    const line = await fetch(`${world.address}/api/screen/stream`, { headers: { cookie: screens[0]!.cookie } })
    expect((await lead.call('DELETE', `${passes()}/${pass.id}`)).status).toBe(200)
    // It ends: all that was said in it is read.
    await line.text()
    for (const one of screens) expect((await one.call('GET', '/api/screen')).status).toBe(401)
    expect((await world.caller().call('POST', '/api/screen', { code })).status).toBe(422)
    expect(await listed()).toBeUndefined()
    expect((await lead.call('DELETE', `${passes()}/${pass.id}`)).status).toBe(404)
  })
  it('leaves by itself', async () => {
    const television = await screen((await make(lead)).code)
    const { cookie } = television
    expect((await television.call('DELETE', '/api/screen')).status).toBe(200)
    television.cookie = cookie
    expect((await television.call('GET', '/api/screen')).status).toBe(401)
  })
  it('ends with the class', async () => {
    const { code } = await make(lead)
    const television = await screen(code)
    const { starts_at } = await world.db('meetings').where({ id: view.meeting.id }).first('starts_at')
    const over = subHours(new Date(), 3).toISOString().slice(0, 19).replace('T', ' ')
    await world.db('meetings').where({ id: view.meeting.id }).update({ starts_at: over })
    expect((await television.call('GET', '/api/screen')).status).toBe(401)
    expect((await world.caller().call('POST', '/api/screen', { code })).status).toBe(422)
    expect((await lead.call('GET', passes())).body).toEqual([])
    await world.db('meetings').where({ id: view.meeting.id }).update({ starts_at })
  })
  it('is made by a helper too, never by another practice, and both are in the log', async () => {
    const helper = await world.signedIn(HELPER)
    expect((await make(helper)).code).toMatch(/^[A-Z2-9]{5}-[A-Z2-9]{5}$/)
    const stranger = await world.signedIn(STRANGER)
    expect((await stranger.call('POST', passes(), { withNames: true })).status).toBe(404)
    expect((await stranger.call('GET', passes())).status).toBe(404)
    const { body } = await lead.call('GET', '/api/access-log')
    expect(body.map(({ did, who }: any) => `${who} ${did}`)).toContain('Tomas Brill made a code for screens')
  })
  it('is guessed by nobody: after sixty codes from one place there are no more tries', async () => {
    const stranger = world.caller()
    const tried = await Promise.all(
      Array.from({ length: 70 }, () => stranger.call('POST', '/api/screen', { code: randomUUID() })),
    )
    const statuses = tried.map(({ status }) => status)
    expect(statuses.filter((status) => status === 422).length).toBeLessThanOrEqual(60)
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThanOrEqual(10)
  })
})
