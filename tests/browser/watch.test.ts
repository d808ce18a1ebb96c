import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** Somebody who leads, with a television in the room. */
let world: World
let lead: Caller
let desk: Visitor
let television: Visitor
let view: any
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  desk = await Visitor.arrive(world)
  television = await Visitor.arrive(world)
  await desk.signIn()
})
afterAll(async () => {
  await desk?.leave()
  await television?.leave()
  await world.close()
})
const shown = () => television.text('[data-test="watch"]')

describe('a screen that watches a class', () => {
  let code = ''
  it('comes in by a code that whoever leads has made', async () => {
    await desk.open(`/meetings/${view.meeting.id}/gather`)
    await desk.click('Screens')
    await desk.click('Make a code')
    await desk.page.waitForSelector('[data-test="screen-pass-code"]')
    code = await desk.text('[data-test="screen-pass-code"]')
    await desk.expectAccessible()
    await television.open('/watch')
    await television.sees('nothing of anybody’s health')
    await television.expectAccessible()
    await television.page.type('[data-test="screen-code"]', 'wrong')
    await television.press('Enter')
    await television.sees('This code opens no class')
    await television.page.$eval('[data-test="screen-code"]', (field) => ((field as HTMLInputElement).value = ''))
    await television.page.type('[data-test="screen-code"]', code)
    await television.press('Enter')
    await television.page.waitForSelector('[data-test="watch-room"]', SOON)
    for (const person of view.people) expect(await shown()).toContain(person.name.split(' ')[0])
    await television.expectAccessible()
  })
  it('follows the clock, one lane and the captions, and is told nothing of people', async () => {
    await desk.open(`/meetings/${view.meeting.id}/lead`)
    await desk.beginClass()
    await television.page.waitForSelector('[data-test="watch"][data-status="running"]', SOON)
    await television.page.waitForSelector('[data-test="room-screen"] [data-test="room-lane"]', SOON)
    await expect.poll(() => television.text('[data-test="caption"]'), SOON).not.toBe('')
    await television.click('Show')
    await television.click('Chair')
    await television.page.waitForSelector('[data-test="room-lane-alone"]', SOON)
    await television.page.waitForSelector('[data-test="felt"]', SOON)
    expect(await television.text('[data-test="felt"]')).toMatch(/Where you feel it.+Not there.+/s)
    await television.click('Show')
    await television.click('All lanes')
    await television.page.waitForSelector('[data-test="room-screen"]', SOON)
    expect((await television.page.$$('[data-test="room-lane"]')).length).toBeGreaterThan(1)
    await desk.click('On')
    await expect
      .poll(() => television.page.$eval('[data-test="watch"]', (page) => page.getAttribute('data-step')), SOON)
      .toBe('1')
    await desk.click('Pause')
    await television.page.waitForSelector('[data-test="watch"][data-status="paused"]', SOON)
    await television.sees('A pause')
    await television.expectAccessible()
    television.expectNoComplaints()
  })
  it('shows how one gets there, move by move, as it is said', async () => {
    const step = () => television.page.$eval('[data-test="watch"]', (page) => page.getAttribute('data-step'))
    // A slow machine may have been led on before the pause, and tells its screens late.
    const ledBack = async () => {
      const at = Number(await step())
      if (at !== 1) await desk.press(at > 1 ? 'ArrowLeft' : 'ArrowRight')
      return at
    }
    await expect.poll(ledBack, { ...SOON, interval: 3000 }).toBe(1)
    await television.page.waitForSelector('[data-test="changing"] path', SOON)
    const between = await television.page.$$eval('[data-test="changing"]', (all) =>
      all.map((one) => [(one as HTMLElement).dataset.move, one.querySelectorAll('path').length > 5]),
    )
    expect(between.length).toBeGreaterThan(0)
    for (const [move, isDrawn] of between) {
      expect(move).toMatch(/^(?<tier>bed|chair|standing|floor)\/[a-z-]+>\k<tier>\/[a-z-]+$/)
      expect(isDrawn).toBe(true)
    }
  })
  it('shows the movement in step with the count, and stands with a pause', async () => {
    await desk.press('Space', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight')
    await television.page.waitForSelector('[data-test="room-lane"] [data-test="moving-figure"] path', SOON)
    const bodies = () =>
      television.page.$$eval('[data-test="moving-figure"] path', (all) =>
        all.map((path) => path.getAttribute('d')).join(),
      )
    const moves = async () => {
      const before = await bodies()
      await new Promise((done) => setTimeout(done, 500))
      return (await bodies()) !== before
    }
    await expect.poll(moves, SOON).toBe(true)
    await desk.press('Space')
    await television.page.waitForSelector('[data-test="watch"][data-status="paused"]', SOON)
    await expect.poll(moves, SOON).toBe(false)
  })
  it.each([
    [1280, 720],
    [1920, 1080],
  ])('is read from six metres at %i × %i, with nothing over anything and no scroll bar', async (width, height) => {
    await television.page.setViewport({ width, height })
    await television.page.waitForFunction(
      (tall) => document.querySelector('[data-test="room-screen"]')?.getBoundingClientRect().height === tall,
      SOON,
      height,
    )
    await new Promise((done) => setTimeout(done, 300))
    const seen = await television.page.evaluate(() => {
      const boxOf = (one: Element) => {
        const { left, top, right, bottom } = one.getBoundingClientRect()
        return { left, top, right, bottom }
      }
      const lanes = Array.from(document.querySelectorAll('[data-test="room-lane"]'))
      return {
        ring: boxOf(document.querySelector('[data-test="count"]')!),
        words: lanes.flatMap((lane) => Array.from(lane.querySelectorAll('p'), boxOf)),
        figures: lanes.map((lane) => lane.querySelector('[data-test="moving-figure"], img')!).map(boxOf),
        letters: lanes.flatMap((lane) =>
          Array.from(lane.querySelectorAll('p'), (said) => Number.parseFloat(getComputedStyle(said).fontSize)),
        ),
        scrolls: [document.documentElement.scrollHeight, document.documentElement.scrollWidth],
      }
    })
    expect(seen.scrolls).toEqual([height, width])
    expect(seen.figures.length).toBeGreaterThan(2)
    for (const { top, bottom } of seen.figures) expect((bottom - top) / height).toBeGreaterThanOrEqual(0.25)
    for (const size of seen.letters) expect(size / height).toBeGreaterThanOrEqual(0.049)
    const centre = { x: (seen.ring.left + seen.ring.right) / 2, y: (seen.ring.top + seen.ring.bottom) / 2 }
    const radius = (seen.ring.right - seen.ring.left) / 2
    for (const { left, top, right, bottom } of [...seen.words, ...seen.figures]) {
      const x = Math.max(left, Math.min(right, centre.x)) - centre.x
      const y = Math.max(top, Math.min(bottom, centre.y)) - centre.y
      expect(Math.hypot(x, y)).toBeGreaterThan(radius * 0.97)
      expect([left >= 0, right <= width, bottom <= height]).toEqual([true, true, true])
    }
    await television.page.setViewport({ width: 1280, height: 800 })
  })
  it('shows one lane at a time in the hand', async () => {
    await television.page.setViewport({ width: 390, height: 844 })
    await television.page.waitForSelector('[data-test="room-lane-alone"]', SOON)
    expect(await television.page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
    await television.expectAccessible()
    await television.page.setViewport({ width: 1280, height: 800 })
    await television.page.waitForSelector('[data-test="room-screen"]', SOON)
  })
  it('moves nothing where motion is not wanted: start and end side by side', async () => {
    await television.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
    await television.page.waitForFunction(
      () =>
        document.querySelectorAll('[data-test="moving-figure"]').length === 0 &&
        Array.from(document.querySelectorAll('[data-test="room-lane"]')).every((lane) => lane.querySelector('img')),
      SOON,
    )
    await television.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'no-preference' }])
    await television.page.waitForSelector('[data-test="room-lane"] [data-test="moving-figure"] path', SOON)
  })
  it('shows at the end how everybody gets back to where they began', async () => {
    const isOver = () => television.text('[data-test="heading"]')
    for (let skips = 0; skips < 20 && (await isOver()) !== 'Back to where you began'; skips += 1) {
      await desk.press('ArrowDown')
      await new Promise((done) => setTimeout(done, 300))
    }
    await expect.poll(isOver, SOON).toBe('Back to where you began')
    for (const screen of [television, desk])
      await screen.page.waitForSelector('[data-test="changing"] [data-test="moving-figure"] path', SOON)
    await desk.expectAccessible()
    await television.expectAccessible()
  })
  it('comes back by itself after a reload, and goes dark when the code is ended', async () => {
    await television.reload()
    await television.page.waitForSelector('[data-test="watch"]', SOON)
    await desk.click('Screens')
    await desk.page.waitForSelector('[data-test="screen-passes"] li')
    expect(await desk.text('[data-test="screen-passes"] li')).toContain('1 screen')
    await desk.clickAt('[data-test="screen-passes"] li button')
    await television.page.waitForSelector('[data-test="screen-code"]', SOON)
    desk.expectNoComplaints()
  })
  it('comes in by a link, whose code is in no address that a server sees', async () => {
    const { body } = await lead.call('POST', `/api/meetings/${view.meeting.id}/screen-passes`, { withNames: false })
    await television.open('/')
    await television.open(`/watch#${body.code}`)
    await television.page.waitForSelector('[data-test="watch"]', SOON)
    expect(television.page.url()).toBe(`${world.address}/watch`)
    await television.click('Show')
    await television.click('The room')
    await television.page.waitForSelector('[data-test="watch-room"]', SOON)
    for (const person of view.people) expect(await shown()).not.toContain(person.name.split(' ')[0])
    await television.click('Show')
    await television.click('Leave')
    await television.page.waitForSelector('[data-test="screen-code"]', SOON)
  })
})
