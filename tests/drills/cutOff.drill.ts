import { setTimeout as wait } from 'node:timers/promises'
import { randomBytes } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { goodRequests, nameOf, sent, type Requests } from '../server/requests'
import { ROUTES } from '../../core/contract/routes'
import { SETUP_CODE, World, type Caller } from '../world'
import { isLong } from './long'

/** Downloads, lines and uploads that whoever asked for them cuts off: nothing of them stays open. */
const TIMES = isLong ? 100 : 6
const SOON = { timeout: 20_000, interval: 200 }

let world: World
let lead: Caller
let requests: Requests
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  requests = await goodRequests(world, lead)
  // Its figures are among what is cut off.
  const made = 'PUT /api/movements/:movement'
  const route = ROUTES.find((one) => nameOf(one) === made)!
  expect((await sent(world.address, lead.cookie, route, { request: requests[made]! })).status).toBe(200)
})
afterAll(() => world.close())

const passphrase = () => requests['POST /api/imports/archive-check']!.headers
async function nothingStaysOpen(before: number): Promise<void> {
  await expect.poll(() => world.busyInDatabase(), SOON).toBe(0)
  // A line that is kept for the next request is none that stays open: fetch keeps a few.
  await expect.poll(() => world.openSockets() - before, SOON).toBeLessThan(8)
  const began = performance.now()
  expect((await lead.call('GET', '/api/meetings')).status).toBe(200)
  expect(performance.now() - began).toBeLessThan(20_000)
}

describe(`what is cut off ${TIMES} times`, () => {
  it.each(ROUTES.filter(({ file, may }) => file && may !== 'anybody').map((route) => [nameOf(route), route] as const))(
    '%s, as it comes',
    async (name, route) => {
      const before = world.openSockets()
      for (let time = 0; time < TIMES; time += 1) {
        const abort = new AbortController()
        const reply = await sent(world.address, lead.cookie, route, { request: requests[name]!, signal: abort.signal })
        expect(reply.status).toBe(200)
        // After the first piece, or before any has come.
        const reader = reply.body!.getReader()
        if (time % 2 === 0) await Promise.race([reader.read(), wait(50)])
        abort.abort()
      }
      await nothingStaysOpen(before)
    },
  )
  it.each([
    ['POST', `/api/imports/archive-check`],
    ['POST', `/api/setup/archive?code=${SETUP_CODE}`],
    ['POST', '/api/imports/people'],
    ['PUT', '/api/movements/bridge'],
  ])('%s %s, as it is sent', async (method, path) => {
    const before = world.openSockets()
    const first = path.includes('archive') ? requests['POST /api/imports/archive-check']!.raw! : randomBytes(20_000)
    for (let time = 0; time < TIMES; time += 1) {
      const abort = new AbortController()
      const body = new ReadableStream({
        async start(pieces) {
          pieces.enqueue(first.subarray(0, Math.min(20_000, first.length - 10)))
          await wait(30)
          abort.abort()
        },
      })
      const headers = { cookie: lead.cookie, 'content-type': 'application/json', ...passphrase() }
      const how = { method, body, headers, signal: abort.signal, duplex: 'half' }
      // One that is refused by its first lines is answered before it is cut.
      await fetch(world.address + path, how as RequestInit)
        .then((reply) => reply.text())
        .catch(() => undefined)
    }
    await nothingStaysOpen(before)
  })
})
