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
const SOON = { timeout: 60_000 }
const [PHONE_WAITS, TABLET_WAITS] = [7, 15]
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
    .poll(async () => (await known(on)).names.some((name) => name.endsWith(`laid-in ${meetingId}`)), {
      timeout: 90_000,
    })
    .toBe(true)
const isReady = (on: Visitor) =>
  on.page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated', SOON)
const status = (on: Visitor, is: string) => on.page.waitForSelector(`[data-test="lead"][data-status="${is}"]`, SOON)
const waiting = (on: Visitor) =>
  on.page.$eval('[data-test="outbox"]', (element) => Number(element.getAttribute('data-waiting')))
/** All that was said has come to rest in the browser: a busy disk takes its time. */
const isKept = (on: Visitor) => on.page.waitForSelector('[data-test="outbox"][data-unsafe="0"]', SOON)
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
    expect(people.filter((person: any) => text.includes(person.name))).toEqual([])
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
    await tablet.beginClass()
    await status(tablet, 'running')
    await tablet.press('ArrowRight', 'ArrowRight', 'ArrowRight')
    await tablet.press('1', 'd')
    await tablet.sees('done', '[data-test="log-strip"]')
    await tablet.press('Space')
    await status(tablet, 'paused')
    const before = await tablet.text('[data-test="class-clock"]')
    const sent = await waiting(tablet)
    await isKept(tablet)
    await tablet.page.reload({ waitUntil: 'domcontentloaded' })
    await status(tablet, 'paused')
    expect(await tablet.text('[data-test="class-clock"]')).toBe(before)
    expect(await waiting(tablet)).toBe(sent)
    await tablet.sees('All is as it was known at', '[data-test="cut"]')
    await tablet.press('2', 's', 'n', '6')
    await tablet.sees('Bertil', '[data-test="noting-line"]')
  })
  it('another device leads the same class by its own clock, and notes as well', async () => {
    phone = await phone.comeBack()
    await shell(phone, `/meetings/${meetingId}/lead`)
    await status(phone, 'ready')
    await phone.beginClass()
    await status(phone, 'running')
    await phone.press('ArrowRight', 'ArrowRight', 'ArrowRight')
    // Nobody is ticked here: everybody who is expected is shown, with two figures.
    await phone.press('0', '3', 'e')
    await phone.sees('eased', '[data-test="log-strip"]')
    await phone.press('0', '1', 's', 'n', '8')
    await phone.sees('stopped', '[data-test="log-strip"]')
    // The browser is killed once the ticks are on its screen, and nothing is lost with it.
    await phone.page.waitForFunction(
      () =>
        ['Cora', 'Agnes'].every((name) =>
          Array.from(document.querySelectorAll('[data-person]')).some(
            ({ textContent: said }) => said.includes(name) && /[↓■]/.test(said),
          ),
        ),
      SOON,
    )
    await isKept(phone)
    phone.browser.process()?.kill('SIGKILL')
    await new Promise((done) => setTimeout(done, 500))
    phone = await phone.comeBack()
    await shell(phone, `/meetings/${meetingId}/lead`)
    await status(phone, 'running')
    await phone.sees('kept in this browser, sent as soon as it answers', '[data-test="outbox-waiting"]')
  })
  it('the class is ended and reflected on: what is proposed is worked out on the tablet, and answered', async () => {
    await tablet.click('Menu')
    await tablet.click('End the class')
    await tablet.click('On to Reflect')
    await tablet.sees('this was worked out here, from what was known on', '[data-test="reflected-here"]')
    await tablet.sees(/\d of 2 not decided yet/, '[data-test="open-count"]')
    // What hurt comes first, open, with its bodies.
    await tablet.sees('Hurt: Bertil Oake', '[data-group]:first-of-type')
    await tablet.expectAccessible()
    const stay = await tablet.page.$('[data-group="stay"] button')
    await stay?.click()
    await decide(tablet, 'Agnes')
    await decide(tablet, 'Bertil')
    await tablet.sees('Everything is answered; 2 of it wait for the server.', '[data-test="open-count"]')
  })
  it('once it is back everything arrives once; the first start that it got stands, and no note moves', async () => {
    // Of the phone its start, three moves and three notes; of the tablet also who came, how they are, its end, and
    // answers.
    expect([await waiting(phone), await waiting(tablet)]).toEqual([PHONE_WAITS, TABLET_WAITS])
    await isKept(tablet)
    // The tablet is switched off before it hears of anything.
    await tablet.page.goto('about:blank')
    await world.startServer()
    await expect.poll(() => waiting(phone), { timeout: 60_000 }).toBe(0)
    await shell(tablet, `/meetings/${meetingId}/reflect`)
    await tablet.page.waitForSelector('[data-test="outbox"]', SOON)
    await expect.poll(() => waiting(tablet), { timeout: 60_000 }).toBe(0)
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
      ['Agnes', 'stopped', block],
      ['Bertil', 'stopped', block],
      ['Cora', 'eased', block],
    ])
    expect(view.arrivals[view.people[2].id]).toMatchObject({ came: true, dizzy: true })
  })
  it('an answer given on less than what has arrived since is put again with both, and never applied', async () => {
    await tablet.sees(
      /Paced breath of Agnes Tveit: staying, .* was proposed where it was answered. On what has arrived since an ease, level 1,/,
      '[data-test="put-again"]',
    )
    const { body: reflection } = await lead.call('GET', `/api/meetings/${meetingId}/reflection`)
    const view = await nextMeeting(lead)
    const nameOf = (id: string) => view.people.find((person: any) => person.id === id).name
    expect(reflection.answered.map((entry: any) => nameOf(entry.participant))).toEqual(['Bertil Oake'])
    // Answered anew, on what is known now, it holds.
    await decide(tablet, 'Agnes')
    await tablet.page.waitForFunction(() => !document.querySelector('[data-test="put-again"]'), SOON)
    await expect
      .poll(async () => (await lead.call('GET', `/api/meetings/${meetingId}/reflection`)).body.answered.length, SOON)
      .toBe(2)
  })
})

/** Takes what is proposed of somebody, in their row. */
async function decide(on: Visitor, name: string): Promise<void> {
  await on.page.waitForFunction(
    (who) => {
      const row = Array.from(document.querySelectorAll('[data-decision]')).find((one) => one.textContent.includes(who))
      const button = row?.querySelector<HTMLElement>('[data-act="accept"]')
      button?.click()
      return Boolean(button)
    },
    SOON,
    name,
  )
}

describe('signing out', () => {
  it('says what becomes of what waits, and cannot be done without the server', async () => {
    await shell(phone, `/meetings/${meetingId}/gather`)
    await phone.sees('Edda Quist')
    await world.crash()
    await phone.press('ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'h')
    await expect.poll(() => waiting(phone), SOON).toBe(1)
    await phone.click('Sign out')
    await phone.sees('1 note is not sent yet. What waits stays in this browser', '[data-test="leaving"]')
    await phone.click('Sign out all the same')
    await phone.sees('Nobody can be signed out without the server.', '[data-test="leaving"]')
    await world.startServer()
    await expect.poll(() => waiting(phone), { timeout: 60_000 }).toBe(0)
  })
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
