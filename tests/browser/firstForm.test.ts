import { TOTP } from 'otpauth'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { LEAD, PASSWORD } from '../demoData'
import { World } from '../world'
import { heldArrival, type HeldArrival } from './heldArrival'

let world: World
let arrival: HeldArrival
let visitor: HeldArrival['visitor']

beforeAll(async () => {
  world = await World.open()
})
afterAll(() => world.close())
beforeEach(async () => {
  arrival = await heldArrival(world, '/people')
  visitor = arrival.visitor
})
afterEach(() => visitor.leave())

async function typeFirst(password: string): Promise<void> {
  await visitor.page.type('#first-email', LEAD)
  await visitor.page.type('#first-password', password)
}
const deeds = async (deed: string) => (await world.db('access_log').where({ did: deed })).length

describe('signing in while the scripts are on their way', () => {
  it('is typed into; the same form takes it over, at the same place, with the keyboard where it was', async () => {
    await typeFirst(PASSWORD.slice(0, 4))
    const before = await arrival.places('#first-form')
    await arrival.letScriptsOn()
    expect(await arrival.places('main')).toEqual(before)
    await visitor.page.keyboard.type(PASSWORD.slice(4))
    expect(await visitor.page.$eval('input[type="password"]', (input) => input.value)).toBe(PASSWORD)
    visitor.expectNoComplaints()
  })
  it('is sent, once; what the server says is said at its place, and what was typed is kept', async () => {
    await typeFirst('not the password')
    expect(await arrival.send()).toEqual([422])
    await arrival.letScriptsOn()
    await visitor.sees('The e-mail address or the password is not right.')
    expect(await visitor.page.$eval('input[type="email"]', (input) => input.value)).toBe(LEAD)
    expect(await deeds('gave a wrong password')).toBe(1)
  })
  it('says so where the server could not be reached', async () => {
    await typeFirst(PASSWORD)
    await arrival.sendInVain()
    await arrival.letScriptsOn()
    await visitor.sees('The server cannot be reached.')
  })
  it('is asked for the code where the account has one', async () => {
    const lead = await world.signedIn()
    const factor = '/api/account/second-factor'
    const { secret } = (await lead.call('POST', factor, { password: PASSWORD })).body
    await lead.call('PUT', factor, { code: new TOTP({ secret }).generate() })
    await typeFirst(PASSWORD)
    expect(await arrival.send()).toEqual([422])
    await arrival.letScriptsOn()
    await visitor.sees('Six digits, as your authenticator shows them now.')
    expect((await lead.call('DELETE', factor, { password: PASSWORD })).status).toBe(200)
  })
  it('is all that there is to do, and goes where somebody wanted to go', async () => {
    await typeFirst(PASSWORD)
    const before = await deeds('signed in')
    expect(await arrival.send()).toEqual([200])
    expect(await deeds('signed in')).toBe(before + 1)
    await arrival.letScriptsOn()
    await visitor.sees('People')
    await visitor.page.waitForFunction(() => location.pathname === '/people')
    visitor.expectNoComplaints()
  })
  it('asks the server nothing again to go on: whoever was let in is in, also where it is slow just then', async () => {
    await arrival.letScriptsOn()
    await visitor.page.evaluate(() => {
      const fetched = window.fetch
      window.fetch = (asked, how) => {
        const isWhoIsIt = String(asked instanceof Request ? asked.url : asked).endsWith('/api/session')
        return isWhoIsIt && how?.method === 'GET' ? new Promise(() => {}) : fetched(asked, how)
      }
    })
    await visitor.fill('E-mail', LEAD)
    await visitor.fill('Password', PASSWORD)
    await visitor.press('Enter')
    await visitor.page.waitForFunction(() => location.pathname === '/people')
  })
  it('is not there for who is signed in, nor in the page kept for a start without the server', async () => {
    arrival.letAllBe()
    await visitor.signIn()
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
