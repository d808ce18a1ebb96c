import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { root } from '../../bin/programs.mjs'
import { HELPER, nextMeeting, STRANGER, World, type Caller } from '../world'

/** Every route there is, read from the folder, so that a new one cannot be forgotten. */
const ROUTES = readdirSync(join(root, 'server/api'), { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts'))
  .map((file) => {
    const [, path, method] = /^(.*)\.(get|post|put|delete|patch)\.ts$/.exec(file.replaceAll('\\', '/'))!
    return { method: method!.toUpperCase(), path: `/api/${path!.replace(/\/index$/, '')}` }
  })
const OPEN = new Set([
  'GET /api/health',
  'GET /api/setup',
  'POST /api/setup',
  'POST /api/setup/archive',
  'POST /api/session',
])
const closed = ROUTES.filter(({ method, path }) => !OPEN.has(`${method} ${path}`))

let world: World
let lead: Caller
let view: any
let shelfId = ''
let seriesId = ''
let holidayId = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  ;({
    body: {
      series: [{ id: seriesId }],
      holidays: [{ id: holidayId }],
    },
  } = await lead.call('GET', '/api/calendar'))
  shelfId = (await lead.call('GET', '/api/shelf')).body[0].id
})
afterAll(() => world.close())

const OWNERS: Record<string, () => string> = {
  meetings: () => view.meeting.id,
  participants: () => view.people[0].id,
  circles: () => view.circle.id,
  venues: () => view.venue.id,
  shelf: () => shelfId,
  series: () => seriesId,
  holidays: () => holidayId,
}
const ownPath = (path: string) => path.replace('[id]', OWNERS[path.split('/')[2]!]?.() ?? '')

describe('the doors', () => {
  it('finds the routes', () => {
    expect(closed.length).toBeGreaterThan(20)
  })
  it.each(closed)('$method $path answers 401 when nobody is signed in', async ({ method, path }) => {
    expect((await world.caller().call(method, ownPath(path), method === 'GET' ? undefined : {})).status).toBe(401)
  })
  it.each(closed)('$method $path answers 401 to a forged cookie', async ({ method, path }) => {
    const forger = world.caller()
    forger.cookie = `circle=${lead.cookie.split('=')[1]!.slice(0, -6)}AAAAAA`
    expect((await forger.call(method, ownPath(path), method === 'GET' ? undefined : {})).status).toBe(401)
  })
  it.each(closed.filter(({ path }) => path.includes('[id]')))(
    '$method $path answers 404 to a lead of another practice',
    async ({ method, path }) => {
      const stranger = await world.signedIn(STRANGER)
      expect((await stranger.call(method, ownPath(path), method === 'GET' ? undefined : {})).status).toBe(404)
    },
  )
  it.each(
    closed.filter(({ method, path }) => method === 'GET' && !path.includes('[id]') && !path.includes('catalogue')),
  )('$method $path shows another practice nothing of this one', async ({ path }) => {
    const stranger = await world.signedIn(STRANGER)
    const text = JSON.stringify((await stranger.call('GET', path)).body)
    for (const owner of Object.values(OWNERS)) expect(text).not.toContain(owner())
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
  it('sends a page to sign-in when nobody is signed in, and nothing else with it', async () => {
    const reply = await fetch(`${world.address}/people`, { headers: { accept: 'text/html' }, redirect: 'manual' })
    expect([reply.status, reply.headers.get('location')]).toEqual([302, '/sign-in?to=%2Fpeople'])
  })
  it('tells a helper that some things are for leads', async () => {
    const helper = await world.signedIn(HELPER)
    for (const [method, path] of [
      ['PUT', `/api/meetings/${view.meeting.id}/plan`],
      ['GET', `/api/meetings/${view.meeting.id}/reflection`],
      ['POST', '/api/participants'],
      ['GET', '/api/accounts'],
      ['GET', `/api/participants/${view.people[0].id}/ledger`],
    ] as const) {
      expect((await helper.call(method, path, method === 'GET' ? undefined : {})).status, `${method} ${path}`).toBe(403)
    }
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
  })
})
