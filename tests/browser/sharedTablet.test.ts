import { TOTP } from 'otpauth'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, PASSWORD } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** A tablet that lies in the room: several sign in on it, and anybody may pick it up. */
let world: World
let lead: Caller
let tablet: Visitor
let person: any
let meetingId = ''
/** How long a code of an authenticator is the one of now. */
const STEP_MS = 30_000
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const view = await nextMeeting(lead)
  meetingId = view.meeting.id
  person = view.people[7]
  tablet = await Visitor.arrive(world)
})
afterAll(async () => {
  await tablet?.leave()
  await world.close()
})
const storage = () => tablet.page.evaluate(() => JSON.stringify({ ...localStorage }))
/** Everything in the browser's store, as far as it can be read without a key. */
const readable = () =>
  tablet.page.evaluate(async () => {
    const done = <T>(asked: IDBRequest<T>) =>
      new Promise<T>((resolve) => (asked.onsuccess = () => resolve(asked.result)))
    const db = await done(indexedDB.open('unhurried-circle'))
    const rows = await Promise.all(
      Array.from(db.objectStoreNames).map((name) => done(db.transaction(name).objectStore(name).getAll())),
    )
    db.close()
    return JSON.stringify(rows, (_, value) =>
      value instanceof ArrayBuffer ? new TextDecoder('latin1').decode(value) : value,
    )
  })

describe('what is begun in a form', () => {
  const change = () => `/people/${person.id}/change`
  it('lies in the browser sealed, for whoever began it', async () => {
    await tablet.signIn()
    await tablet.open(change())
    await tablet.fill('In an emergency call', 'Her son, 555 0134')
    await tablet.typedIsKept()
    for (const text of [await storage(), await readable()]) expect(text.includes('Her son')).toBe(false)
    await tablet.reload()
    expect(await fieldOf('In an emergency call')).toBe('Her son, 555 0134')
  })
  const fieldOf = (label: string) =>
    tablet.page.$eval(
      `::-p-xpath(//*[@id=//label[starts-with(normalize-space(.), "${label}")]/@for])`,
      (field) => (field as HTMLInputElement).value,
    )
  it('moves after a day to the account, sealed there too, and is at hand on another device', async () => {
    await tablet.page.evaluate(async () => {
      const done = <T>(asked: IDBRequest<T>) =>
        new Promise<T>((resolve) => (asked.onsuccess = () => resolve(asked.result)))
      const db = await done(indexedDB.open('unhurried-circle'))
      const store = db.transaction('drafts', 'readwrite').objectStore('drafts')
      const [row] = await done(store.getAll())
      await done(store.put({ ...row, at: Date.now() - 25 * 3_600_000 }))
      db.close()
    })
    await tablet.reload()
    await expect.poll(() => tablet.kept('drafts'), SOON).toEqual([])
    const rows = await world.db('drafts')
    expect(rows).toHaveLength(1)
    expect(JSON.stringify(rows)).not.toContain('Her son')
    expect(await fieldOf('In an emergency call')).toBe('Her son, 555 0134')
    const desk = await Visitor.arrive(world)
    try {
      await desk.signIn()
      await desk.open(change())
      const typed = () =>
        desk.page.$eval(
          '::-p-xpath(//*[@id=//label[starts-with(normalize-space(.), "In an emergency call")]/@for])',
          (field) => (field as HTMLInputElement).value,
        )
      await expect.poll(typed, SOON).toBe('Her son, 555 0134')
      await desk.click('Save')
      await desk.sees('Saved.')
      await expect.poll(() => world.db('drafts'), SOON).toEqual([])
    } finally {
      await desk.leave()
    }
  })
  it('is not there for the next who signs in, and nothing is left when somebody signs out', async () => {
    await tablet.open(change())
    await tablet.fill('In an emergency call', 'Her daughter, 555 0199')
    await tablet.typedIsKept()
    await tablet.click('Sign out')
    await tablet.arrivesAt('/sign-in')
    for (const table of ['drafts', 'known', 'outbox'] as const) expect(await tablet.kept(table)).toEqual([])
    expect(await storage()).not.toMatch(/daughter|person:/)
    await tablet.signIn(HELPER)
    await tablet.open(change())
    expect(await tablet.text('body')).not.toContain('daughter')
    await tablet.click('Sign out')
    await tablet.arrivesAt('/sign-in')
  })
})

