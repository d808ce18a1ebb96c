import { addDays, subDays } from 'date-fns'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Route } from '../../core/contract/route'
import { ROUTES } from '../../core/contract/routes'
import { HELPER, PASSWORD, STRANGER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { goodRequests, nameOf, sent, type Requests } from './requests'

/** Every route × role × practice × day of a meeting, generated from the contract: who is let in, and who is not. */
let world: World
let meetingId = ''
let requests: Requests
let callers: Record<Who, Caller>
const WHO = ['nobody', 'screen', 'removed', 'elsewhere lead', 'elsewhere helper', 'helper'] as const
type Who = (typeof WHO)[number]
/** Sessions of others would go with these. */
const ENDS_SESSIONS = new Set(['DELETE /api/session', 'PUT /api/account/password', 'DELETE /api/account/sessions/:id'])

beforeAll(async () => {
  world = await World.open()
  const lead = await world.signedIn()
  requests = await goodRequests(world, lead)
  const { meeting } = await nextMeeting(lead)
  meetingId = meeting.id
  const elsewhere = await world.signedIn(STRANGER)
  const { code } = (await lead.call('POST', `/api/meetings/${meetingId}/screen-passes`, { withNames: true })).body
  const screen = world.caller()
  expect((await screen.call('POST', '/api/screen', { code })).status).toBe(200)
  const make = async (by: Caller, email: string) => {
    const fields = { name: 'Tove Lind', email, role: 'helper', password: PASSWORD }
    const { status, body } = await by.call('POST', '/api/accounts', fields)
    expect([status, body.data]).toEqual([200, undefined])
    return world.signedIn(email)
  }
  const removed = await make(lead, 'removed@ferngate.example')
  const [{ id }] = (await lead.call('GET', '/api/accounts')).body.filter(({ email }: any) =>
    email.startsWith('removed'),
  )
  expect((await lead.call('DELETE', `/api/accounts/${id}`)).status).toBe(200)
  callers = {
    nobody: world.caller(),
    screen,
    removed,
    'elsewhere lead': elsewhere,
    'elsewhere helper': await make(elsewhere, 'tove@elsewhere.example'),
    helper: await world.signedIn(HELPER),
  }
})
afterAll(() => world.close())

async function statusFor(who: Who, route: Route): Promise<number> {
  const { body, ...request } = requests[nameOf(route)]!
  const abort = new AbortController()
  // What is made for one moment only is not needed where nobody is let in.
  const plain = { ...request, body: typeof body === 'function' ? {} : body }
  const reply = await sent(world.address, callers[who].cookie, route, { request: plain, signal: abort.signal })
  abort.abort()
  return reply.status
}
/** What the contract says that somebody gets; null: they are let in, and it depends on what they ask. */
function refusedBy(who: Who, route: Route): readonly number[] | null {
  const { may, path, alsoScreens } = route
  if (who === 'nobody' || who === 'removed') return [401]
  if (who === 'screen') return may === 'screen' || alsoScreens ? null : [401]
  if (may === 'screen') return [401]
  if (who === 'helper') return may === 'lead' ? [403] : null
  if (who === 'elsewhere helper' && may === 'lead') return [403]
  return path.includes(':id') ? [404] : null
}
const closed = ROUTES.filter(({ may }) => may !== 'anybody')

describe.each(WHO)('%s', (who) => {
  it.each(
    closed
      .filter((route) => !ENDS_SESSIONS.has(nameOf(route)) && refusedBy(who, route) !== null)
      .map((route) => [nameOf(route), route] as const),
  )('is not let in at %s', async (_, route) => {
    expect(refusedBy(who, route)).toContain(await statusFor(who, route))
  })
})

/** Days from today, and what of a meeting then a helper may ask: all of it, or to hand in what a device still holds. */
const DAYS: readonly [number, readonly ('these-days' | 'lately')[]][] = [
  [-400, []],
  [-32, []],
  [-30, ['lately']],
  [-2, ['lately']],
  [-1, ['these-days', 'lately']],
  [0, ['these-days', 'lately']],
  [1, ['these-days', 'lately']],
  [2, []],
  [40, []],
]
const ofMeetings = closed.filter(({ may, path }) => may === 'account' && path.startsWith('/api/meetings/:id'))

describe('a helper', () => {
  it('has a limit of days at every route of a meeting', () => {
    expect(ofMeetings.length).toBeGreaterThan(5)
    expect(ofMeetings.filter(({ ofHelpers }) => ofHelpers === undefined).map(nameOf)).toEqual([])
  })
  it.each(DAYS)('asks of a meeting in %i days what the contract says, and nothing else', async (days, open) => {
    const now = new Date()
    const startsAt = days < 0 ? subDays(now, -days) : addDays(now, days)
    const before = await world.db('meetings').where({ id: meetingId }).first('starts_at', 'led_by')
    const starts_at = startsAt.toISOString().slice(0, 19).replace('T', ' ')
    await world.db('meetings').where({ id: meetingId }).update({ starts_at, led_by: null })
    const got: Record<string, boolean> = {}
    for (const route of ofMeetings) {
      const request = { ...requests[nameOf(route)]!, body: {} }
      const abort = new AbortController()
      const { params } = request
      const asked = {
        ...request,
        params: { ...params, id: meetingId },
        ...(route.method === 'GET' && { body: undefined }),
      }
      const reply = await sent(world.address, callers.helper.cookie, route, { request: asked, signal: abort.signal })
      abort.abort()
      expect([nameOf(route), [200, 400, 403, 404, 409, 422].includes(reply.status)]).toEqual([nameOf(route), true])
      got[nameOf(route)] = reply.status !== 403
    }
    await world.db('meetings').where({ id: meetingId }).update(before)
    const wanted = Object.fromEntries(ofMeetings.map((route) => [nameOf(route), open.includes(route.ofHelpers!)]))
    expect(got).toEqual(wanted)
  })
})
