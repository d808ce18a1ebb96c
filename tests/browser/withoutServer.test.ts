import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startOf } from '../../core/lead/clock'
import { foldOutcomes } from '../../core/lead/outcome'
import { HELPER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/**
 * A class in a village hall without a net: the server is gone since before anybody came, two tablets lead, both are
 * switched off and on in mid-class, and everything arrives once, whichever comes back first.
 */
let world: World
let tablet: Visitor
let phone: Visitor
let lead: Caller
let meetingId = ''
const SOON = { timeout: 20_000 }
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  meetingId = (await nextMeeting(lead)).meeting.id
  tablet = await Visitor.arrive(world)
  phone = await Visitor.arrive(world)
})
afterAll(async () => {
  await tablet?.leave()
  await phone?.leave()
  await world.close()
})

/** What the browser holds of the days' meetings: names of what is known, and the rows as they lie there. */
const known = (on: Visitor): Promise<{ names: string[]; text: string }> =>
  on.page.evaluate(
    () =>
      new Promise<{ names: string[]; text: string }>((done) => {
        const asked = indexedDB.open('unhurried-circle')
        asked.onsuccess = () => {
          const all = asked.result.transaction('known').objectStore('known').getAll()
          all.onsuccess = () => {
            asked.result.close()
            const bytes = all.result.map((row) => new TextDecoder().decode(row.sealed.data))
            done({ names: all.result.map((row) => row.name), text: JSON.stringify(all.result) + bytes.join('') })
          }
        }
      }),
  )
const isLaidIn = (on: Visitor) =>
  expect
    .poll(async () => (await known(on)).names.some((name) => name.endsWith(`meeting ${meetingId}`)), SOON)
    .toBe(true)
const isReady = (on: Visitor) =>
  on.page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated', SOON)
const status = (on: Visitor, is: string) => on.page.waitForSelector(`[data-test="lead"][data-status="${is}"]`, SOON)
const waiting = (on: Visitor) =>
  on.page.$eval('[data-test="outbox"]', (element) => Number(element.getAttribute('data-waiting')))
const shell = async (on: Visitor, path: string) => {
  await on.page.goto(world.address + path, { waitUntil: 'domcontentloaded' })
}

describe('what is laid in while the server is there', () => {
  it('is the application itself, and the meetings of today and tomorrow, for whoever is signed in', async () => {
    await tablet.signIn()
    await phone.signIn(HELPER)
    for (const on of [tablet, phone]) {
      await isReady(on)
      await isLaidIn(on)
    }
    const manifest = await tablet.page.evaluate(async () => (await fetch('/manifest.webmanifest')).json())
    expect(manifest).toMatchObject({ name: 'Unhurried Circle', start_url: '/', display: 'standalone' })
  })
  it('is sealed: nobody’s name and nothing of their health can be read where it lies', async () => {
    const { people } = await nextMeeting(lead)
    const { text } = await known(tablet)
    expect(text.length).toBeGreaterThan(10_000)
    for (const person of people) expect(text).not.toContain(person.name.split(' ')[0])
  })
})

