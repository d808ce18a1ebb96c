import { createServer, request, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World } from '../world'
import { Visitor } from './visitor'

/** A newer version of the application: what lies between says that there is one, as a server after an update does. */
let world: World
let between: Server
let visitor: Visitor
let isNewer = false
beforeAll(async () => {
  world = await World.open()
  between = createServer((asked, reply) => {
    const to = { method: asked.method, headers: { ...asked.headers, 'accept-encoding': 'identity' } }
    const passed = request(world.address + asked.url, to, (answer) => {
      const { 'content-length': _length, etag: _etag, ...headers } = answer.headers
      reply.writeHead(answer.statusCode!, headers)
      // A worker is another one where a byte of it differs.
      answer.on('end', () => reply.end(isNewer && asked.url === '/sw.js' ? '\n// newer' : ''))
      answer.pipe(reply, { end: false })
    })
    passed.on('error', () => reply.destroy())
    reply.on('close', () => passed.destroy())
    asked.pipe(passed)
  })
  await new Promise<void>((resolve) => between.listen(0, '127.0.0.1', resolve))
  const address = `http://127.0.0.1:${(between.address() as AddressInfo).port}`
  visitor = await Visitor.arrive(Object.create(world, { address: { value: address } }) as World)
})
afterAll(async () => {
  await visitor?.leave()
  between.closeAllConnections()
  between.close()
  await world.close()
})
const worker = () =>
  visitor.page.evaluate(async () => {
    const { active, waiting } = await navigator.serviceWorker.ready
    return { active: active?.state, isWaiting: waiting !== null }
  })

describe('a newer version of the application', () => {
  it('is said and waits, and is taken when somebody says so, with what is open still there', async () => {
    await visitor.signIn()
    await visitor.page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated')
    await visitor.open('/people')
    expect(await visitor.page.$('[data-test="new-version"]')).toBeNull()

    isNewer = true
    await visitor.open('/people')
    await visitor.page.waitForSelector('[data-test="new-version"]', { timeout: 60_000 })
    expect(await worker()).toEqual({ active: 'activated', isWaiting: true })
    // It waits for as long as nobody takes it, over a reload too.
    await visitor.open('/people')
    await visitor.sees('A newer version of the application is ready.')
    expect(await worker()).toMatchObject({ isWaiting: true })

    await Promise.all([visitor.page.waitForNavigation({ timeout: 60_000 }), visitor.click('Take it now')])
    await visitor.page.waitForSelector('h1')
    await expect.poll(worker).toEqual({ active: 'activated', isWaiting: false })
    expect(new URL(visitor.page.url()).pathname).toBe('/people')
    expect(await visitor.page.$('[data-test="new-version"]')).toBeNull()
    visitor.expectNoComplaints()
  })
  it('renews the figures that were laid in, and how they move, when they are looked at', async () => {
    const figures = [
      ['/figures/bridge.floor.2.end.svg', 'image/svg+xml', '<!-- older -->'],
      ['/figures/moving/bridge.json', 'application/json', ' \n \n'],
    ] as const
    const older = () =>
      visitor.page.evaluate(async (all) => {
        const cache = await caches.open('figures')
        const kept = await Promise.all(all.map(async ([address]) => (await cache.match(address))?.text()))
        return kept.map((text, at) => text?.endsWith(all[at]![2]))
      }, figures)
    await visitor.page.evaluate(async (all) => {
      const cache = await caches.open('figures')
      for (const [address, type, mark] of all)
        await cache.put(
          address,
          new Response((await (await fetch(`${address}?as-it-is`)).text()) + mark, {
            headers: { 'content-type': type },
          }),
        )
    }, figures)
    expect(await older()).toEqual([true, true])
    await visitor.open('/movements/bridge')
    await expect.poll(older, { timeout: 60_000 }).toEqual([false, false])
  })
})
