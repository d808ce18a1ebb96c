import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, bench, describe } from 'vitest'
import { Visitor } from '../browser/visitor'
import { nextMeeting, World } from '../world'

// Wanted: at most 5 of 300 pictures late, and 45 a second at a quarter of the processor.
const SECONDS = 5
const LATE_MS = 25
const LOOK_MS = 3000
let world: World
let visitor: Visitor

beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world, { width: 1920, height: 1080 })
  await visitor.signIn()
  const { meeting } = await nextMeeting(await world.signedIn())
  await visitor.page.evaluate(() => localStorage.setItem('unhurried-circle-distance', 'room'))
  await visitor.open(`/meetings/${meeting.id}/lead`)
  await visitor.beginClass()
  // To where all lanes work at once.
  for (let steps = 0; steps < 4; steps += 1) await visitor.press('ArrowRight')
  await visitor.page.waitForSelector('[data-test="room-lane"] [data-test="moving-figure"] path')
  await laidIn()
}, 120_000)
afterAll(async () => {
  await visitor?.leave()
  await world?.close()
})

/** Waits until the class's figures lie in the browser, as they do half a minute into it. */
async function laidIn(): Promise<void> {
  const count = () => visitor.page.evaluate(async () => (await (await caches.open('figures')).keys()).length)
  for (let [before, now] = [-1, 0]; before !== now; [before, now] = [now, await count()]) await wait(LOOK_MS)
}

/** Goes on to where most lanes move at once: a step that is not said before it is done. */
async function toWork(): Promise<void> {
  const isAtWork = () => visitor.page.evaluate(() => document.querySelector('[data-test="changing"]') === null)
  await visitor.press('ArrowRight')
  for (let steps = 0; steps < 4 && !(await isAtWork()); steps += 1) await visitor.press('ArrowRight')
}

/** Counts the pictures of some seconds, those that came late, and the figures that moved meanwhile; says so. */
async function watchFor(rate: number): Promise<void> {
  await toWork()
  const client = await visitor.page.createCDPSession()
  await client.send('Emulation.setCPUThrottlingRate', { rate })
  const { pictures, late, moved } = await visitor.page.evaluate(
    (ms, lateMs) =>
      new Promise<{ pictures: number; late: number; moved: number }>((done) => {
        const moving = new Set<Element | null>()
        const seen = new MutationObserver((changes) =>
          changes.forEach(({ target }) => moving.add((target as Element).closest('svg'))),
        )
        document
          .querySelectorAll('[data-test="moving-figure"]')
          .forEach((figure) => seen.observe(figure, { subtree: true, attributeFilter: ['d'] }))
        const began = performance.now()
        let [before, pictures, late] = [began, 0, 0]
        const look = (now: number) => {
          pictures += 1
          if (now - before > lateMs) late += 1
          before = now
          if (now - began < ms) return requestAnimationFrame(look)
          seen.disconnect()
          done({ pictures, late, moved: moving.size })
        }
        requestAnimationFrame(look)
      }),
    SECONDS * 1000,
    LATE_MS,
  )
  console.log(`${moved} figures move, processor 1/${rate}: ${(pictures / SECONDS).toFixed(0)} a second, ${late} late`)
  await client.send('Emulation.setCPUThrottlingRate', { rate: 1 })
}

describe('the room’s screen at 1920 × 1080, all lanes at work', () => {
  const once = { time: 0, iterations: 4, warmupIterations: 1 }
  bench('five seconds', () => watchFor(1), once)
  bench('five seconds at a quarter of the processor', () => watchFor(4), once)
})
