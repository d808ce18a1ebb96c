import type { HTTPRequest } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LEAD, PASSWORD } from '../demoData'
import { World } from '../world'
import { Visitor } from './visitor'

let world: World
let visitor: Visitor
/** Scripts that are still on their way. */
const held: HTTPRequest[] = []
let isHolding = true

beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.page.setRequestInterception(true)
  visitor.page.on('request', (request) => {
    if (isHolding && request.resourceType() === 'script') held.push(request)
    else void request.continue()
  })
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

/** Where the fields and the button stand. */
const places = (within: string) =>
  visitor.page.$$eval(`${within} :is(h1, label, input, form button)`, (parts) =>
    parts.map((part) => {
      const { x, y, width, height } = part.getBoundingClientRect()
      return [part.textContent.trim(), ...[x, y, width, height].map(Math.round)]
    }),
  )

describe('signing in while the scripts are on their way', () => {
  let before: unknown
  it('shows the form, which cannot be sent yet', async () => {
    const isThere = visitor.page.goto(`${world.address}/people`, { waitUntil: 'domcontentloaded' })
    isThere.catch(() => {})
    await visitor.page.waitForSelector('#first-form h1')
    await visitor.page.type('#first-email', LEAD)
    await visitor.page.type('#first-password', PASSWORD.slice(0, 4))
    await visitor.page.keyboard.press('Enter')
    expect(visitor.page.url()).toBe(`${world.address}/people`)
    before = await places('#first-form')
  })
  it('takes over what was typed, at the same place, with the keyboard where it was, and goes where somebody wanted to go', async () => {
    isHolding = false
    for (const request of held) void request.continue()
    await visitor.page.waitForFunction(() => !document.querySelector('#first-form'))
    expect(await places('main')).toEqual(before)
    await visitor.page.keyboard.type(PASSWORD.slice(4))
    await visitor.page.keyboard.press('Enter')
    await visitor.sees('People')
    await visitor.page.waitForFunction(() => location.pathname === '/people')
    visitor.expectNoComplaints()
  })
  it('is not there for who is signed in, nor in the page kept for a start without the server', async () => {
    const response = await visitor.page.reload({ waitUntil: 'domcontentloaded' })
    expect(await response!.text()).not.toContain('first-form')
    const kept = await visitor.page.evaluate(async () => {
      await navigator.serviceWorker?.ready
      const shells = await Promise.all(
        (await caches.keys()).map(async (name) => (await caches.open(name)).match('/', { ignoreSearch: true })),
      )
      return Promise.all(shells.flatMap((shell) => (shell ? [shell.text()] : [])))
    })
    expect(kept).toHaveLength(1)
    expect(kept[0]).not.toContain('first-form')
  })
})
