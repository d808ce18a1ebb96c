import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LEAD } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from '../browser/visitor'
import { isLong } from './long'

/**
 * A tablet that dies the moment a tick is on its screen, again and again, with the server there and with it gone: no
 * note whose tick was seen is lost, and none is there twice.
 */
const KILLS = isLong ? 100 : 4
const SOON = { timeout: 30_000 }
let world: World
let lead: Caller
let tablet: Visitor
let meetingId = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn(LEAD)
  meetingId = (await nextMeeting(lead)).meeting.id
  tablet = await Visitor.arrive(world)
  await tablet.signIn()
  await tablet.page.waitForFunction(
    async () => (await navigator.serviceWorker.ready).active?.state === 'activated',
    SOON,
  )
  // A browser keeps who is signed in a while after: closed once, it is on the disk.
  tablet = await tablet.comeBack()
})
afterAll(async () => {
  await tablet?.leave()
  await world.close()
})

const look = async () => {
  await tablet.page.goto(`${world.address}/meetings/${meetingId}/lead`, { waitUntil: 'domcontentloaded' })
  await tablet.page.waitForSelector('[data-test="lead"] [data-person]', SOON)
}
const begin = async () => {
  await look()
  await tablet.beginClass()
  await tablet.page.waitForSelector('[data-test="lead"][data-status="running"]', SOON)
  await tablet.press('ArrowRight', 'ArrowRight', 'ArrowRight', 'Space')
  await tablet.page.waitForSelector('[data-test="lead"][data-status="paused"]', SOON)
}
const marksOf = (at: number) =>
  tablet.page.$$eval('[data-person]', (all, which) => all[which]?.querySelector('.text-action')?.textContent ?? '', at)

describe('a tablet that dies when a tick is seen', () => {
  it('loses no note and doubles none', async () => {
    await begin()
    const wanted = new Map<number, string>()
    let lost = 0
    for (let kill = 0; kill < KILLS; kill += 1) {
      // Of every two kills one is with the server gone.
      if (kill % 2 === 1) await world.crash()
      const [person, done] = [kill % 11, (kill / 11) % 2 < 1 ? 'd' : 'e'] as const
      const mark = done === 'd' ? '✓' : '↓'
      await tablet.press('Escape', ...String(person + 1).padStart(2, '0'), done)
      await tablet.page.waitForFunction(
        (which, sign) => document.querySelectorAll('[data-person]')[which]?.textContent?.includes(sign),
        { ...SOON, polling: 'mutation' },
        person,
        mark,
      )
      tablet.browser.process()?.kill('SIGKILL')
      wanted.set(person, mark)
      tablet = await tablet.comeBack()
      if (kill % 2 === 1 && kill % 4 === 1) await world.startServer()
      await look()
      await expect
        .poll(() => marksOf(person), SOON)
        .toContain(mark)
        .catch(() => (lost += 1))
      if (kill % 4 === 3) await world.startServer()
    }
    await expect
      .poll(() => tablet.page.$eval('[data-test="outbox"]', (one) => one.getAttribute('data-waiting')), {
        timeout: 60_000,
      })
      .toBe('0')
    const { outcomes, people } = await nextMeeting(lead)
    const of = (person: number) => outcomes.filter((one: any) => one.participant === people[person].id)
    const ids = new Set(outcomes.map((one: any) => one.id))
    console.log(
      `a tablet killed ${KILLS} times at its tick: ${KILLS} notes seen, ${outcomes.length} stored, ` +
        `${outcomes.length - ids.size} doubled, ${lost} not there when it came back; wanted: 0 and 0`,
    )
    expect(lost).toBe(0)
    expect(outcomes).toHaveLength(KILLS)
    for (const [person, mark] of wanted)
      expect([person, of(person).at(-1).done]).toEqual([person, mark === '✓' ? 'done' : 'eased'])
  })
  it('loses none whose key another window has thrown away meanwhile', async () => {
    await world.crash()
    const note = async (figures: string) => {
      await tablet.press('Escape', ...figures, 'd')
      await tablet.page.waitForFunction(
        (which) => document.querySelectorAll('[data-person]')[which]?.textContent?.includes('✓'),
        SOON,
        Number(figures) - 1,
      )
    }
    await note('10')
    await tablet.page.evaluate(
      () =>
        new Promise<void>((done) => {
          const asked = indexedDB.open('unhurried-circle')
          asked.onsuccess = () => {
            const writing = asked.result.transaction('keys', 'readwrite')
            writing.objectStore('keys').delete('outbox')
            writing.oncomplete = () => (asked.result.close(), done())
          }
        }),
    )
    await note('11')
    tablet.browser.process()?.kill('SIGKILL')
    tablet = await tablet.comeBack()
    await look()
    for (const at of [9, 10]) await expect.poll(() => marksOf(at), SOON).toContain('✓')
    await world.startServer()
    await expect
      .poll(() => tablet.page.$eval('[data-test="outbox"]', (one) => one.getAttribute('data-waiting')), {
        timeout: 60_000,
      })
      .toBe('0')
    const { outcomes, people } = await nextMeeting(lead)
    for (const at of [9, 10]) expect(outcomes.some((one: any) => one.participant === people[at].id)).toBe(true)
  })
})