describe('with the server gone', () => {
  it('the application opens, and shows the next meetings and how old that is', async () => {
    await world.crash()
    tablet = await tablet.comeBack()
    await shell(tablet, '/')
    await tablet.sees('The server cannot be reached')
    await tablet.sees('as they were known at', '[data-test="kept-meetings"]')
    await tablet.sees('The Weir Lane Circle')
    await tablet.expectAccessible()
  })
  it('people are gathered, and the class is begun, led and noted, through a reload in the middle of it', async () => {
    await tablet.click('Gather')
    await tablet.sees('Agnes Tveit')
    await tablet.press('h', 'ArrowDown', 'h', 'ArrowDown', 'h', 'd')
    await tablet.sees('3 of 11 are here.')
    await tablet.click('Lead')
    await status(tablet, 'ready')
    await tablet.press('Space')
    await status(tablet, 'running')
    await tablet.press('ArrowRight', 'ArrowRight', 'ArrowRight')
    await tablet.press('1', 'd')
    await tablet.sees('Agnes: done', '[data-test="log-strip"]')
    await tablet.press('Space')
    await status(tablet, 'paused')
    const before = await tablet.text('[data-test="class-clock"]')
    const sent = await waiting(tablet)
    await tablet.page.reload({ waitUntil: 'domcontentloaded' })
    await status(tablet, 'paused')
    expect(await tablet.text('[data-test="class-clock"]')).toBe(before)
    expect(await waiting(tablet)).toBe(sent)
    await tablet.sees('All is as it was known at', '[data-test="cut"]')
    await tablet.press('2', 's', 'n', '6')
    await tablet.sees('Bertil', '[data-test="log-strip"]')
  })
  it('another device leads the same class by its own clock, and notes as well', async () => {
    phone = await phone.comeBack()
    await shell(phone, `/meetings/${meetingId}/lead`)
    await status(phone, 'ready')
    await phone.press('Space')
    await status(phone, 'running')
    await phone.press('ArrowRight', 'ArrowRight', 'ArrowRight')
    // Nobody is ticked here: everybody who is expected is shown, with two figures.
    await phone.press('0', '3', 'e')
    await phone.sees('Cora: eased', '[data-test="log-strip"]')
    // The browser is killed, and nothing is lost with it.
    phone.browser.process()?.kill('SIGKILL')
    await new Promise((done) => setTimeout(done, 500))
    phone = await phone.comeBack()
    await shell(phone, `/meetings/${meetingId}/lead`)
    await status(phone, 'running')
    await phone.sees('kept in this browser, sent as soon as it answers', '[data-test="outbox-waiting"]')
  })
  it('once it is back everything arrives once; the first start that it got stands, and no note moves', async () => {
    // Five of the phone: its start, three moves and a note; of the tablet also who came, how they are, and a pause.
    expect([await waiting(phone), await waiting(tablet)]).toEqual([5, 12])
    await world.startServer()
    for (const on of [phone, tablet]) await expect.poll(() => waiting(on), { timeout: 60_000 }).toBe(0)
    const view = await nextMeeting(lead)
    const starts = view.classEvents.filter((one: any) => one.event === 'start')
    expect(starts).toHaveLength(2)
    const first = starts.toSorted((a: any, b: any) => a.sequence - b.sequence)[0]
    expect(startOf(view.classEvents)?.id).toBe(first.id)
    const nameOf = (id: string) => view.people.find((person: any) => person.id === id).name.split(' ')[0]
    const notes = foldOutcomes(view.outcomes).map(({ participant, done, blockId }) => [
      nameOf(participant),
      done,
      blockId,
    ])
    const block = view.meeting.plan.blocks[0].id
    expect(notes.toSorted()).toEqual([
      ['Agnes', 'done', block],
      ['Bertil', 'stopped', block],
      ['Cora', 'eased', block],
    ])
    expect(view.arrivals[view.people[2].id]).toMatchObject({ came: true, dizzy: true })
    // Both screens come to the same class.
    const stands = await tablet.page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-status'))
    await status(phone, stands ?? '')
  })
})

describe('signing out', () => {
  it('leaves nothing of the meetings in the browser, nor what would open it', async () => {
    await tablet.open('/')
    await isLaidIn(tablet)
    await tablet.click('Sign out')
    await tablet.page.waitForFunction(() => location.pathname === '/sign-in', SOON)
    expect((await known(tablet)).names).toEqual([])
    const keys = await tablet.page.evaluate(
      () =>
        new Promise((done) => {
          const asked = indexedDB.open('unhurried-circle')
          asked.onsuccess = () => {
            const all = asked.result.transaction('keys').objectStore('keys').getAllKeys()
            all.onsuccess = () => (asked.result.close(), done(all.result))
          }
        }),
    )
    expect(keys).toEqual([])
    expect(await tablet.page.evaluate(() => localStorage.getItem('unhurried-circle-account'))).toBe('')
  })
})