describe('a screen that is locked', () => {
  const lock = async (pin: string) => {
    await tablet.click('Lock')
    await tablet.page.waitForSelector('[data-test="lock-pin"]')
    await tablet.page.type('[data-test="lock-pin"]', pin)
    await tablet.press('Enter')
  }
  const unlock = async (typed: string) => {
    await tablet.page.waitForSelector('[data-test="unlock"]')
    await tablet.page.type('[data-test="unlock"]', typed)
    await tablet.press('Enter')
  }
  const step = () =>
    tablet.page.$eval(
      '[data-test="lead"]',
      (page) => `${page.getAttribute('data-status')} ${page.getAttribute('data-step')}`,
    )
  it('hides what is on it, and the class goes on', async () => {
    await tablet.signIn()
    await tablet.open(`/meetings/${meetingId}/lead`)
    await tablet.beginClass()
    await tablet.page.waitForSelector('[data-test="lead"][data-status="running"]', SOON)
    await lock('12')
    await tablet.sees('A PIN is 4 to 8 digits.')
    await tablet.press('Escape')
    await lock('4711')
    await tablet.page.waitForSelector('[data-test="locked"]')
    await tablet.expectAccessible()
    expect(
      await tablet.page.evaluate(() => document.querySelector('[data-test="lead"]')!.closest('[inert]') !== null),
    ).toBe(true)
    // No key of the class does anything, and its clock runs.
    await tablet.page.evaluate(() => (document.activeElement as HTMLElement).blur())
    await tablet.press('Space')
    // By itself it may have gone on to the next step meanwhile.
    expect(await step()).toMatch(/^running /)
    await tablet.page.waitForSelector('[data-test="locked"] [role="timer"]')
    expect(await tablet.text('[data-test="locked"]')).not.toContain(person.name.split(' ')[0])
  })
  it('stays locked over a reload and another address, and opens with the PIN', async () => {
    await tablet.open(`/people/${person.id}`)
    await tablet.page.waitForSelector('[data-test="locked"]')
    await tablet.page.waitForSelector('[inert].invisible h1')
    expect(await storage()).not.toContain('4711')
    await unlock('1234')
    await tablet.sees('This is not the PIN.')
    await unlock('4711')
    await tablet.page.waitForFunction(() => document.querySelector('[data-test="locked"]') === null)
    await tablet.sees(person.name, 'h1')
  })
  it('opens after five wrong PINs with the password only', async () => {
    await tablet.open(`/meetings/${meetingId}/lead`)
    await lock('4711')
    for (let tries = 0; tries < 5; tries += 1) {
      await unlock('0000')
      await tablet.page.waitForFunction(
        (wrong) => JSON.parse(localStorage.getItem('unhurried-circle-lock')!).wrong === wrong,
        SOON,
        tries + 1,
      )
      // Counted first, it is looked at for a moment.
      await tablet.page.waitForFunction(
        () => !document.querySelector('[data-test="locked"] form')!.hasAttribute('data-busy'),
        SOON,
      )
    }
    await tablet.sees('Password of Marit Solvang')
    await unlock('4711')
    await tablet.sees('is not right')
    await unlock(PASSWORD)
    await tablet.page.waitForFunction(() => document.querySelector('[data-test="locked"]') === null)
    expect(await step()).toMatch(/^running/)
  })
  it('asks for the code of whoever has a second factor after the password', async () => {
    const { secret } = (await lead.call('POST', '/api/account/second-factor', { password: PASSWORD })).body
    const totp = new TOTP({ secret })
    const code = totp.generate()
    expect((await lead.call('PUT', '/api/account/second-factor', { code })).status).toBe(200)
    await lock('4711')
    await tablet.page.waitForSelector('[data-test="locked"]')
    // As after five wrong PINs, in another window.
    await tablet.page.evaluate(() => {
      const now = JSON.parse(localStorage.getItem('unhurried-circle-lock')!)
      localStorage.setItem('unhurried-circle-lock', JSON.stringify({ ...now, wrong: 5 }))
    })
    await tablet.reload()
    await tablet.sees('Password of Marit Solvang')
    await unlock(PASSWORD)
    await tablet.sees('Now the code of your authenticator.')
    await tablet.expectAccessible()
    await tablet.page.type('[data-test="unlock-code"]', totp.generate({ timestamp: Date.now() + STEP_MS }))
    await tablet.press('Enter')
    await tablet.page.waitForFunction(() => document.querySelector('[data-test="locked"]') === null)
    expect(await step()).toMatch(/^running/)
    tablet.expectNoComplaints()
  })
})
