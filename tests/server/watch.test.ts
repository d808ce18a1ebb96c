import { randomUUID } from 'node:crypto'
import { subHours } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ScreenView } from '../../core/contract/watch'
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
