import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { root } from '../../bin/programs.mjs'
import type { Route } from '../../core/contract/route'
import { ROUTES } from '../../core/contract/routes'
import { HELPER, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { goodRequests, nameOf, pathOf, type Requests } from './requests'

const closed = ROUTES.filter(({ may }) => may !== 'anybody').map((route) => [nameOf(route), route] as const)

let world: World
let lead: Caller
let view: any
let requests: Requests
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  requests = await goodRequests(world, lead)
  view = await nextMeeting(lead)
})
afterAll(() => world.close())

/** Sends the good request of a route as somebody. */
const ask = (caller: Caller, route: Route) => {
  const request = requests[nameOf(route)]!
  // What is made for one moment only is not needed where nobody is let in.
  return caller.call(route.method, pathOf(route, request), typeof request.body === 'function' ? {} : request.body)
}

describe('the table of routes', () => {
  it('has a file of its name for each route, and no file has none', () => {
    const files = readdirSync(join(root, 'server/api'), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.ts'))
      .map((file) => {
        const [, path, method] = /^(.*)\.(get|post|put|delete)\.ts$/.exec(file.replaceAll('\\', '/'))!
        return `${method!.toUpperCase()} /api/${path!.replace(/\/index$/, '').replace(/\[(\w+)\]/g, ':$1')}`
      })
    expect(files.sort()).toEqual(ROUTES.map(nameOf).sort())
  })
  it('has a good request for each that needs a sign-in', () => {
    expect(Object.keys(requests).sort()).toEqual(closed.map(([name]) => name).sort())
  })
  it('says of what is under it, and of nothing else, that it may be called by helpers', () => {
    // Read by whoever changes a door: a helper leads, notes, measures and screens, keeps their own sign-in,
    // and plans and decides nothing.
    const writes = closed.filter(([, { method, may }]) => method !== 'GET' && may === 'account')
    expect(writes.map(([name]) => name).sort()).toEqual([
      'DELETE /api/account/drafts',
      'DELETE /api/account/second-factor',
      'DELETE /api/account/sessions/:id',
      'DELETE /api/meetings/:id/screen-passes/:pass',
      'DELETE /api/session',
      'POST /api/account/recovery-codes',
      'POST /api/meetings/:id/guests',
      'POST /api/meetings/:id/messages',
      'POST /api/meetings/:id/screen-passes',
      'POST /api/participants/:id/measures',
      'POST /api/participants/:id/screenings',
      'PUT /api/account/drafts',
      'PUT /api/account/password',
      'PUT /api/account/telephone',
    ])
  })
})

describe('the doors', () => {
  it.each(closed)('%s answers 401 when nobody is signed in', async (_, route) => {
    expect((await ask(world.caller(), route)).status).toBe(401)
  })
  it.each(closed)('%s answers 401 to a forged cookie', async (_, route) => {
    const forger = world.caller()
    forger.cookie = lead.cookie.replace(/(?<=circle(-screen)?=[^;]+)[^;]{6}(?=;|$)/g, 'AAAAAA')
    expect(forger.cookie.match(/A{6}(?=;|$)/g)?.length).toBe(2)
    expect((await ask(forger, route)).status).toBe(401)
  })
  it.each(closed.filter(([, { may }]) => may === 'lead'))('%s answers 403 to a helper', async (_, route) => {
    expect((await ask(await world.signedIn(HELPER), route)).status).toBe(403)
  })
  it.each(closed.filter(([, { path }]) => path.includes(':id')))(
    '%s answers 404 to a lead of another practice',
    async (_, route) => {
      expect((await ask(await world.signedIn(STRANGER), route)).status).toBe(404)
    },
  )
  it.each(
    closed.filter(([, { method, path }]) => method === 'GET' && !path.includes(':') && path !== '/api/catalogue'),
  )('%s shows another practice nothing of this one', async (_, route) => {
    const stranger = await world.signedIn(STRANGER)
    const text = JSON.stringify((await stranger.call('GET', route.path)).body)
    for (const { id } of [view.meeting, view.people[0], view.circle, view.venue]) expect(text).not.toContain(id)
    expect(text).not.toContain('ferngate')
  })
  it('does not let another practice use this one’s venue, people, circle or meeting in its own', async () => {
    const stranger = await world.signedIn(STRANGER)
    const circle = { name: 'Theirs', venueId: view.venue.id, school: 'dwell', minutes: 45, members: [] }
    expect((await stranger.call('POST', '/api/circles', circle)).status).toBe(404)
    const venue = (await stranger.call('POST', '/api/venues', { name: 'Own room', roomLengthM: 6, roomWidthM: 5 })).body
    expect(
      (await stranger.call('POST', '/api/circles', { ...circle, venueId: venue.id, members: [view.people[0].id] }))
        .status,
    ).toBe(404)
    expect(
      (await stranger.call('POST', '/api/meetings', { circleId: view.circle.id, startsAt: '2026-12-01T10:00:00Z' }))
        .status,
    ).toBe(404)
    const own = (await stranger.call('POST', '/api/circles', { ...circle, venueId: venue.id })).body
    expect(
      (
        await stranger.call('POST', '/api/meetings', {
          circleId: own.id,
          startsAt: '2026-12-01T10:00:00Z',
          planFrom: view.meeting.id,
        })
      ).status,
    ).toBe(404)
  })
  it('shows a stranger the same page as anybody, and nothing of anybody with it', async () => {
    const page = async (path: string, cookie = '') =>
      (await fetch(world.address + path, { headers: { accept: 'text/html', cookie } })).text()
    const shell = await page('/people')
    expect(await page(`/people/${view.people[0].id}`, lead.cookie)).toBe(shell)
    expect(shell.toLowerCase()).not.toContain('ferngate')
  })
  it('shows a helper no health notes, and in a meeting what today needs', async () => {
    const helper = await world.signedIn(HELPER)
    const noted = view.people
      .flatMap((person: any) => person.considerations.map((own: any) => own.note))
      .filter((note: string) => note !== '')
    expect(noted.length).toBeGreaterThan(3)
    const inMeeting = (await helper.call('GET', `/api/meetings/${view.meeting.id}`)).body
    const lists = [
      inMeeting,
      (await helper.call('GET', '/api/participants')).body,
      (await helper.call('GET', `/api/participants/${view.people[0].id}`)).body,
    ]
    for (const note of noted) expect(JSON.stringify(lists)).not.toContain(note)
    expect(inMeeting.people[0].considerations.length).toBe(view.people[0].considerations.length)
    expect(lists[1].every((person: any) => person.considerations.length === 0)).toBe(true)
    for (const person of lists[1])
      expect(person).toMatchObject({ birthYear: null, heightCm: null, sex: 'unsaid', levels: [], emergencyContact: '' })
  })
})
