import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ROUTES } from '../../core/contract/routes'
import { World, type Caller } from '../world'
import { goodRequests, nameOf, sent, type Requests } from './requests'

let world: World
let lead: Caller
let requests: Requests
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  requests = await goodRequests(world, lead)
})
afterAll(() => world.close())

/** Reading first, taking away last; what is made on the way is taken away again. */
const TURN = { POST: 1, PUT: 0, GET: 2, DELETE: 3 }
const signedIn = ROUTES.filter(({ may }) => may !== 'anybody')
/** These end sessions: last of all, in this order. */
const LAST = ['DELETE /api/made-up', 'PUT /api/account/password', 'DELETE /api/session']
const ordered = signedIn
  .toSorted((a, b) => TURN[a.method] - TURN[b.method])
  .toSorted((a, b) => LAST.indexOf(nameOf(a)) - LAST.indexOf(nameOf(b)))

describe('every route', () => {
  it.each(ordered.map((route) => [nameOf(route), route] as const))(
    '%s answers what the contract says, and nothing besides',
    async (name, route) => {
      const request = requests[name]!
      const abort = new AbortController()
      const reply = await sent(world.address, lead.cookie, route, { request, signal: abort.signal })
      lead.keepAll(reply)
      if (route.file) {
        expect([reply.status, reply.headers.get('content-type')]).toEqual([200, expect.stringContaining(route.file)])
        abort.abort()
        return
      }
      const body = await reply.json()
      expect([reply.status, reply.status === 200 ? '' : body]).toEqual([200, ''])
      // Parsing leaves out what the contract does not have: nothing may be left out.
      expect(JSON.parse(JSON.stringify(route.reply!.parse(body)))).toEqual(body)
    },
  )
  it('is one that the contract knows', async () => {
    const again = await world.signedIn()
    expect((await again.call('GET', '/api/nowhere')).status).toBe(404)
    expect((await again.call('DELETE', '/api/meetings')).status).toBe(404)
  })
})
