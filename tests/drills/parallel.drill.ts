import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { ROUTES } from '../../core/contract/routes'
import { goodRequests, nameOf, sent, type Requests } from '../server/requests'
import { World } from '../world'
import { isLong } from './long'

/** The same request of a writing route many times in one moment: nothing breaks, and one wins or all count. */
const AT_ONCE = isLong ? 50 : 6
/** Its figures are solved one after the other, half a minute each on a busy machine. */
const SOLVED = 'PUT /api/movements/:movement'
/** These end sessions or take everything away: last, in this order. */
/** What changes everybody of a circle, and what takes away who asks. */
const LAST = [
  'POST /api/circles/:id/start-levels',
  'DELETE /api/made-up',
  'PUT /api/account/password',
  'DELETE /api/session',
]
const writing = ROUTES.filter(({ method, may }) => method !== 'GET' && may !== 'anybody')
  .toSorted((a, b) => Number(a.method === 'DELETE') - Number(b.method === 'DELETE'))
  .toSorted((a, b) => LAST.indexOf(nameOf(a)) - LAST.indexOf(nameOf(b)))
/**
 * What a request is answered by that came second: it is signed out, gone, changed meanwhile, taken, too much, or busy.
 */
const SECOND = new Set([401, 403, 404, 409, 422, 429, 503])

let world: World
let requests: Requests
/** Of a screen that came in by a code, for what screens ask. */
let screen = ''
beforeAll(async () => {
  world = await World.open()
  const lead = await world.signedIn()
  requests = await goodRequests(world, lead)
  screen = /circle-screen=[^;]*/.exec(lead.cookie)?.[0] ?? ''
})
afterAll(() => world.close())
// Whoever has a second factor is not signed in again without it, nor whoever has shown a password so often.
afterEach(async () => {
  await world.db('second_factors').delete()
  await world.db('sign_in_tries').delete()
})

describe(`${AT_ONCE} at once`, () => {
  it.each(writing.map((route) => [nameOf(route), route] as const))('%s', async (name, route) => {
    const { body, ...request } = requests[name]!
    // What is made for one moment is made once: the others bring the same.
    const once = { ...request, body: typeof body === 'function' ? await body() : body }
    const { cookie } = await world.signedIn()
    const replies = await Promise.all(
      Array.from({ length: name === SOLVED && !isLong ? 2 : AT_ONCE }, async () => {
        const reply = await sent(world.address, `${cookie}; ${screen}`, route, { request: once })
        return { status: reply.status, text: await reply.text() }
      }),
    )
    const won = replies.filter(({ status }) => status === 200)
    const others = replies.filter(({ status }) => status !== 200)
    expect(others.filter(({ status }) => !SECOND.has(status)).map(({ status, text }) => `${status} ${text}`)).toEqual(
      [],
    )
    expect([won.length > 0, others.slice(0, 1)]).toEqual([true, won.length > 0 ? others.slice(0, 1) : []])
    const hasVersion = typeof once.body === 'object' && once.body !== null && 'version' in once.body
    // Edits of a plan are laid on each other; all else that stands on a version is won by one.
    if (route.method === 'PUT' && hasVersion && !('edits' in (once.body as object))) expect(won.length).toBe(1)
  })
  it('leaves nothing waiting in the database', async () => {
    await expect.poll(() => world.busyInDatabase()).toBe(0)
  })
})
