import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** Somebody who joins by video: at the desk whoever leads, at home a telephone. */
let world: World
let lead: Caller
let desk: Visitor
let home: Visitor
let view: any
let own: any
const SOON = { timeout: 60_000 }
const PHONE = { width: 390, height: 844 }
const file = join(mkdtempSync(join(tmpdir(), 'circle-by-video-')), 'class-at-home.html')
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  own = view.people.find(({ homeTier }: any) => homeTier === 'chair')
  await world.db('participants').where({ id: own.id }).update({ joins: 'video' })
  writeFileSync(file, (await lead.call('GET', `/api/meetings/${view.meeting.id}/lane-files/${own.id}`)).body)
  desk = await Visitor.arrive(world)
  home = await Visitor.arrive(world, PHONE)
  await desk.signIn()
})
afterAll(async () => {
  await desk?.leave()
  await home?.leave()
  await world.close()
})
const codeAtDesk = async () => {
  await desk.page.waitForSelector('[data-test="start-code"]', SOON)
  return desk.text('[data-test="start-code"]')
}
const heading = () => home.text('main h1')
async function type(code: string): Promise<void> {
  await home.page.$eval('main input', (field) => ((field as HTMLInputElement).value = ''))
  await home.page.type('main input', code)
  await home.page.keyboard.press('Enter')
}
const seesAtHome = (words: string) =>
  home.page.waitForFunction((known) => document.querySelector('main')?.textContent?.includes(known), SOON, words)
/** Presses a button of the page at home that begins with, or holds, these words. */
async function chooses(words: string): Promise<void> {
  await seesAtHome(words)
  await home.page.$$eval(
    'main button',
    (all, known) =>
      Array.from(all)
        .find((one) => one.textContent?.includes(known))
        ?.click(),
    words,
  )
}
/** The clock of the device, as the page reads it, goes wrong by so much. */
const clockIsWrongBy = (ms: number) =>
  home.page.evaluateOnNewDocument((by) => {
    const { now } = Date
    Date.now = () => now() + by
  }, ms)

describe('a class for somebody by video', () => {
  it('goes along without a network once the code was read out, and says what is wrong with one', async () => {
    await home.page.setOfflineMode(true)
    await home.page.goto(`file://${file}`)
    await seesAtHome('nobody in the room can reach you')
    await seesAtHome('Stop at once if it is sharp')
    const isToday = new Date(view.meeting.startsAt).toDateString() === new Date().toDateString()
    expect((await home.page.$('[data-test="another-day"]')) === null).toBe(isToday)
    await home.expectAccessible()
    await type('ABC DEF')
    await seesAtHome('That is 6 signs; a start code has 9.')
    await home.expectAccessible()
    await desk.open(`/meetings/${view.meeting.id}/lead`)
    await desk.beginClass()
    await desk.click('Screens')
    await desk.page.waitForSelector('[data-test="video-joiners"]', SOON)
    expect(await desk.text('[data-test="video-joiners"]')).toContain(own.name)
    await desk.expectAccessible()
    await type(await codeAtDesk())
    await home.page.waitForSelector('[data-test="along"]', SOON)
    await home.expectAccessible()
    await expect.poll(heading, SOON).toContain(await movementAt(0))
    await expect.poll(() => home.text('.caption'), SOON).not.toBe('')
  })
  it('is in step again after the class was led on, and when the page is opened again', async () => {
    await desk.press('Escape', 'ArrowDown', 'ArrowRight', 'ArrowRight')
    await desk.click('Screens')
    await chooses('Another code')
    await type(await codeAtDesk())
    await expect.poll(heading, SOON).toContain(await movementAt(1))
    await home.page.waitForSelector('[data-test="moving-figure"] path', SOON)
    const left = async () => Number(/\d+/.exec(await home.text('.seconds'))?.[0])
    const before = await left()
    await home.page.reload()
    await expect.poll(heading, SOON).toContain(await movementAt(1))
    expect(Math.abs((await left()) - before)).toBeLessThan(60)
    await chooses('Stand still')
    await seesAtHome('You stand still')
    await chooses('Go on from here')
    await home.expectAccessible()
  })
  it('stops where it hurts, says whom to tell, and may go on', async () => {
    await chooses('Stop: it hurts')
    await seesAtHome('and tell')
    await seesAtHome('call 112')
    await home.expectAccessible()
    await chooses('It is gone')
    await expect.poll(heading, SOON).toContain(await movementAt(1))
    home.expectNoComplaints()
  })
  it('asks where the clock of the device does not fit with the code, and begins by hand', async () => {
    const code = await codeAtDesk()
    await clockIsWrongBy(3 * 60 * 60 * 1000)
    await chooses('Another code')
    await home.page.reload()
    await seesAtHome('start code')
    await type(code)
    await seesAtHome('Is the clock right?')
    await home.expectAccessible()
    await chooses('Begin with')
    await expect.poll(heading, SOON).toContain(await movementAt(1))
    await chooses('Another code')
    await home.page.click('main summary')
    await chooses(await movementAt(2))
    await expect.poll(heading, SOON).toContain(await movementAt(2))
    await chooses('It has begun')
    await expect.poll(heading, SOON).not.toContain(await movementAt(2))
  })
  it('is watched by a link of one’s own, with the class clock, where the practice serves it', async () => {
    await desk.click('Own link')
    await desk.page.waitForSelector('[data-test="screen-pass-code"]')
    const code = await desk.text('[data-test="screen-pass-code"]')
    expect(await desk.text('[data-test="screen-passes"]')).toContain(`${own.name}’s own lane alone.`)
    await desk.expectAccessible()
    await home.page.setOfflineMode(false)
    await home.open('/')
    await home.open(`/watch#${code}`)
    await home.page.waitForSelector('[data-test="room-lane-alone"]', SOON)
    await home.page.waitForSelector('[data-test="watch"][data-status="running"]', SOON)
    await home.page.setViewport({ width: 1280, height: 720 })
    await home.page.waitForSelector('[data-test="room-lane-alone"]', SOON)
    await home.click('Show')
    expect(await home.text('main, body')).not.toContain('All lanes')
    await home.expectAccessible()
  })
})

/** What a block of the plan is called. */
async function movementAt(place: number): Promise<string> {
  const { movement } = view.meeting.plan.blocks[place]
  const { body } = await lead.call('GET', '/api/catalogue')
  return body.movements.find(({ id }: any) => id === movement).name
}
